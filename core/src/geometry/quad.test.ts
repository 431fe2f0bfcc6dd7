import fc from 'fast-check';
import { pushedQuad } from '../../testing/quads';
import { isConvex, rotateCorners, scaleQuad, signedArea, startAtTopLeft, wholeQuad } from './quad';

describe('quads', () => {
  it('have area and turn that agree with their corners', () => {
    expect(signedArea(wholeQuad(30, 20))).toBe(600);
    expect(isConvex(wholeQuad(30, 20))).toBe(true);
    expect(
      isConvex([
        [0, 0],
        [0, 20],
        [30, 20],
        [30, 0],
      ]),
    ).toBe(false);
  });

  it('start at the corner whose side runs to the right, whichever came first', () => {
    fc.assert(
      fc.property(pushedQuad(), fc.integer({ min: 0, max: 3 }), (q, first) => {
        expect(startAtTopLeft(rotateCorners(q, first))).toEqual(startAtTopLeft(q));
      }),
    );
  });

  it('grow by the square of a factor and stay convex', () => {
    fc.assert(
      fc.property(pushedQuad(), fc.double({ min: 0.1, max: 9, noNaN: true }), (quad, factor) => {
        const scaled = scaleQuad(quad, factor);
        expect(isConvex(scaled)).toBe(true);
        expect(signedArea(scaled) / signedArea(quad)).toBeCloseTo(factor ** 2, 6);
      }),
    );
  });
});
