import { USUAL_FOCAL } from './proportion';
import { distance, dot, rayOf, seenAt, type Pinhole, type Ray } from './ray';
import type { Point, Quad } from './quad';

export interface PlaceFourthCornerOptions {
  readonly photoWidth: number;
  readonly photoHeight: number;
  /** photo pixels, where the photo says so; that of a common phone otherwise */
  readonly focal?: number;
}

const STEPS = 600;
/** The neighbours' depths lie between these, in units of the opposite corner's. */
const NEAREST = 0.3;
const FARTHEST = 3.3;

/**
 * The hidden corner of a sheet of known proportion from its other three.
 *
 * The corner opposite the hidden one, B, and its neighbours A and C are seen along known rays a, b, c. With B at depth
 * 1, A at x and C at z, the right angle at B, (x a - b) . (z c - b) = 0, gives z from x; that |BC| / |AB| is the sheet's
 * proportion leaves one equation in x, whose roots are bracketed and bisected. The fourth corner is A + C - B in space,
 * seen by the camera again. A sheet that leans towards the camera and one that leans away can look the same at three
 * corners: of the solutions the one nearest to where the corner is thought to be is taken.
 *
 * @param quad clockwise from the page's own top left, the hidden corner where it is thought to be
 * @param hidden which corner is hidden, 0 to 3
 * @param proportion the sheet's height / width
 */
export function placeFourthCorner(
  quad: Quad,
  hidden: number,
  proportion: number,
  { photoWidth, photoHeight, focal }: PlaceFourthCornerOptions,
): Point {
  const camera: Pinhole = {
    photoWidth,
    photoHeight,
    focal: focal ?? USUAL_FOCAL * Math.max(photoWidth, photoHeight),
  };
  const at = (i: number) => quad[(hidden + i) % 4];
  const [a, b, c] = [rayOf(at(1), camera), rayOf(at(2), camera), rayOf(at(3), camera)];
  // From the hidden corner on: side 1-2 is upright when the hidden corner is the first or the third.
  const ratio = hidden % 2 === 0 ? 1 / proportion : proportion;
  const thought = at(0);
  let best = thought;
  let bestDistance = Infinity;
  for (const [x, z] of depths(a, b, c, ratio)) {
    const space: Ray = [x * a[0] + z * c[0] - b[0], x * a[1] + z * c[1] - b[1], x * a[2] + z * c[2] - b[2]];
    const place = seenAt(space, camera);
    const off = Math.hypot(place[0] - thought[0], place[1] - thought[1]);
    if (space[2] > 0 && off < bestDistance) [best, bestDistance] = [place, off];
  }
  return best;
}

/** Depths of A and C that fit; the best try where none fits exactly. */
function depths(a: Ray, b: Ray, c: Ray, ratio: number): (readonly [number, number])[] {
  const [ab, ac, bb, bc] = [dot(a, b), dot(a, c), dot(b, b), dot(b, c)];
  const zOf = (x: number) => (x * ab - bb) / (x * ac - bc);
  /** log of how far |BC| / |AB| is from what it should be; NaN where C would not be before the camera */
  const off = (x: number): number => {
    const z = zOf(x);
    if (!(z > NEAREST && z < FARTHEST)) return NaN;
    return Math.log(lengthOf(z, c, b) / (lengthOf(x, a, b) * ratio));
  };
  const found: (readonly [number, number])[] = [];
  let nearest = { x: 1, off: Infinity };
  let before = NaN;
  const xAt = (i: number) => NEAREST * (FARTHEST / NEAREST) ** (i / STEPS);
  for (let i = 0; i <= STEPS; i++) {
    const now = off(xAt(i));
    if (Math.abs(now) < nearest.off) nearest = { x: xAt(i), off: Math.abs(now) };
    // A jump from one side to the other is a pole, not a root.
    if (before * now <= 0 && Math.abs(before - now) < 2) {
      const x = bisect(off, xAt(i - 1), xAt(i));
      found.push([x, zOf(x)]);
    }
    before = now;
  }
  return found.length > 0 ? found : [[nearest.x, zOf(nearest.x)]];
}

function bisect(value: (x: number) => number, low: number, high: number): number {
  const isRising = value(high) > value(low);
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (value(middle) > 0 === isRising) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

const lengthOf = (depth: number, ray: Ray, from: Ray) =>
  distance([depth * ray[0], depth * ray[1], depth * ray[2]], from);
