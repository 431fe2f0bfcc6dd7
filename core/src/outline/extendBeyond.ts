import { USUAL_FOCAL } from '../flatten/proportion';
import { lineThrough } from './line';
import type { Point, Quad } from './quad';

export interface PhotoSize {
  readonly width: number;
  readonly height: number;
}

/** Height over width of most papers, standing and lying. */
const RATIOS = [Math.SQRT2, Math.SQRT1_2];
/** A sheet reaches out of the picture by this share of its own length at most. */
const MOST_BEYOND = 0.4;
/** The border may seem to cut off a trace more than there is. */
const LEAST_BEYOND = -0.02;

type Ray = readonly [number, number, number];

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
  const focal = USUAL_FOCAL * Math.max(width, height);
  const at = (i: number) => quad[(cut + i) % 4];
  const rayOf = ([x, y]: Point): Ray => [(x - width / 2) / focal, (y - height / 2) / focal, 1];
  const [start, end, far, near] = [at(0), at(1), at(2), at(3)];
  const g = sharedDirection(near, start, far, end, width, height, focal);
  const [b, c] = [rayOf(near), rayOf(far)];
  const across = dot(c, g);
  if (Math.abs(across) < 1e-3) return quad;
  const depth = dot(b, g) / across;
  if (!(depth > 0.2 && depth < 5)) return quad;
  const spaceFar: Ray = [c[0] * depth, c[1] * depth, depth];
  const length = Math.hypot(b[0] - spaceFar[0], b[1] - spaceFar[1], b[2] - spaceFar[2]);
  // The picture's border may cut it slantwise: how far it is seen on the two sides.
  const reached = (alongTo(b, g, rayOf(start)) + alongTo(spaceFar, g, rayOf(end))) / 2;
  let best = quad;
  let least = MOST_BEYOND;
  for (const ratio of RATIOS) {
    const beyond = (length * ratio) / reached - 1;
    if (!(beyond > LEAST_BEYOND && beyond < least)) continue;
    const project = (from: Ray): Point => {
      const z = from[2] + g[2] * length * ratio;
      return [
        width / 2 + (focal * (from[0] + g[0] * length * ratio)) / z,
        height / 2 + (focal * (from[1] + g[1] * length * ratio)) / z,
      ];
    };
    const [newStart, newEnd] = [project(b), project(spaceFar)];
    best = [0, 1, 2, 3].map((i) =>
      i === cut ? newStart : i === (cut + 1) % 4 ? newEnd : quad[i],
    ) as unknown as Quad;
    least = beyond;
  }
  return best;
}

/** The direction in space of two parallel lines seen from a to b and from c to d. */
function sharedDirection(
  a: Point,
  b: Point,
  c: Point,
  d: Point,
  width: number,
  height: number,
  focal: number,
): Ray {
  const first = lineThrough(a, b);
  const second = lineThrough(c, d);
  const l = [Math.cos(first.angle), Math.sin(first.angle), -first.offset];
  const r = [Math.cos(second.angle), Math.sin(second.angle), -second.offset];
  const v = [l[1] * r[2] - l[2] * r[1], l[2] * r[0] - l[0] * r[2], l[0] * r[1] - l[1] * r[0]];
  const g: Ray = [(v[0] - (width / 2) * v[2]) / focal, (v[1] - (height / 2) * v[2]) / focal, v[2]];
  const size = Math.hypot(...g) || 1;
  // It points from a to b: a small step along it from a's ray moves that way in the picture.
  const ray: Ray = [(a[0] - width / 2) / focal, (a[1] - height / 2) / focal, 1];
  const moved = (g[0] - ray[0] * g[2]) * (b[0] - a[0]) + (g[1] - ray[1] * g[2]) * (b[1] - a[1]);
  const sign = moved < 0 ? -1 : 1;
  return [(sign * g[0]) / size, (sign * g[1]) / size, (sign * g[2]) / size];
}

/** How far along g from a place one comes to where a ray passes. */
function alongTo(from: Ray, g: Ray, ray: Ray): number {
  const px = g[0] - ray[0] * g[2];
  const py = g[1] - ray[1] * g[2];
  const qx = ray[0] * from[2] - from[0];
  const qy = ray[1] * from[2] - from[1];
  return (px * qx + py * qy) / (px * px + py * py);
}

const dot = (a: Ray, b: Ray) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
