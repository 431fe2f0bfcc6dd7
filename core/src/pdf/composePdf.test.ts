import { PDFDocument } from '@cantoo/pdf-lib';
import fc from 'fast-check';
import sharp from 'sharp';
import { composePdf } from './composePdf';
import { PAPER_CHOICES, placeOnPaper } from './placeOnPaper';
import { stripJpegMetadata } from './stripJpegMetadata';

const MM = 72 / 25.4;

async function jpeg(width: number, height: number): Promise<Uint8Array> {
  return sharp({ create: { width, height, channels: 3, background: '#88a' } })
    .jpeg()
    .withMetadata({ orientation: 6, exif: { IFD0: { Make: 'Skerry Optics', Copyright: 'Imke' } } })
    .toBuffer();
}

const has = (bytes: Uint8Array, words: string) => Buffer.from(bytes).includes(words);

describe('stripJpegMetadata', () => {
  it('leaves the picture and drops what it says about itself', async () => {
    const original = await jpeg(40, 30);
    expect(has(original, 'Skerry Optics')).toBe(true);
    const bare = stripJpegMetadata(original);
    expect(has(bare, 'Skerry Optics')).toBe(false);
    expect(has(bare, 'Exif')).toBe(false);
    const [a, b] = await Promise.all([original, bare].map((bytes) => sharp(bytes).raw().toBuffer()));
    expect(b.equals(a)).toBe(true);
  });

  it('refuses what is no JPEG, without falling over', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        expect(() => stripJpegMetadata(bytes)).toThrow(RangeError);
        expect(() => stripJpegMetadata(Uint8Array.from([0xff, 0xd8, ...bytes.map((b) => b & 0x7f)]))).toThrow(
          RangeError,
        );
      }),
    );
  });
});

describe('placeOnPaper', () => {
  it('keeps the proportion, stays on the paper and touches two opposite edges', () => {
    const side = fc.double({ min: 20, max: 400, noNaN: true });
    fc.assert(
      fc.property(side, side, fc.constantFrom(...PAPER_CHOICES), (width, height, paper) => {
        const p = placeOnPaper({ width, height }, paper);
        expect(p.width / p.height).toBeCloseTo(width / height, 6);
        expect(p.left).toBeGreaterThanOrEqual(-1e-9);
        expect(p.left + p.width).toBeLessThanOrEqual(p.paperWidth + 1e-9);
        expect(p.top + p.height).toBeLessThanOrEqual(p.paperHeight + 1e-9);
        expect(Math.min(p.left, p.top)).toBeCloseTo(0, 6);
      }),
    );
  });
});

describe('composePdf', () => {
  const date = new Date('2026-03-04T05:06:07Z');

  it('makes a page a sheet, of the right size, with nothing personal in it', async () => {
    const pages = [
      { jpeg: await jpeg(210, 297), size: { width: 210, height: 297 } },
      { jpeg: await jpeg(297, 210), size: { width: 297, height: 210 } },
    ];
    const bytes = await composePdf(pages, { paper: 'a4', title: 'Tide tables, week 3', date });
    const document = await PDFDocument.load(bytes);
    const sizes = document.getPages().map((page) => page.getSize());
    expect(sizes[0].width).toBeCloseTo(210 * MM, 2);
    expect(sizes[0].height).toBeCloseTo(297 * MM, 2);
    expect(sizes[1].width).toBeCloseTo(297 * MM, 2);
    expect(document.getTitle()).toBe('Tide tables, week 3');
    expect(document.getAuthor()).toBeUndefined();
    expect(document.getCreationDate()).toEqual(date);
    expect(has(bytes, 'Skerry Optics')).toBe(false);
  });

  it('is the same bytes for the same pages, options and date', async () => {
    const make = async () =>
      composePdf([{ jpeg: await jpeg(50, 50), size: { width: 100, height: 100 } }], {
        paper: 'fit',
        title: 'x',
        date,
      });
    expect(Buffer.from(await make()).equals(Buffer.from(await make()))).toBe(true);
  });

  it('refuses to make an empty PDF', async () => {
    await expect(composePdf([], { paper: 'a4', title: 'x', date })).rejects.toThrow(RangeError);
  });
});
