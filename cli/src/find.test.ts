import { execFile } from 'node:child_process';
import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { PDFDocument } from '@cantoo/pdf-lib';
import { intersectionOverUnion, type Quad } from '@ravlo/core';
import { commandLine, photo, root } from '../testing/commandLine';

const cli = commandLine();

describe('find', () => {
  it('gives the corners in photo pixels after the EXIF turn', async () => {
    const truths = JSON.parse(await readFile(path.join(root, 'demo/truth.json'), 'utf8')) as Record<
      string,
      { corners: Quad; width: number; height: number }
    >;
    const names = ['chart-bearings.jpg', 'tides-week-3.jpg', 'twelfths-dim.jpg'];
    const { code, lines } = await cli.run('find', ...names.map(photo));
    expect(code).toBe(0);
    lines.forEach((line, i) => {
      const truth = truths[names[i]];
      expect(line).toMatchObject({ file: photo(names[i]), width: truth.width, height: truth.height });
      expect(intersectionOverUnion(line.corners as Quad, truth.corners)).toBeGreaterThan(0.98);
      expect(line.confidence).toBeGreaterThan(0.8);
    });
  });

  it('goes on past a file that is no photo and says so in its exit code', async () => {
    const text = path.join(cli.dir, 'text.jpg');
    await writeFile(text, 'not a photo');
    const { code, lines } = await cli.run(
      'find',
      text,
      path.join(cli.dir, 'nowhere.jpg'),
      photo('tides-neap.jpg'),
    );
    expect(code).toBe(1);
    expect(lines.map((line) => 'error' in line)).toEqual([true, true, false]);
  });
});

describe('an open book', () => {
  const book = () => path.join(cli.dir, 'scene-31.jpg');
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
      cli.dir,
    ];
    await promisify(execFile)(process.execPath, ['--import', 'tsx', 'studio/src/main.ts', ...wish], {
      cwd: root,
    });
    truth = JSON.parse(await readFile(path.join(cli.dir, 'scene-31.json'), 'utf8')) as typeof truth;
  }, 120_000);

  it('is found as two pages, left then right, each from its own top left', async () => {
    const { lines } = await cli.run('find', book());
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
    const out = path.join(cli.dir, 'book.pdf');
    const { code, lines } = await cli.run('pdf', photo('tides-neap.jpg'), book(), '-o', out);
    expect(code).toBe(0);
    expect(lines[0]).toMatchObject({ pages: 3 });
    expect((await PDFDocument.load(await readFile(out))).getPageCount()).toBe(3);
  });
});
