import { execFile } from 'node:child_process';
import { createHash, generateKeyPairSync, sign } from 'node:crypto';
import { copyFile, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { PDFDocument, PDFName, PDFRawStream } from '@cantoo/pdf-lib';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { receiptText, type ReceiptFacts } from '@ravlo/contract';
import { intersectionOverUnion, type Quad } from '@ravlo/core';

const root = path.join(__dirname, '../..');
const photo = (name: string) => path.join(root, 'demo/photos', name);

let dir: string;
beforeAll(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-cli-'));
});
afterAll(() => rm(dir, { recursive: true, force: true }));

interface Run {
  readonly code: number;
  readonly lines: Record<string, unknown>[];
  readonly messages: string;
}

async function ravlo(...args: string[]): Promise<Run> {
  const all = ['--import', 'tsx', 'cli/src/main.ts', ...args];
  const parse = (text: string) =>
    text
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as Record<string, unknown>);
  try {
    const { stdout, stderr } = await promisify(execFile)(process.execPath, all, { cwd: root });
    return { code: 0, lines: parse(stdout), messages: stderr };
  } catch (error) {
    const { code, stdout, stderr } = error as { code: number; stdout: string; stderr: string };
    return { code, lines: parse(stdout), messages: stderr };
  }
}

describe('find', () => {
  it('gives the corners in photo pixels after the EXIF turn', async () => {
    const truths = JSON.parse(await readFile(path.join(root, 'demo/truth.json'), 'utf8')) as Record<
      string,
      { corners: Quad; width: number; height: number }
    >;
    const names = ['chart-bearings.jpg', 'tides-week-3.jpg', 'twelfths-dim.jpg'];
    const { code, lines } = await ravlo('find', ...names.map(photo));
    expect(code).toBe(0);
    lines.forEach((line, i) => {
      const truth = truths[names[i]];
      expect(line).toMatchObject({ file: photo(names[i]), width: truth.width, height: truth.height });
      expect(intersectionOverUnion(line.corners as Quad, truth.corners)).toBeGreaterThan(0.98);
      expect(line.confidence).toBeGreaterThan(0.8);
    });
  });

  it('goes on past a file that is no photo and says so in its exit code', async () => {
    const text = path.join(dir, 'text.jpg');
    await writeFile(text, 'not a photo');
    const { code, lines } = await ravlo('find', text, path.join(dir, 'nowhere.jpg'), photo('tides-neap.jpg'));
    expect(code).toBe(1);
    expect(lines.map((line) => 'error' in line)).toEqual([true, true, false]);
  });
});

describe('an open book', () => {
  const book = () => path.join(dir, 'scene-31.jpg');
  let truth: { readonly corners: Quad; readonly others: readonly { readonly corners: Quad }[] };
  beforeAll(async () => {
    const wish = [
      '--count',
      '1',
      '--seed',
      '31',
      '--category',
      'open-book',
      '--long-side',
      '1500',
      '--out',
      dir,
    ];
    await promisify(execFile)(process.execPath, ['--import', 'tsx', 'studio/src/main.ts', ...wish], {
      cwd: root,
    });
    truth = JSON.parse(await readFile(path.join(dir, 'scene-31.json'), 'utf8')) as typeof truth;
  }, 120_000);

  it('is found as two pages, left then right, each from its own top left', async () => {
    const { lines } = await ravlo('find', book());
    const { corners, others } = lines[0] as { corners: Quad; others: Quad[] };
    const pages = [corners, ...others];
    const wanted = [truth, ...truth.others];
    expect(pages).toHaveLength(2);
    pages.forEach((page, i) => {
      expect(intersectionOverUnion(page, wanted[i].corners)).toBeGreaterThan(0.95);
      const size = Math.hypot(...truth.corners[0].map((value, axis) => value - truth.corners[2][axis]));
      const off = Math.hypot(...page[0].map((value, axis) => value - wanted[i].corners[0][axis]));
      expect(off).toBeLessThan(0.05 * size);
    });
  });

  it('makes two pages of a PDF, in their place among the others', async () => {
    const out = path.join(dir, 'book.pdf');
    const { code, lines } = await ravlo('pdf', photo('tides-neap.jpg'), book(), '-o', out);
    expect(code).toBe(0);
    expect(lines[0]).toMatchObject({ pages: 3 });
    expect((await PDFDocument.load(await readFile(out))).getPageCount()).toBe(3);
  });
});

describe('page', () => {
  it('writes a flat page of the size that the dpi asks for', async () => {
    const out = path.join(dir, 'page.png');
    const { code, lines } = await ravlo('page', photo('passage-log.jpg'), '-o', out, '--dpi', '100');
    expect(code).toBe(0);
    expect(lines).toMatchObject([{ width: 827, height: 1169, rotation: 0, look: 'daylight' }]);
    expect(await sharp(out).metadata()).toMatchObject({ format: 'png', width: 827, height: 1169 });
  });

  it('takes corners from the command line', async () => {
    const out = path.join(dir, 'cut.png');
    const args = ['page', photo('passage-log.jpg'), '-o', out, '--corners', '0,0,1000,0,1000,1000,0,1000'];
    const { lines } = await ravlo(...args, '--look', 'as-shot', '--dpi', '50');
    expect(lines[0].width).toBe(lines[0].height);
  });
});

describe('pdf', () => {
  it('makes one file of all photos and keeps to the size asked for', async () => {
    const out = path.join(dir, 'all.pdf');
    const photos = [photo('passage-log.jpg'), photo('dead-reckoning-sideways.jpg')];
    const args = ['--max-bytes', '24000', '--title', 'Log', '--margin', 'marking', '--author', 'Imke Tarn'];
    const { code, lines, messages } = await ravlo('pdf', ...photos, '-o', out, ...args);
    expect(code).toBe(0);
    const bytes = await readFile(out);
    expect(lines).toMatchObject([{ file: out, pages: 2, bytes: bytes.length }]);
    expect(bytes.length).toBeLessThanOrEqual(24_000);
    expect(bytes.includes('Skerry Optics')).toBe(false);
    expect(messages).toContain('page 2 of 2, dead-reckoning-sideways.jpg');
    const { stdout } = await promisify(execFile)('pdfinfo', [out]);
    expect(stdout).toMatch(/Title: +Log\nAuthor: +Imke Tarn\n/);
    expect(stdout).not.toMatch(/Producer|Creator|CreationDate/);
  });

  it('names what cannot be developed and makes the rest; writes nothing when the size cannot be met', async () => {
    const out = path.join(dir, 'none.pdf');
    const tight = await ravlo('pdf', photo('passage-log.jpg'), '-o', out, '--max-bytes', '1');
    expect(tight.code).toBe(1);
    expect(tight.lines[0].error).toMatch(/at least/);
    await expect(readFile(out)).rejects.toThrow(/ENOENT/);
    const missing = path.join(dir, 'no.jpg');
    const rest = await ravlo('pdf', missing, photo('passage-log.jpg'), '-o', out);
    expect(rest.code).toBe(1);
    expect(rest.lines).toMatchObject([
      { file: missing, page: 1 },
      { file: out, pages: 1 },
    ]);
    expect(await labelsOf(out)).toContain('/St 2');
  });

  it('makes one PDF a folder, with names that every system takes', async () => {
    const [first, second] = [path.join(dir, 'a', 'tides'), path.join(dir, 'b', 'tides')];
    for (const [folder, name] of [
      [first, 'tides-neap'],
      [second, 'passage-log'],
    ]) {
      await mkdir(folder, { recursive: true });
      await copyFile(photo(`${name}.jpg`), path.join(folder, `${name}.jpg`));
    }
    const out = path.join(dir, 'many');
    const { code, lines } = await ravlo('pdf', first, second, '-o', out);
    expect(code).toBe(0);
    expect(lines.map(({ file }) => path.basename(String(file)))).toEqual(['tides.pdf', 'tides 2.pdf']);
    const args = ['pdf', first, '-o', `${out}/`, '--name', 'Tarn/Imke \u{1F30A}', '--pictures', 'png'];
    const pictures = await ravlo(...args);
    expect(pictures.lines).toMatchObject([{ file: path.join(out, 'Tarn-Imke \u{1F30A}.zip'), pages: 1 }]);
    const files = unzipSync(await readFile(path.join(out, 'Tarn-Imke \u{1F30A}.zip')));
    expect(Object.keys(files)).toEqual(['Tarn-Imke \u{1F30A} 01.png']);
    expect(await sharp(Object.values(files)[0]).metadata()).toMatchObject({ width: 1654, height: 2339 });
  });

  it('says plainly what it cannot take', async () => {
    const empty = path.join(dir, 'empty');
    await mkdir(empty);
    const out = path.join(dir, 'no.pdf');
    const none = await ravlo('pdf', empty, '-o', out);
    expect([none.code, none.messages]).toEqual([1, `There are no photos in ${empty}\n`]);
    const mixed = await ravlo('pdf', path.join(root, 'demo/photos'), photo('tides-neap.jpg'), '-o', out);
    expect(mixed.messages).toMatch(/not both at once/);
    const fake = path.join(dir, 'fake.zip');
    await writeFile(fake, 'no zip');
    expect((await ravlo('pdf', fake, '-o', out)).messages).toMatch(/no Ravlo archive/);
  });
});

/** The page labels of a PDF as they stand in it. */
async function labelsOf(file: string): Promise<string> {
  const document = await PDFDocument.load(await readFile(file));
  return String(document.catalog.get(PDFName.of('PageLabels')));
}

describe('archive', () => {
  it('leads to the same pages as its photos, byte for byte', async () => {
    const photos = [photo('tides-week-3.jpg'), photo('dead-reckoning-sideways.jpg')];
    const [archive, again] = [path.join(dir, 'log.zip'), path.join(dir, 'log-again.zip')];
    const made = await ravlo('archive', ...photos, '-o', archive, '--name', 'Passage log');
    expect(made).toMatchObject({ code: 0, lines: [{ file: archive, pages: 2 }] });
    await ravlo('archive', archive, '-o', again);
    expect((await readFile(again)).equals(await readFile(archive))).toBe(true);
    const [one, other] = [path.join(dir, 'archive.pdf'), path.join(dir, 'photos.pdf')];
    expect((await ravlo('pdf', archive, '-o', one)).code).toBe(0);
    await ravlo('pdf', ...photos, '-o', other, '--look', 'daylight');
    const images = await imagesOf(await readFile(one));
    expect(images.length).toBeGreaterThan(2);
    expect(await imagesOf(await readFile(other))).toEqual(images);
  });
});

/** The bytes of all pictures and stencils in a PDF, hashed. */
async function imagesOf(bytes: Buffer): Promise<string[]> {
  const { context } = await PDFDocument.load(bytes);
  return context
    .enumerateIndirectObjects()
    .flatMap(([, object]) =>
      object instanceof PDFRawStream && object.dict.get(PDFName.of('Subtype')) === PDFName.of('Image')
        ? [createHash('sha256').update(object.getContents()).digest('hex')]
        : [],
    );
}

describe('arguments', () => {
  it.each([
    [[]],
    [['find']],
    [['page', 'x.jpg']],
    [['page', 'x.jpg', '-o', 'y.png', '--look', 'neon']],
    [['page', 'x.jpg', '-o', 'y.png', '--corners', '1,2,3']],
    [['pdf', 'x.jpg', '-o', 'y.pdf', '--paper', 'a3']],
    [['pdf', 'x.jpg', '-o', 'y.pdf', '--margin', 'huge']],
    [['pdf', 'x.jpg', '-o', 'y.pdf', '--max-bytes', '0']],
    [['archive', 'x.jpg']],
  ])('that make no sense end with 2: %j', async (args) => {
    const { code, lines, messages } = await ravlo(...args);
    expect([code, lines]).toEqual([2, []]);
    expect(messages).not.toBe('');
  });
});

describe('receipt', () => {
  const pdf = Buffer.from('%PDF-1.7 work');
  const { publicKey, privateKey } = generateKeyPairSync('ed25519');
  const key = publicKey.export({ type: 'spki', format: 'der' }).toString('base64');
  const facts: ReceiptFacts = {
    ...{ kind: 'ravlo-receipt', version: 1, id: '00000000-0000-4000-8000-000000000001', person: 'Imke Tarn' },
    ...{ deskClass: 'Coastal navigation', brief: 'Tides, week 3', attempt: 1, attemptsAllowed: 3 },
    ...{ fileName: 'tides.pdf', pages: 1, bytes: pdf.length },
    ...{ sha256: createHash('sha256').update(pdf).digest('hex') },
    ...{ arrivedAt: '2026-03-09T12:00:00.000Z', dueAt: null, isLate: false },
  };
  const signed = {
    ...facts,
    key,
    signature: sign(null, Buffer.from(receiptText(facts)), privateKey).toString('base64'),
  };

  async function put(name: string, content: string | Buffer): Promise<string> {
    const file = path.join(dir, name);
    await writeFile(file, content);
    return file;
  }

  it('says that it is true, and which PDF it is about', async () => {
    const file = await put('receipt.json', JSON.stringify(signed));
    const desk = await put('desk.public', `${key}\n`);
    const own = await put('own.pdf', pdf);
    const other = await put('other.pdf', Buffer.concat([pdf, Buffer.from(' ')]));
    const fits = await ravlo('receipt', file, own, '--desk', desk);
    expect(fits.code).toBe(0);
    expect(fits.lines).toMatchObject([
      { receipt: 'genuine', desk: 'known', pdf: 'fits', person: 'Imke Tarn', attempt: 1, isLate: false },
    ]);
    const differs = await ravlo('receipt', file, other, '--desk', desk);
    expect(differs.code).toBe(1);
    expect(differs.lines).toMatchObject([{ receipt: 'genuine', pdf: 'differs' }]);
  });

  it('says that it is not, whoever signed it, and whatever it is', async () => {
    const altered = await put('altered.json', JSON.stringify({ ...signed, isLate: true }));
    const nothing = await put('nothing.json', 'hello');
    for (const [file, is] of [
      [altered, 'altered'],
      [nothing, 'unreadable'],
    ]) {
      const { code, lines } = await ravlo('receipt', file);
      expect(code).toBe(1);
      expect(lines).toMatchObject([{ receipt: is }]);
    }
    const file = await put('receipt.json', JSON.stringify(signed));
    const another = await put('another.public', 'AAAA');
    const { code, lines } = await ravlo('receipt', file, '--desk', another);
    expect(code).toBe(1);
    expect(lines).toMatchObject([{ receipt: 'genuine', desk: 'another', pdf: null }]);
  });
});
