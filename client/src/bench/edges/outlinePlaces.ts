import { bowAt, normalOf, sidePoint, STRAIGHT } from '@ravlo/core/geometry';
import type { Bows, Corners } from '@ravlo/contract';
import type { View } from '../zoom/zoom';
import { BEND_AT, outlinePath } from './outlineEdits';

/** What a handle stands on. */
export type HandleShape = 'corner' | 'side' | 'bend';

type Place = readonly [x: number, y: number];

/** Where an outline and its handles lie on a stage, stage px. */
export interface OutlinePlaces {
  readonly path: readonly Place[];
  readonly corners: readonly Place[];
  /** the middle of each side, and its direction, radians */
  readonly sides: readonly { readonly at: Place; readonly direction: number }[];
  /** where each side is taken hold of to bend it */
  readonly bends: readonly Place[];
}

/** @param corners photo px */
export function outlinePlaces(corners: Corners, bows: Bows | undefined, view: View): OutlinePlaces {
  const onStage = ([x, y]: Place): Place => [view.left + x * view.scale, view.top + y * view.scale];
  const places = corners.map(onStage);
  return {
    path: outlinePath(corners, bows).map(onStage),
    corners: places,
    sides: places.map((a, i) => {
      const b = places[(i + 1) % 4];
      return {
        at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
        direction: Math.atan2(b[1] - a[1], b[0] - a[0]),
      };
    }),
    bends: corners.map((from, i) =>
      onStage(sidePoint({ from, to: corners[(i + 1) % 4], bow: bows?.[i] ?? STRAIGHT }, BEND_AT)),
    ),
  };
}

/** Where one handle lies on the stage. */
export function placeOf({ corners, sides, bends }: OutlinePlaces, shape: HandleShape, index: number): Place {
  switch (shape) {
    case 'corner':
      return corners[index];
    case 'side':
      return sides[index].at;
    case 'bend':
      return bends[index];
  }
}

/** How far a side is bent where it is taken hold of, photo px inwards. */
export const bendOf = (bows: Bows | undefined, index: number): number =>
  bows ? bowAt(bows[index], BEND_AT) : 0;

/** How much of a move goes across a side, photo px inwards. */
export function acrossSide(corners: Corners, index: number, dx: number, dy: number): number {
  const [nx, ny] = normalOf({ from: corners[index], to: corners[(index + 1) % 4], bow: STRAIGHT });
  return dx * nx + dy * ny;
}
