import fc from 'fast-check';
import { mapQuad, wholeQuad, type Point, type Quad } from '../src/geometry/quad';

/** A rectangle with every corner pushed about a little: always convex. */
export const pushedQuad = (width = 400, height = 500, push = 60): fc.Arbitrary<Quad> =>
  fc
    .array(fc.double({ min: -push, max: push, noNaN: true }), { minLength: 8, maxLength: 8 })
    .map((d): Quad => {
      const [a, b, c, e] = wholeQuad(width, height);
      const moved = ([x, y]: Point, i: number): Point => [x + d[2 * i], y + d[2 * i + 1]];
      return [moved(a, 0), moved(b, 1), moved(c, 2), moved(e, 3)];
    });

/** How a sheet is leant before the camera, radians about x, y and z. */
export const lean = fc.tuple(
  fc.double({ min: -0.55, max: 0.55, noNaN: true }),
  fc.double({ min: -0.55, max: 0.55, noNaN: true }),
  fc.double({ min: -0.4, max: 0.4, noNaN: true }),
);

export const SEEN_PHOTO = { width: 3000, height: 4000 } as const;

/** A sheet of the given size, mm, leant, 420 mm in front of a pinhole camera that takes SEEN_PHOTO. */
export function seenSheet(
  width: number,
  height: number,
  [rx, ry, rz]: readonly [number, number, number],
  focal: number,
): Quad {
  return mapQuad(wholeQuad(width, height), ([left, top]) => {
    const [x, y] = [left - width / 2, top - height / 2];
    const x1 = x * Math.cos(rz) - y * Math.sin(rz);
    const y1 = x * Math.sin(rz) + y * Math.cos(rz);
    const [x2, z2] = [x1 * Math.cos(ry), -x1 * Math.sin(ry)];
    const [y3, z3] = [y1 * Math.cos(rx) - z2 * Math.sin(rx), y1 * Math.sin(rx) + z2 * Math.cos(rx)];
    const depth = 420 + z3;
    return [SEEN_PHOTO.width / 2 + (focal * x2) / depth, SEEN_PHOTO.height / 2 + (focal * y3) / depth];
  });
}

/** Distance of a point from the nearest side of a clockwise quad, above zero inside. */
export function signedDepth(quad: Quad, [x, y]: Point): number {
  return Math.min(
    ...quad.map(([ax, ay], i) => {
      const [bx, by] = quad[(i + 1) % 4];
      return ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / Math.hypot(bx - ax, by - ay);
    }),
  );
}
