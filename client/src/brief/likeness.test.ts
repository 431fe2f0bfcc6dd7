import fc from 'fast-check';
import { looksTheSame, type DrawnPixels } from './likeness';

const page = (width: number, height: number, grey = 255): DrawnPixels => ({
  ...{ width, height },
  data: new Uint8ClampedArray(width * height * 4).fill(grey),
});

describe('two pages', () => {
  it('look the same where they only stray as drawing does, and not where a stroke is missing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 90 }), (x, y) => {
        const [plain, drawn, strayed] = [page(100, 100), page(100, 100), page(100, 100, 250)];
        for (let k = 0; k < 8; k++) drawn.data[((y + k) * 100 + x) * 4] = 0;
        expect(looksTheSame(plain, strayed)).toBe(true);
        expect(looksTheSame(plain, drawn)).toBe(false);
        expect(looksTheSame(drawn, plain)).toBe(false);
        expect(looksTheSame(drawn, drawn)).toBe(true);
      }),
    );
  });

  it('of other sizes never do', () => expect(looksTheSame(page(10, 20), page(20, 10))).toBe(false));
});
