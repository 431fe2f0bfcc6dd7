import fc from 'fast-check';
import { pushedQuad } from '../../testing/quads';
import { compose, invert, project, rectangleToQuad, squareToQuad } from './homography';
import { wholeQuad } from './quad';

describe('homography', () => {
  it('takes the unit square to the quad, and back', () => {
    fc.assert(
      fc.property(pushedQuad(), (quad) => {
        const h = squareToQuad(quad);
        const back = invert(h);
        wholeQuad(1, 1).forEach((corner, i) => {
          const there = project(h, corner);
          expect(there[0]).toBeCloseTo(quad[i][0], 6);
          expect(there[1]).toBeCloseTo(quad[i][1], 6);
          const again = project(back, there);
          expect(again[0]).toBeCloseTo(corner[0], 6);
          expect(again[1]).toBeCloseTo(corner[1], 6);
        });
      }),
    );
  });

  it('composes like the functions it stands for', () => {
    fc.assert(
      fc.property(pushedQuad(), pushedQuad(), (a, b) => {
        const [f, g] = [rectangleToQuad(400, 500, a), rectangleToQuad(400, 500, b)];
        const once = project(compose(f, g), [120, 200]);
        const twice = project(f, project(g, [120, 200]));
        expect(Math.hypot(once[0] - twice[0], once[1] - twice[1])).toBeLessThan(1e-4 * Math.hypot(...twice));
      }),
    );
  });

  it('keeps straight lines straight', () => {
    fc.assert(
      fc.property(pushedQuad(), fc.double({ min: 0.05, max: 0.95, noNaN: true }), (quad, share) => {
        const h = squareToQuad(quad);
        const [a, b, c] = [0, share, 1].map((t) => project(h, [t, 0.3]));
        const across = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
        expect(Math.abs(across) / Math.hypot(c[0] - a[0], c[1] - a[1])).toBeLessThan(1e-6);
      }),
    );
  });

  it('refuses three corners on one line', () => {
    expect(() =>
      squareToQuad([
        [0, 0],
        [1, 0],
        [2, 0],
        [3, 0],
      ]),
    ).toThrow(RangeError);
  });
});
