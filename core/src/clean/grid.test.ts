import fc from 'fast-check';
import { createGrid, fillGrid, forCells, gridCell, gridRow } from './grid';

const side = fc.integer({ min: 1, max: 200 });

describe('grids', () => {
  it('have cells that cover every pixel once', () => {
    fc.assert(
      fc.property(side, side, fc.constantFrom(8, 24, 64), (width, height, cell) => {
        const grid = createGrid(width, height, cell);
        const seen = new Uint8Array(width * height);
        forCells(grid, width, height, (i, left, top, right, bottom) => {
          expect(i).toBeLessThan(grid.data.length);
          for (let y = top; y < bottom; y++) for (let x = left; x < right; x++) seen[y * width + x]++;
        });
        expect(seen.every((times) => times === 1)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  it('have smaller cells on smaller pictures, down to a least', () => {
    expect(gridCell(1654, 2339)).toBe(64);
    expect(gridCell(827, 1169)).toBe(32);
    expect(gridCell(50, 50)).toBe(24);
    expect(gridCell(9000, 9000)).toBe(64);
  });

  it('give the cells their values in the middle and straight lines between', () => {
    const grid = createGrid(96, 24, 24);
    grid.data.set([10, 20, 40, 40]);
    const row = new Float32Array(96);
    gridRow(grid, 12, row);
    expect([row[0], row[11], row[12]].map(Math.round)).toEqual([10, 10, 10]);
    expect(row[23] + row[24]).toBeCloseTo(30, 1);
    expect(row[84]).toBeCloseTo(40);
  });

  it('know nothing nowhere once they are filled: between the least and the most that is known', () => {
    const values = fc.array(fc.oneof(fc.constant(-1), fc.integer({ min: 5, max: 90 })), {
      minLength: 12,
      maxLength: 12,
    });
    fc.assert(
      fc.property(values, fc.integer({ min: 5, max: 90 }), (list, common) => {
        const grid = createGrid(4 * 24, 3 * 24, 24);
        grid.data.set(list);
        const { data } = fillGrid(grid, common);
        const known = [common, ...list.filter((value) => value >= 0)];
        for (const value of data) {
          expect(value).toBeGreaterThanOrEqual(Math.min(...known) - 1e-3);
          expect(value).toBeLessThanOrEqual(Math.max(...known) + 1e-3);
        }
        expect(Array.from(grid.data)).toEqual(list);
      }),
    );
  });
});
