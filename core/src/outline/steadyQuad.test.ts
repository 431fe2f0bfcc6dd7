import fc from 'fast-check';
import { mapQuad, rotateCorners, type Point, type Quad } from '../geometry/quad';
import { steadyQuad } from './steadyQuad';

const DIAGONAL = 800;
const SHEET: Quad = [
  [100, 80],
  [500, 90],
  [520, 400],
  [90, 390],
];
const shift = (quad: Quad, dx: number, dy: number) => mapQuad(quad, ([x, y]): Point => [x + dx, y + dy]);
const apart = (a: Quad, b: Quad) => Math.max(...a.map(([x, y], i) => Math.hypot(x - b[i][0], y - b[i][1])));

describe('steadyQuad', () => {
  it('holds a still sheet within 0.3 % of the diagonal though its corners are found with noise', () => {
    const noise = fc.array(fc.integer({ min: -16, max: 16 }), { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(fc.array(noise, { minLength: 20, maxLength: 60 }), (frames) => {
        let shown = SHEET;
        for (const d of frames) {
          const seen = SHEET.map(([x, y], i) => [x + d[2 * i] / 8, y + d[2 * i + 1] / 8]) as unknown as Quad;
          const next = steadyQuad(shown, seen, DIAGONAL);
          expect(apart(next, shown)).toBeLessThan(0.003 * DIAGONAL);
          shown = next;
        }
        expect(apart(shown, SHEET)).toBeLessThan(0.003 * DIAGONAL);
      }),
    );
  });

  it('is with a sheet that moves within two frames', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 200 }), fc.integer({ min: -200, max: 200 }), (dx, dy) => {
        const moved = shift(SHEET, dx, dy);
        const shown = steadyQuad(steadyQuad(SHEET, moved, DIAGONAL), moved, DIAGONAL);
        expect(apart(shown, moved)).toBeLessThan(0.003 * DIAGONAL);
      }),
    );
  });

  it('keeps its corners in their places when the finder names them otherwise', () => {
    for (const first of [1, 2, 3]) {
      const next = steadyQuad(SHEET, rotateCorners(SHEET, first), DIAGONAL);
      expect(apart(next, SHEET)).toBeLessThan(1e-9);
    }
  });
});
