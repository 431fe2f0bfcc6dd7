import fc from 'fast-check';
import type { PageParts } from '../clean/pageParts';
import { boxesOfTiles, tilesWith } from './tiles';

const [WIDTH, HEIGHT] = [203, 151];
const empty = new Uint8Array(WIDTH * HEIGHT);
const parts = { step: 2, width: WIDTH, height: HEIGHT, kinds: empty } as PageParts;
const page = { width: 2 * WIDTH - 1, height: 2 * HEIGHT };

describe('tiles', () => {
  it('lie in boxes that hold every cell that is meant, and stay on the page', () => {
    const places = fc.array(fc.nat(WIDTH * HEIGHT - 1), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(places, (meant) => {
        const cells = empty.slice();
        for (const i of meant) cells[i] = 1;
        const boxes = boxesOfTiles(tilesWith(cells, parts), page);
        for (const { left, top, width, height } of boxes) {
          expect(Math.min(left, top, width - 1, height - 1)).toBeGreaterThanOrEqual(0);
          expect(left + width).toBeLessThanOrEqual(page.width);
          expect(top + height).toBeLessThanOrEqual(page.height);
        }
        for (const i of meant) {
          const [x, y] = [2 * (i % WIDTH), 2 * Math.floor(i / WIDTH)];
          const isHeld = boxes.some(
            ({ left, top, width, height }) => x >= left && x < left + width && y >= top && y < top + height,
          );
          expect(isHeld).toBe(true);
        }
      }),
    );
  });

  it('are none where nothing is meant', () => {
    expect(boxesOfTiles(tilesWith(empty, parts), page)).toEqual([]);
  });
});
