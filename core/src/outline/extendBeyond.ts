import { USUAL_FOCAL } from '../geometry/proportion';
import {
  alongTo,
  distance,
  dot,
  rayOf,
  seenAt,
  sharedDirection,
  type Pinhole,
  type Ray,
} from '../geometry/ray';
import type { Point, Quad } from '../geometry/quad';

export interface PhotoSize {
  readonly width: number;
  readonly height: number;
}

/** Height over width, standing and lying: of most papers, then of Letter, which is thought of only where those do not fit. */
const RATIOS = [
  [Math.SQRT2, Math.SQRT1_2],
  [11 / 8.5, 8.5 / 11],
] as const;
/** A sheet reaches out of the picture by this share of its own length at most. */
const MOST_BEYOND = 0.4;
/** The border may seem to cut off a trace more than there is. */
const LEAST_BEYOND = -0.006;

/**
 * A sheet of which one whole side lies outside the picture, with that side where it must be for a sheet of the usual
 * proportion: the two sides that run out of the picture meet in the vanishing point of their direction g; the side
 * opposite lies across g in space, which gives its length, and the missing side lies that length times the proportion
 * along g.
 *
 * @param quad clockwise, photo pixels, its side `cut` (from that corner to the next) on the picture's border
 * @returns the quad as it is where no usual proportion fits
 */
export function extendBeyond(quad: Quad, cut: number, { width, height }: PhotoSize): Quad {
  const camera: Pinhole = {
    photoWidth: width,
    photoHeight: height,
    focal: USUAL_FOCAL * Math.max(width, height),
  };
  const at = (i: number) => quad[(cut + i) % 4];
  const [start, end, far, near] = [at(0), at(1), at(2), at(3)];
  const g = sharedDirection(near, start, far, end, camera);
  const [b, c] = [rayOf(near, camera), rayOf(far, camera)];
  const across = dot(c, g);
  if (Math.abs(across) < 1e-3) return quad;
  const depth = dot(b, g) / across;
  if (!(depth > 0.2 && depth < 5)) return quad;
  const spaceFar: Ray = [c[0] * depth, c[1] * depth, depth];
  const length = distance(b, spaceFar);
  // The picture's border may cut it slantwise: how far it is seen on the two sides.
  const reached = (alongTo(b, g, rayOf(start, camera)) + alongTo(spaceFar, g, rayOf(end, camera))) / 2;
  const beyond = RATIOS.map((ratios) => reachBeyond(ratios, length, reached)).find((reach) => reach !== null);
  if (!beyond) return quad;
  const project = ([x, y, z]: Ray): Point =>
    seenAt([x + g[0] * beyond, y + g[1] * beyond, z + g[2] * beyond], camera);
  const [newStart, newEnd] = [project(b), project(spaceFar)];
  return [0, 1, 2, 3].map((i) =>
    i === cut ? newStart : i === (cut + 1) % 4 ? newEnd : quad[i],
  ) as unknown as Quad;
}

/** How far a sheet of one of these proportions reaches that is seen as far as `reached`: the least that fits. */
function reachBeyond(ratios: readonly number[], length: number, reached: number): number | null {
  const fitting = ratios
    .map((ratio) => length * ratio)
    .filter((reach) => reach / reached - 1 > LEAST_BEYOND && reach / reached - 1 < MOST_BEYOND);
  return fitting.length > 0 ? Math.min(...fitting) : null;
}
