import fc from 'fast-check';
import { INK, PAPER, type PageParts } from '../clean/pageParts';
import { UNSHIFTED } from '../clean/thresholdShift';
import { createRgba } from '../raster/image';
import { darkestOf, darknessOf, smoothed } from './darknessOf';

/** A page of grey levels, mostly white, of any size, and its parts. */
const pages = fc
  .record({ width: fc.integer({ min: 3, max: 40 }), height: fc.integer({ min: 3, max: 30 }) })
  .chain(({ width, height }) =>
    fc
      .array(fc.oneof({ weight: 8, arbitrary: fc.constant(255) }, fc.integer({ min: 0, max: 254 })), {
        minLength: width * height,
        maxLength: width * height,
      })
      .map((levels) => {
        const page = createRgba(width, height);
        levels.forEach((level, i) => page.data.fill(level, i * 4, i * 4 + 3));
        const cells = width * height;
        const kinds = Uint8Array.from(levels, (level) => (level < 255 ? INK : PAPER));
        const none = new Uint8Array(cells);
        const parts: PageParts = {
          ...{ step: 1, width, height, kinds, shift: UNSHIFTED },
          ...{ strokes: none, onRules: none, darkest: none, toned: none },
        };
        return { page, parts, none, levels, width, height };
      }),
  );

describe('darkness', () => {
  it('is how far a pixel is from white, and nothing around the page', () => {
    fc.assert(
      fc.property(pages, ({ page, parts, none, levels }) => {
        const darkness = darknessOf(page, parts, none);
        expect([...darkestOf(darkness, parts)]).toEqual(levels.map((level) => 255 - level));
        const sum = darkness.data.reduce((all, value) => all + value, 0);
        expect(sum).toBe(levels.reduce((all, level) => all + 255 - level, 0));
      }),
    );
  });

  it('is smoothed by a binomial of five by five, also where most is white', () => {
    const weights = [1, 4, 6, 4, 1];
    fc.assert(
      fc.property(pages, ({ page, parts, none, levels, width, height }) => {
        const { data, stride, at } = smoothed(darknessOf(page, parts, none));
        const own = (x: number, y: number) =>
          x < 0 || y < 0 || x >= width || y >= height ? 0 : 255 - levels[y * width + x];
        const along = (x: number, y: number) =>
          (weights.reduce((sum, weight, k) => sum + weight * own(x + k - 2, y), 0) + 8) >> 4;
        for (let y = 0; y < height; y++) {
          for (let x = 0; x < width; x++) {
            const down = weights.reduce((sum, weight, k) => sum + weight * along(x, y + k - 2), 0);
            expect(data[at + y * stride + x]).toBe((down + 8) >> 4);
          }
        }
      }),
    );
  });
});
