import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { PDFArray, PDFDict, PDFDocument, PDFHexString, PDFName, PDFNumber } from '@cantoo/pdf-lib';
import fc from 'fast-check';
import sharp from 'sharp';
import type { NoteMark } from '../notes/layNotes';
import type { CodedPage } from './codePage';
import { composePdf } from './composePdf';
import { MARGIN_CHOICES, PAPER_CHOICES, placeOnPaper } from '../geometry/placeOnPaper';
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
  const settings = fc.record({
    paper: fc.constantFrom(...PAPER_CHOICES),
    margin: fc.constantFrom(...MARGIN_CHOICES),
    isUpright: fc.boolean(),
  });

  it('keeps the proportion and the margins, and never makes a page larger than it was', () => {
    const side = fc.double({ min: 20, max: 400, noNaN: true });
    fc.assert(
      fc.property(side, side, settings, (width, height, given) => {
        const p = placeOnPaper({ width, height }, given);
        expect(p.width / p.height).toBeCloseTo(width / height, 6);
        const others = given.margin === 'none' ? 0 : 8;
        const right = given.margin === 'marking' ? 50 : others;
        const gaps = [p.left, p.paperWidth - right + others - p.left - p.width, p.top];
        gaps.push(p.paperHeight - p.top - p.height);
        expect(Math.min(...gaps)).toBeGreaterThan(others - 1e-6);
        // It touches two opposite margins, or is as large as the sheet was.
        const isCut = given.paper === 'fit' || given.paper === 'sheet';
        if (isCut || p.width < width - 1e-6) expect(Math.min(...gaps)).toBeCloseTo(others, 6);
        if (given.paper !== 'fit') expect(p.width).toBeLessThan(width + 1e-6);
      }),
    );
  });

  it('turns the paper with the page, unless all shall stand', () => {
    const page = { width: 297, height: 210 };
    expect(placeOnPaper(page, { paper: 'a4' })).toMatchObject({ paperWidth: 297, width: 297, top: 0 });
    const standing = placeOnPaper(page, { paper: 'a4', isUpright: true });
    expect(standing).toMatchObject({ paperWidth: 210, paperHeight: 297, width: 210 });
    expect(standing.top).toBeCloseTo((297 - 148.48) / 2, 1);
  });

  it('leaves room at the right for a teacher’s pen', () => {
    const place = placeOnPaper({ width: 210, height: 297 }, { paper: 'a4', margin: 'marking' });
    expect(place.paperWidth - place.left - place.width).toBeGreaterThanOrEqual(50);
    expect(place.left).toBe(8);
  });

  it('cuts the paper to the sheet, or to its proportion at the size of A4', () => {
    const page = { width: 105, height: 148.5 };
    expect(placeOnPaper(page, { paper: 'sheet' })).toMatchObject({ paperWidth: 105, paperHeight: 148.5 });
    expect(placeOnPaper(page, { paper: 'fit' })).toMatchObject({ paperWidth: 210, paperHeight: 297 });
    expect(placeOnPaper(page, { paper: 'a4' })).toMatchObject({ width: 105, left: 52.5 });
  });
});

describe('bookmarks', () => {
  const open = async (bookmarks: (string | undefined)[]) => {
    const coded = await plain(50, 50);
    const pages = bookmarks.map((bookmark) => ({ coded, size: { width: 100, height: 100 }, bookmark }));
    return PDFDocument.load(await composePdf(pages, { paper: 'a4', title: 'x' }), { updateMetadata: false });
  };
  /** the titles in their order, and the numbers of the pages that they lead to */
  function read(document: PDFDocument): [string, number][] {
    const { context, catalog } = document;
    const refs = document.getPages().map(({ ref }) => ref);
    const root = catalog.lookupMaybe(PDFName.of('Outlines'), PDFDict);
    const list: [string, number][] = [];
    let item = root?.lookupMaybe(PDFName.of('First'), PDFDict);
    while (item) {
      const target = item.lookup(PDFName.of('Dest'), PDFArray).get(0);
      list.push([
        item.lookup(PDFName.of('Title'), PDFHexString).decodeText(),
        refs.findIndex((ref) => ref === target) + 1,
      ]);
      expect(context.lookup(item.get(PDFName.of('Parent')))).toBe(root);
      item = item.lookupMaybe(PDFName.of('Next'), PDFDict);
    }
    expect(root?.lookup(PDFName.of('Count'), PDFNumber).asNumber()).toBe(root ? list.length : undefined);
    return list;
  }

  it('list each part once, where it begins, in any script', async () => {
    expect(read(await open(['Problem 1', 'Problem 1', undefined, 'سؤال ٢', 'Problem 1']))).toEqual([
      ['Problem 1', 1],
      ['سؤال ٢', 4],
      ['Problem 1', 5],
    ]);
  });

  it('are not there where nothing is named', async () => {
    expect((await open([undefined, undefined])).catalog.has(PDFName.of('Outlines'))).toBe(false);
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

  it('says of itself what it is told, and nothing else', async () => {
    const pages = await Promise.all(
      [1, 3, 4].map(async (number) => ({
        coded: await plain(50, 50),
        size: { width: 100, height: 100 },
        number,
      })),
    );
    const plainly = await composePdf(pages, { paper: 'a4', title: 'x', date });
    expect(has(plainly, 'pdf-lib')).toBe(false);
    const document = await PDFDocument.load(plainly, { updateMetadata: false });
    expect([document.getProducer(), document.getCreator(), document.getAuthor()]).toEqual(
      Array.from({ length: 3 }),
    );
    expect(String(document.catalog.get(PDFName.of('PageLabels')))).toContain('/St 3');
    const signed = await composePdf(pages, {
      paper: 'a4',
      title: 'x',
      date,
      language: 'nb',
      author: 'Imke Tarn',
    });
    const told = await PDFDocument.load(signed);
    expect(told.getAuthor()).toBe('Imke Tarn');
    expect(told.catalog.get(PDFName.of('Lang'))?.toString()).toContain('nb');
  });

  it('refuses to make an empty PDF', async () => {
    await expect(composePdf([], { paper: 'a4', title: 'x', date })).rejects.toThrow(RangeError);
  });
});
