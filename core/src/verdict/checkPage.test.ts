import fc from 'fast-check';
import { createRgba } from '../raster/image';
import { checkPage } from './checkPage';

const plain = (width: number, height: number, level: number) => {
  const page = createRgba(width, height);
  for (let i = 0; i < page.data.length; i++) page.data[i] = i % 4 === 3 ? 255 : level;
  return page;
};

describe('checkPage', () => {
  it('judges anything, and gives numbers', () => {
    const side = fc.integer({ min: 1, max: 80 });
    fc.assert(
      fc.property(side, side, fc.integer({ min: 0, max: 255 }), (width, height, level) => {
        const { word, legibility } = checkPage(plain(width, height, level), null);
        expect(['reads-well', 'hard-to-read', 'take-again']).toContain(word);
        expect(legibility).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 30 },
    );
  });

  it('calls a blank sheet nearly empty', () => {
    const { reasons } = checkPage(plain(800, 1100, 230), null);
    expect(reasons.map(({ kind }) => kind)).toEqual(['nearly-empty']);
  });

  it('measures how much of the sheet lies outside the photo', () => {
    const outline = [
      [-100, 0],
      [900, 0],
      [900, 1000],
      [-100, 1000],
    ] as const;
    const { word, reasons } = checkPage(plain(800, 1100, 230), { width: 1000, height: 1000, outline });
    const cutOff = reasons.find(({ kind }) => kind === 'cut-off');
    expect(cutOff?.value).toBeCloseTo(0.1);
    expect(word).toBe('take-again');
  });
});
