import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { PDFDocument } from '@cantoo/pdf-lib';
import fc from 'fast-check';
import sharp from 'sharp';
import type { NoteMark } from '../notes/layNotes';
import type { CodedPage } from './codePage';
import { composePdf } from './composePdf';
import { PAPER_CHOICES, placeOnPaper } from '../geometry/placeOnPaper';
import { stripJpegMetadata } from './stripJpegMetadata';

const MM = 72 / 25.4;
const FONT = '@expo-google-fonts/atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf';

async function jpeg(width: number, height: number): Promise<Uint8Array> {
  return sharp({ create: { width, height, channels: 3, background: '#88a' } })
    .jpeg()
    .withMetadata({ orientation: 6, exif: { IFD0: { Make: 'Skerry Optics', Copyright: 'Imke' } } })
    .toBuffer();
}

/** A page that is one JPEG. */
async function plain(width: number, height: number): Promise<CodedPage> {
  const picture = { left: 0, top: 0, width, height, jpeg: await jpeg(width, height) };
  return { width, height, pictures: [picture], stencils: [] };
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
      { coded: await plain(210, 297), size: { width: 210, height: 297 } },
      { coded: await plain(297, 210), size: { width: 297, height: 210 } },
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
      composePdf([{ coded: await plain(50, 50), size: { width: 100, height: 100 } }], {
        paper: 'fit',
        title: 'x',
        date,
      });
    expect(Buffer.from(await make()).equals(Buffer.from(await make()))).toBe(true);
  });

  it('writes words as text in a font of its own, where they stand, and draws shapes', async () => {
    const font = readFileSync(require.resolve(FONT));
    const size = { width: 210, height: 297 };
    const marks: NoteMark[] = [
      {
        kind: 'words',
        noteId: 'a',
        text: 'see back \u{1F600}',
        x: 30,
        y: 100,
        size: 6,
        angle: 0,
        colour: 'ink',
      },
      { kind: 'words', noteId: 'b', text: 'Größe', x: 180, y: 40, size: 6, angle: 90, colour: 'blue' },
      { kind: 'shape', noteId: 'c', path: 'M10 10L20 10L20 20Z', colour: 'red' },
    ];
    const pages = [{ coded: await plain(210, 297), size, marks }];
    const options = { paper: 'a4', title: 'x', date, font } as const;
    const bytes = await composePdf(pages, options);
    const { stdout } = spawnSync('pdftotext', ['-layout', '-', '-'], { input: Buffer.from(bytes) });
    expect(stdout.toString()).toContain('see back ?');
    expect(stdout.toString()).toContain('Größe');
    // Only the letters that are used come along.
    expect(bytes.length).toBeLessThan(font.length);
    await expect(composePdf(pages, { ...options, font: undefined })).rejects.toThrow(RangeError);
  });

  it('refuses to make an empty PDF', async () => {
    await expect(composePdf([], { paper: 'a4', title: 'x', date })).rejects.toThrow(RangeError);
  });
});
