import fc from 'fast-check';
import { addToTile, createTiles, placeOfMost } from './tiledSums';

const size = fc.integer({ min: 1, max: 700 });

describe('the place of most', () => {
  it('is nowhere where there is nothing', () => {
    expect(placeOfMost(createTiles(500, 700, 96))).toBeNull();
  });

  it('lies on the page, holds the fullest tile, and is no wider than those that have half as much', () => {
    fc.assert(
      fc.property(
        size,
        size,
        fc.array(fc.nat(900), { minLength: 1, maxLength: 64 }),
        (width, height, values) => {
          const tiles = createTiles(width, height, 96);
          for (let i = 0; i < tiles.sums.length; i++) tiles.sums[i] = values[i % values.length];
          const place = placeOfMost(tiles);
          const most = Math.max(...tiles.sums);
          if (most === 0) return expect(place).toBeNull();
          const [left, top, across, down] = place!;
          expect(left).toBeGreaterThanOrEqual(0);
          expect(top).toBeGreaterThanOrEqual(0);
          expect(left + across).toBeLessThanOrEqual(1 + 1e-9);
          expect(top + down).toBeLessThanOrEqual(1 + 1e-9);
          const columns = Math.ceil(width / 96);
          tiles.sums.forEach((sum, i) => {
            const [x, y] = [((i % columns) * 96) / width, (Math.floor(i / columns) * 96) / height];
            const isIn = x >= left - 1e-9 && y >= top - 1e-9 && x < left + across && y < top + down;
            if (sum >= most / 2) expect(isIn).toBe(true);
          });
        },
      ),
    );
  });

  it('is the tile of the cell that was added to', () => {
    fc.assert(
      fc.property(size, size, fc.nat(), (width, height, at) => {
        const tiles = createTiles(width, height, 96);
        const [x, y] = [at % width, Math.floor(at / width) % height];
        addToTile(tiles, y * width + x, 3);
        const [left, top, across, down] = placeOfMost(tiles)!.map(
          (v, k) => v * (k % 2 === 0 ? width : height),
        );
        expect(left).toBeLessThanOrEqual(x + 1e-6);
        expect(top).toBeLessThanOrEqual(y + 1e-6);
        expect(left + across).toBeGreaterThan(x);
        expect(top + down).toBeGreaterThan(y);
        expect(Math.max(across, down)).toBeLessThanOrEqual(96 + 1e-6);
      }),
    );
  });
});
