import fc from 'fast-check';
import type { Point, Quad } from '@ravlo/core';
import { GRID_COLUMNS, GRID_ROWS, type SeenPage } from '@ravlo/studio';
import { sideOffsets } from './sideOffsets';

/** A page of 400 x 400, seen from above, its upper side bowed up by so many pixels. */
function page(bow: number): SeenPage {
  const grid = Array.from({ length: GRID_COLUMNS * GRID_ROWS }, (_, i): Point => {
    const u = (i % GRID_COLUMNS) / (GRID_COLUMNS - 1);
    const v = Math.floor(i / GRID_COLUMNS) / (GRID_ROWS - 1);
    return [100 + 400 * u, 100 + 400 * v - (1 - v) * bow * 4 * u * (1 - u)];
  });
  return { grid, corners: SQUARE };
}

const SQUARE: Quad = [
  [100, 100],
  [500, 100],
  [500, 500],
  [100, 500],
];
const NO_BORDER = [false, false, false, false];

describe('sideOffsets', () => {
  it('says which side was moved, by how much, and that it lies outside, whichever corner comes first', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: 0, max: 3 }),
        fc.boolean(),
        (by, first, isStraight) => {
          const moved: Quad = [SQUARE[0], [500 + by, 100], [500 + by, 500], SQUARE[3]];
          const turned = [0, 1, 2, 3].map((i) => moved[(i + first) % 4]) as unknown as Quad;
          const offsets = sideOffsets(turned, NO_BORDER, page(0), isStraight);
          offsets.forEach(({ mean, most }, i) => {
            const wanted = (i + first) % 4 === 1 ? by / 400 : 0;
            expect(mean).toBeCloseTo(wanted, 6);
            expect(most).toBeCloseTo(Math.abs(wanted), 6);
          });
        },
      ),
    );
  });

  it('follows a bent side: the straight one between its corners lies inside', () => {
    const [upper, ...others] = sideOffsets(SQUARE, NO_BORDER, page(40), false);
    expect(upper.mean).toBeLessThan(-0.05);
    expect(upper.most).toBeGreaterThan(0.09);
    for (const { most } of others) expect(most).toBeLessThan(0.01);
    expect(sideOffsets(SQUARE, NO_BORDER, page(40), true)[0].most).toBe(0);
  });

  it('lets a page go on beyond the picture', () => {
    const cut: Quad = [[100, 160], [500, 160], SQUARE[2], SQUARE[3]];
    expect(sideOffsets(cut, NO_BORDER, page(0), false)[0].mean).toBeCloseTo(-0.15, 6);
    expect(sideOffsets(cut, [true, false, false, false], page(0), false)[0].mean).toBe(0);
  });
});
