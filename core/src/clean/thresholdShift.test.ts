import fc from 'fast-check';
import { LOGIT_SCALE } from './inkLikelihood';
import { gentlest, shiftedRows, shiftWhereMissed, UNSHIFTED, type ThresholdShift } from './thresholdShift';
import { addToTile, createTiles } from './tiledSums';

const [WIDTH, HEIGHT, TILE] = [230, 170, 48];
const BASE = 104;

/** The threshold of every cell. */
function thresholds(shift: ThresholdShift): Uint8ClampedArray {
  const all = new Uint8ClampedArray(WIDTH * HEIGHT);
  const row = new Uint8ClampedArray(WIDTH);
  const fill = shiftedRows(BASE, shift);
  for (let y = 0; y < HEIGHT; y++) {
    fill(y, row);
    all.set(row, y * WIDTH);
  }
  return all;
}

/** Something of so many cells was missed here. */
function missedAt(x: number, y: number, cells: number) {
  const missed = createTiles(WIDTH, HEIGHT, TILE);
  addToTile(missed, y * WIDTH + x, cells);
  return missed;
}

const place = fc.record({ x: fc.nat(WIDTH - 1), y: fc.nat(HEIGHT - 1) });

describe('thresholds', () => {
  it('are all as they are where nothing moves them', () => {
    expect(thresholds(UNSHIFTED).every((value) => value === BASE)).toBe(true);
  });

  it('are gentler about what was missed, and as they were far from it', () => {
    fc.assert(
      fc.property(place, place, (missed, other) => {
        const all = thresholds(shiftWhereMissed(missedAt(missed.x, missed.y, 40), -1));
        const away = Math.max(Math.abs(missed.x - other.x), Math.abs(missed.y - other.y));
        const there = all[other.y * WIDTH + other.x];
        expect(all[missed.y * WIDTH + missed.x]).toBe(BASE - LOGIT_SCALE);
        if (away <= TILE) expect(there).toBe(BASE - LOGIT_SCALE);
        if (away >= 2 * TILE) expect(there).toBe(BASE);
      }),
    );
  });

  it('stay where what was missed is grain', () => {
    const shift = shiftWhereMissed(missedAt(100, 100, 2), -1);
    expect(thresholds(shift).every((value) => value === BASE)).toBe(true);
    expect(gentlest(shift)).toBe(0);
  });

  it('move all over the page as well', () => {
    const { byTile } = shiftWhereMissed(missedAt(100, 100, 40), -1);
    const shift = { everywhere: 2, byTile };
    expect(thresholds(shift)[0]).toBe(BASE + 2 * LOGIT_SCALE);
    expect(gentlest(shift)).toBe(1);
  });
});
