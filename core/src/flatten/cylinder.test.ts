import fc from 'fast-check';
import type { Point } from '../geometry/quad';
import { cylinderOf, type BentPage } from './cylinder';

const PHOTO = { photoWidth: 3000, photoHeight: 4000, focal: 2900 };
const [WIDTH, HEIGHT] = [210, 297];

/** A page of 210 x 297 mm bent by a cubic, before a camera that leans by (rx, ry, rz). */
function bentPage(first: number, last: number, lean: readonly [number, number, number]) {
  const height = (t: number) => ((first + last) * t * t - (2 * first + last) * t + first) * t;
  const lengths = [0];
  const steps = 2000;
  for (let i = 1; i <= steps; i++) {
    lengths.push(lengths[i - 1] + Math.hypot(1 / steps, height(i / steps) - height((i - 1) / steps)));
  }
  const reach = WIDTH / lengths[steps];
  const see = (u: number, v: number): Point => {
    const i = lengths.findIndex((length) => length * reach >= u * WIDTH - 1e-9);
    const t = (i < 0 ? steps : i) / steps;
    const [x, y, z] = [(t - 0.5) * reach, (v - 0.5) * HEIGHT, -height(t) * reach];
    const [rx, ry, rz] = lean;
    const [x1, y1] = [x * Math.cos(rz) - y * Math.sin(rz), x * Math.sin(rz) + y * Math.cos(rz)];
    const [x2, z2] = [x1 * Math.cos(ry) + z * Math.sin(ry), z * Math.cos(ry) - x1 * Math.sin(ry)];
    const [y3, z3] = [y1 * Math.cos(rx) - z2 * Math.sin(rx), y1 * Math.sin(rx) + z2 * Math.cos(rx)];
    const depth = 330 + z3;
    return [1500 + (PHOTO.focal * x2) / depth, 2000 + (PHOTO.focal * y3) / depth];
  };
  // The edges' points are given by place in the photo, not by length along the paper: uneven on purpose.
  const shares = Array.from({ length: 65 }, (_, i) => (i / 64) ** 1.1);
  const page: BentPage = {
    quad: [see(0, 0), see(1, 0), see(1, 1), see(0, 1)],
    top: shares.map((u) => see(u, 0)),
    bottom: shares.map((u) => see(u, 1)),
  };
  return { page, see };
}

const lean = fc.tuple(
  fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  fc.double({ min: -0.15, max: 0.15, noNaN: true }),
);

describe('cylinderOf', () => {
  it('recovers proportion and equal lengths along the paper from the bent edges', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.6, noNaN: true }),
        fc.double({ min: -0.3, max: -0.05, noNaN: true }),
        lean,
        (first, last, leaning) => {
          const { page, see } = bentPage(first, last, leaning);
          const cylinder = cylinderOf(page, PHOTO)!;
          expect(Math.abs(cylinder.proportion / (HEIGHT / WIDTH) - 1)).toBeLessThan(0.01);
          for (const u of [0.2, 0.5, 0.8]) {
            const ruling = cylinder.at(u);
            const [x, y] = see(u, 0);
            expect(Math.hypot(ruling.topX - x, ruling.topY - y)).toBeLessThan(6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('leaves a flat page flat', () => {
    const { page, see } = bentPage(0, 0, [0.2, -0.1, 0.05]);
    const cylinder = cylinderOf(page, PHOTO)!;
    for (const u of [0.25, 0.5, 0.75]) {
      const { topX, topY, bottomX, bottomY, topDepth, bottomDepth } = cylinder.at(u);
      for (const v of [0, 0.3, 1]) {
        const [wt, wb] = [(1 - v) * topDepth, v * bottomDepth];
        const [x, y] = [(wt * topX + wb * bottomX) / (wt + wb), (wt * topY + wb * bottomY) / (wt + wb)];
        const [sx, sy] = see(u, v);
        expect(Math.hypot(x - sx, y - sy)).toBeLessThan(3);
      }
    }
  });
});
