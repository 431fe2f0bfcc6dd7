import { rotateCorners, wholeQuad, type Point, type Quad } from '@ravlo/core';
import type { CameraView, Place } from './camera';
import { distortionOf } from './lens';
import type { Scene } from './scene';
import type { Surface } from './surface';

/** Where a photo shows a page. */
export interface SeenPage {
  /** photo pixels, clockwise from the page's own top left; may lie outside the photo */
  readonly corners: Quad;
  /** where the knots of a GRID_COLUMNS x GRID_ROWS grid on the paper lie in the photo, row by row */
  readonly grid: readonly Point[];
}

/** What really lay in front of the camera. */
export interface Truth extends SeenPage {
  readonly width: number;
  readonly height: number;
  /** the page fills the picture: its corners are then the picture's own */
  readonly isFull: boolean;
  /** further pages that are wanted from the photo: an open book's right one */
  readonly others: readonly SeenPage[];
  /** a corner that something covers or that is folded in, counted as in `corners`; null when all are there */
  readonly hiddenCorner: number | null;
  /** the clockwise quarter turn (degrees) that brings the photo's page upright */
  readonly upright: 0 | 90 | 180 | 270;
  readonly sheetMm: readonly [number, number];
  /** photo pixels */
  readonly focal: number;
  readonly isCurled: boolean;
  /** lines of writing on the sheet */
  readonly lines: number;
  readonly paper: string;
  readonly ink: string;
  readonly desk: string;
  readonly category: string;
}

export const GRID_COLUMNS = 9;
export const GRID_ROWS = 13;

/** @param surfaces of the sheet and of the page that faces it; null for a flat or missing one */
export function truthOf(
  scene: Scene,
  view: CameraView,
  surfaces: { readonly sheet: Surface | null; readonly facing: Surface | null },
): Truth {
  const { camera, sheet: plan, lens, facing } = scene;
  const { distort } = distortionOf(camera.width, camera.height, lens.distortion);
  const seen = ([x, y, z]: Place, right: number) => distort(view.see([x + right, y, z]));
  const main = seenPage((u, v) => seen(placeOn(plan, surfaces.sheet, u, v), 0));
  const fold = surfaces.sheet?.reach ?? plan.width;
  const others = facing ? [seenPage((u, v) => seen(placeOn(facing.sheet, surfaces.facing, u, v), fold))] : [];
  const upright = uprightTurn(main.corners);
  const isFull = wholeQuad(camera.width, camera.height).every((corner) => isInside(main.corners, corner));
  return {
    width: camera.width,
    height: camera.height,
    corners: isFull ? fromPageTop(camera, upright) : main.corners,
    isFull,
    others,
    hiddenCorner: scene.hiddenCorner ?? null,
    upright,
    sheetMm: [plan.width, plan.height],
    focal: view.focal,
    isCurled: surfaces.sheet !== null,
    grid: main.grid,
    lines: plan.text.lines.filter((line) => line.trim() !== '').length,
    paper: plan.paper,
    ink: plan.ink,
    desk: scene.desk,
    category: scene.category,
  };
}

/** @param at photo pixel of a place on the paper, shares of its sides */
function seenPage(at: (u: number, v: number) => Point): SeenPage {
  const grid: Point[] = [];
  for (let row = 0; row < GRID_ROWS; row++) {
    for (let column = 0; column < GRID_COLUMNS; column++) {
      grid.push(at(column / (GRID_COLUMNS - 1), row / (GRID_ROWS - 1)));
    }
  }
  return { corners: [at(0, 0), at(1, 0), at(1, 1), at(0, 1)], grid };
}

function isInside(quad: Quad, [x, y]: Point): boolean {
  return quad.every(([ax, ay], i) => {
    const [bx, by] = quad[(i + 1) % 4];
    return (bx - ax) * (y - ay) - (by - ay) * (x - ax) >= 0;
  });
}

/** The whole picture, from the corner that the page's own top left is nearest to. */
const fromPageTop = ({ width, height }: { width: number; height: number }, upright: number): Quad =>
  rotateCorners(wholeQuad(width, height), (4 - upright / 90) % 4);

/** Where a place on the paper (shares of its sides) is in space. */
function placeOn(
  { width, height }: { width: number; height: number },
  surface: Surface | null,
  u: number,
  v: number,
): Place {
  if (!surface) return [u * width, v * height, 0];
  if (surface.along === 'x') {
    const x = surface.placeAt(u * width);
    return [x, v * height, -surface.heightAt(x)];
  }
  const y = surface.placeAt(v * height);
  return [u * width, y, -surface.heightAt(y)];
}

function uprightTurn(corners: Quad): Truth['upright'] {
  const [topLeft, topRight] = corners;
  const angle = Math.atan2(topRight[1] - topLeft[1], topRight[0] - topLeft[0]);
  const quarters = ((Math.round(-angle / (Math.PI / 2)) % 4) + 4) % 4;
  return ([0, 90, 180, 270] as const)[quarters];
}
