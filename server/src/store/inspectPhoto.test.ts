import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import sharp from 'sharp';
import { ProblemError } from '../problems';
import { inspectPhoto } from './inspectPhoto';

const demo = fileURLToPath(new URL('../../../demo/photos', pathToFileURL(__filename)));
let dir: string;
beforeAll(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-inspect-'));
});
afterAll(() => rm(dir, { recursive: true }));

const look = async (bytes: Buffer) => {
  const file = path.join(dir, 'photo');
  await writeFile(file, bytes);
  return inspectPhoto(file, 'photo.jpg');
};
/** The kind of trouble; null when the photo is taken. */
const troubleWith = (bytes: Buffer) =>
  look(bytes).then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.kind : error),
  );
const blank = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#ddd' } });
const without = (bytes: Buffer, from: number, count: number) =>
  Buffer.concat([bytes.subarray(0, from), bytes.subarray(from + count)]);

describe('a photo', () => {
  it('whose camera says that it was taken at no time there is has no time', async () => {
    const dated = (DateTimeOriginal: string) =>
      blank(300, 400).withExif({ IFD2: { DateTimeOriginal } }).jpeg().toBuffer();
    for (const time of [
      '9999:12:31 24:00:00',
      '0000:00:00 00:00:00',
      '1904:01:01 00:00:00',
      '2098:01:01 10:00:00',
    ])
      expect([time, (await look(await dated(time))).takenAt]).toEqual([time, null]);
    expect((await look(await dated('2026:01:05 18:20:00'))).takenAt?.getFullYear()).toBe(2026);
  });

  it('that lost 5 KB in its middle is noticed, in every demo photo, wherever they are missing', async () => {
    for (const name of await readdir(demo)) {
      const whole = await readFile(path.join(demo, name));
      expect([name, await troubleWith(whole)]).toEqual([name, null]);
      for (const share of [0.3, 0.5, 0.8]) {
        const damaged = without(whole, Math.floor(whole.length * share), 5000);
        expect([name, share, await troubleWith(damaged)]).toEqual([name, share, 'photo-incomplete']);
      }
    }
  });

  it('with a few stray bytes, as some cameras leave them, is taken', async () => {
    const whole = await readFile(path.join(demo, 'tides-neap.jpg'));
    const end = whole.length - 2;
    const stray = Buffer.concat([
      whole.subarray(0, end),
      Buffer.alloc(20, 7),
      whole.subarray(end),
      Buffer.alloc(3000),
    ]);
    expect(await troubleWith(stray)).toBeNull();
  });

  it.each([
    [20_000, 1000],
    [48, 960],
    [960, 48],
  ])('of %d x %d is taken', async (width, height) => {
    expect(await troubleWith(await blank(width, height).png().toBuffer())).toBeNull();
  });

  it.each([
    [640_000, 100],
    [48, 60_000],
    [100, 2001],
    [20_001, 2000],
  ])(
    'of %d x %d is a strip, and said to be one',
    async (width, height) => {
      expect(await troubleWith(await blank(width, height).png({ compressionLevel: 1 }).toBuffer())).toBe(
        'photo-shape',
      );
    },
    30_000,
  );

  it('that takes more memory than there is for it is refused before it is decoded', async () => {
    const wide = await blank(8000, 8000)
      .ensureAlpha()
      .toColourspace('rgb16')
      .png({ progressive: true })
      .toBuffer();
    expect(await troubleWith(wide)).toBe('photo-too-big');
  });
});
