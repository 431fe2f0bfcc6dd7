import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
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

jest.setTimeout(60_000);

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
    const { code, lines } = await ravlo(
      'pdf',
      ...photos,
      '-o',
      out,
      '--max-bytes',
      '300000',
      '--title',
      'Log',
    );
    expect(code).toBe(0);
    const bytes = await readFile(out);
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(lines).toMatchObject([{ pages: 2, bytes: bytes.length }]);
    expect(bytes.length).toBeLessThanOrEqual(300_000);
    expect(bytes.includes('Skerry Optics')).toBe(false);
  });

  it('writes nothing when a photo fails or the size cannot be met', async () => {
    const out = path.join(dir, 'none.pdf');
    expect((await ravlo('pdf', photo('passage-log.jpg'), path.join(dir, 'no.jpg'), '-o', out)).code).toBe(1);
    const tight = await ravlo('pdf', photo('passage-log.jpg'), '-o', out, '--max-bytes', '2000');
    expect(tight.code).toBe(1);
    expect(tight.lines[0].error).toMatch(/at least/);
    await expect(readFile(out)).rejects.toThrow(/ENOENT/);
  });
});

describe('arguments', () => {
  it.each([
    [[]],
    [['find']],
    [['page', 'x.jpg']],
    [['page', 'x.jpg', '-o', 'y.png', '--look', 'neon']],
    [['page', 'x.jpg', '-o', 'y.png', '--corners', '1,2,3']],
    [['pdf', 'x.jpg', '-o', 'y.pdf', '--paper', 'a3']],
  ])('that make no sense end with 2: %j', async (args) => {
    const { code, lines, messages } = await ravlo(...args);
    expect([code, lines]).toEqual([2, []]);
    expect(messages).not.toBe('');
  });
});
