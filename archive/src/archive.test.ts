import { createHash } from 'node:crypto';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { buffer } from 'node:stream/consumers';
import { strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import {
  ARCHIVE_FILE,
  FRESH_FACTS,
  packetFactsSchema,
  FRESH_RECIPE,
  MOST_PAGES,
  type Archive,
  type ArchivePhoto,
} from '@ravlo/contract';
import { ArchiveError, readArchive, writeArchive } from './archive';

let dir: string;
beforeEach(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-archive-'));
});
afterEach(() => rm(dir, { recursive: true, force: true }));

const shaOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const PHOTOS = [Buffer.from('the first photo’s bytes'), Buffer.from('the second’s')];

const photoOf = (bytes: Uint8Array): ArchivePhoto => ({
  width: 30,
  height: 40,
  bytes: bytes.length,
  mime: 'image/jpeg',
  sha256: shaOf(bytes),
});

/** A tie is of one class desk: it does not travel. */
const FACTS = packetFactsSchema.omit({ briefId: true }).parse(FRESH_FACTS);
const ARCHIVE: Archive = {
  kind: 'ravlo-archive',
  version: 1,
  packet: { ...FACTS, name: 'Tides \u{1F30A} 3/4', createdAt: '2026-03-04T05:06:07.000Z' },
  photos: PHOTOS.map(photoOf),
  // The same photo may be two pages.
  pages: [1, 0, 1].map((i) => ({
    photo: shaOf(PHOTOS[i]),
    photoName: `sheet ${i}.jpg`,
    takenAt: '2026-03-04T05:00:00.000Z',
    recipe: { ...FRESH_RECIPE, look: i === 0 ? 'pen' : 'daylight' },
  })),
};

async function packed(): Promise<Buffer> {
  for (const bytes of PHOTOS) await writeFile(path.join(dir, shaOf(bytes)), bytes);
  return buffer(writeArchive(ARCHIVE, (sha256) => path.join(dir, sha256)));
}

/** Reads an archive from its bytes into a folder of its own. */
async function read(bytes: Uint8Array) {
  const folder = await mkdtemp(path.join(dir, 'out-'));
  const file = path.join(folder, 'archive.zip');
  await writeFile(file, bytes);
  return readArchive(file, folder);
}

const troubleOf = async (bytes: Uint8Array) =>
  read(bytes).then(
    () => null,
    (error: unknown) => (error instanceof ArchiveError ? error.trouble : error),
  );

/** The archive with its files changed. */
async function changed(change: (files: Zippable) => void): Promise<Uint8Array> {
  const files: Zippable = unzipSync(await packed());
  change(files);
  return zipSync(files);
}

const described = (change: (archive: Record<string, unknown>) => void) =>
  changed((files) => {
    const archive = structuredClone(ARCHIVE) as unknown as Record<string, unknown>;
    change(archive);
    files[ARCHIVE_FILE] = strToU8(JSON.stringify(archive));
  });

describe('a Ravlo archive', () => {
  it('gives back every byte, recipe and place', async () => {
    const { archive, photoFile } = await read(await packed());
    expect(archive).toEqual(ARCHIVE);
    for (const bytes of PHOTOS) expect(await readFile(photoFile(shaOf(bytes)))).toEqual(bytes);
  });

  it('is the same bytes for the same packet', async () => {
    expect((await packed()).equals(await packed())).toBe(true);
  });

  it('is a plain zip with plain names', async () => {
    const files = unzipSync(await packed());
    expect(Object.keys(files).sort()).toEqual(
      [ARCHIVE_FILE, ...PHOTOS.map((bytes) => `photos/${shaOf(bytes)}.jpg`)].sort(),
    );
  });

  it('is refused where it was cut, at any place', async () => {
    const bytes = await packed();
    for (let at = 0; at < bytes.length; at += 37)
      expect(await troubleOf(bytes.subarray(0, at))).toBe('archive-unreadable');
  });

  it('is refused where any byte of it is another, unless that byte says nothing', async () => {
    const bytes = await packed();
    for (let at = 0; at < bytes.length; at += 13) {
      const other = Buffer.from(bytes);
      other[at] ^= 0x55;
      const outcome = await read(other).catch((error: unknown) => error);
      if (outcome instanceof Error) expect(outcome).toBeInstanceOf(ArchiveError);
      else expect((outcome as Awaited<ReturnType<typeof read>>).archive).toEqual(ARCHIVE);
    }
  });

  it.each<[string, (archive: Record<string, unknown>) => void, string]>([
    ['is of a newer version', (archive) => (archive.version = 2), 'archive-newer'],
    ['is of something else', (archive) => (archive.kind = 'holiday'), 'archive-unreadable'],
    [
      'names a photo that is not there',
      (archive) => (archive.pages = [{ ...ARCHIVE.pages[0], photo: '0'.repeat(64) }]),
      'archive-altered',
    ],
    [
      'has a recipe that makes no sense',
      (archive) => (archive.pages = [{ ...ARCHIVE.pages[0], recipe: { look: 'sepia' } }]),
      'archive-altered',
    ],
    [
      'names a photo twice',
      (archive) => (archive.photos = [ARCHIVE.photos[0], ARCHIVE.photos[0], ARCHIVE.photos[1]]),
      'archive-altered',
    ],
    [
      'lies about a size',
      (archive) => (archive.photos = ARCHIVE.photos.map((photo) => ({ ...photo, bytes: 3 }))),
      'archive-altered',
    ],
  ])('is refused where it %s', async (_what, change, trouble) => {
    expect(await troubleOf(await described(change))).toBe(trouble);
  });

  it('is refused where a photo is another one', async () => {
    const [first] = PHOTOS;
    const other = Buffer.from(first);
    other[0] ^= 1;
    const bytes = await changed((files) => (files[`photos/${shaOf(first)}.jpg`] = new Uint8Array(other)));
    expect(await troubleOf(bytes)).toBe('archive-altered');
  });

  it('is refused where a photo or the description is missing', async () => {
    expect(await troubleOf(await changed((files) => delete files[`photos/${shaOf(PHOTOS[0])}.jpg`]))).toBe(
      'archive-unreadable',
    );
    expect(await troubleOf(await changed((files) => delete files[ARCHIVE_FILE]))).toBe('archive-unreadable');
    expect(await troubleOf(zipSync({}))).toBe('archive-unreadable');
    expect(await troubleOf(new Uint8Array())).toBe('archive-unreadable');
  });

  it('leads nowhere outside its folder', async () => {
    const escape = await changed((files) => (files['../../escaped.jpg'] = strToU8('x')));
    expect(await troubleOf(escape)).toBe('archive-unreadable');
    expect(await troubleOf(await changed((files) => (files['/etc/escaped'] = strToU8('x'))))).toBe(
      'archive-unreadable',
    );
  });

  it('is refused before it is unpacked where it would grow beyond all measure', async () => {
    const many = await changed((files) => {
      for (let i = 0; i <= MOST_PAGES; i++) files[`photos/${i}`] = strToU8('x');
    });
    expect(await troubleOf(many)).toBe('archive-too-big');
    // A description of 40 MB that is 40 KB as it comes.
    const bomb = await changed((files) => (files[ARCHIVE_FILE] = new Uint8Array(40e6).fill(32)));
    expect(bomb.length).toBeLessThan(100_000);
    expect(await troubleOf(bomb)).toBe('archive-too-big');
  });

  it('breaks off where an entry holds more than it says', async () => {
    const grown = 'x'.repeat(1e6);
    const bytes = Buffer.from(
      await changed((files) => (files[`photos/${shaOf(PHOTOS[0])}.jpg`] = strToU8(grown))),
    );
    // Both headers say that it is as long as the photo; what comes out of it is a megabyte.
    const size = Buffer.alloc(4);
    size.writeUInt32LE(1e6);
    for (let at = bytes.indexOf(size); at >= 0; at = bytes.indexOf(size, at + 1))
      bytes.writeUInt32LE(PHOTOS[0].length, at);
    expect(await troubleOf(bytes)).toBe('archive-altered');
  });
});
