import fc from 'fast-check';
import sharp from 'sharp';
import { codeLadder } from './codeLadder';
import { composePdf } from './composePdf';
import { composeWithin, type PdfLadder } from './composeWithin';
import { createRgba, type Rgba } from '../raster/image';

/** A picture of noise: the better it is coded, the larger it is. */
function noise(width: number, height: number, seed: number): Rgba {
  const image = createRgba(width, height);
  let state = seed;
  for (let i = 0; i < image.data.length; i++) {
    state = (state * 1103515245 + 12345) & 0x7fffffff;
    image.data[i] = i % 4 === 3 ? 255 : 120 + ((state >> 16) & 63);
  }
  return image;
}

const encodeJpeg = async ({ width, height, data }: Rgba, quality: number) =>
  sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality })
    .toBuffer();

const options = { paper: 'a4', title: 'x', date: new Date('2026-03-04T05:06:07Z') } as const;

describe('composeWithin', () => {
  let pages: PdfLadder[];
  beforeAll(async () => {
    pages = await Promise.all(
      [1, 2, 3].map(async (seed) => ({
        rungs: await codeLadder(noise(90 * seed, 120 * seed, seed), null, encodeJpeg),
        size: { width: 210, height: 280 },
      })),
    );
  });

  it('is never larger than the limit, and uses it', async () => {
    const best = await composeWithin(pages, 1e9, options);
    const whole = best.bytes?.length ?? 0;
    expect(best.loss).toBe(0);
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: whole + 1000 }), async (mostBytes) => {
        const { bytes, least, loss } = await composeWithin(pages, mostBytes, options);
        if (!bytes) {
          expect(least).toBeGreaterThan(mostBytes);
          return;
        }
        expect(bytes.length).toBeLessThanOrEqual(mostBytes);
        if (loss > 0) expect(bytes.length).toBeGreaterThan(0.9 * mostBytes);
      }),
      { numRuns: 60 },
    );
  });

  it('says how small it can be where nothing fits', async () => {
    const { bytes, least = 0 } = await composeWithin(pages, 1, options);
    expect(bytes).toBeNull();
    expect((await composeWithin(pages, least, options)).bytes).toHaveLength(least);
    expect((await composeWithin(pages, least - 1, options)).bytes).toBeNull();
  });

  it('is the plain PDF where that fits', async () => {
    const plainly = await composePdf(
      pages.map(({ rungs: [{ coded }], size }) => ({ coded, size })),
      options,
    );
    const { bytes } = await composeWithin(pages, plainly.length, options);
    expect(bytes && Buffer.from(bytes).equals(Buffer.from(plainly))).toBe(true);
  });
});
