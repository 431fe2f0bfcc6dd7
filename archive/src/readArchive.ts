import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import {
  ARCHIVE_FILE,
  ARCHIVE_VERSION,
  archiveHeadSchema,
  archivePlace,
  archiveSchema,
  MOST_ARCHIVE_BYTES,
  MOST_JSON_BYTES,
  MOST_PAGES,
  MOST_PHOTO_BYTES,
  type Archive,
} from '@ravlo/contract';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { ArchiveError } from './archiveError';

export interface OpenedArchive {
  readonly archive: Archive;
  /** where a photo's bytes lie now, by their SHA-256 */
  readonly photoFile: (sha256: string) => string;
}

/**
 * Reads an archive whole and unpacks its photos, before anybody makes anything of it. Trusts nothing: names lead nowhere
 * but into the folder, sizes are bounded before and while bytes come, every photo is held against its SHA-256.
 *
 * @param folder an empty one for the photos, the caller's own, who also clears it away
 * @throws ArchiveError
 */
export async function readArchive(file: string, folder: string): Promise<OpenedArchive> {
  const zip = await openPromise(file, { lazyEntries: true, autoClose: false }).catch((cause: unknown) => {
    throw new ArchiveError('archive-unreadable', { cause });
  });
  try {
    const entries = await entriesOf(zip);
    const archive = await readDescription(zip, entries.get(ARCHIVE_FILE));
    const photoFile = (sha256: string) => path.join(folder, sha256);
    for (const photo of archive.photos) {
      const entry = entries.get(archivePlace(photo));
      if (!entry) throw new ArchiveError('archive-unreadable');
      if (entry.uncompressedSize !== photo.bytes) throw new ArchiveError('archive-altered');
      const sha256 = await unpack(await bytesOf(zip, entry), photoFile(photo.sha256));
      if (sha256 !== photo.sha256) throw new ArchiveError('archive-altered');
    }
    return { archive, photoFile };
  } catch (cause) {
    if (cause instanceof ArchiveError) throw cause;
    throw isRoomMissing(cause) ? cause : new ArchiveError('archive-altered', { cause });
  } finally {
    zip.close();
  }
}

/** By their names, which yauzl has held against leading out of a folder. */
async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  if (zip.entryCount > MOST_PAGES + 1) throw new ArchiveError('archive-too-big');
  const entries = new Map<string, Entry>();
  let bytes = 0;
  try {
    for await (const entry of zip.eachEntry()) {
      entries.set(entry.fileName, entry);
      bytes += entry.uncompressedSize;
    }
  } catch (cause) {
    throw new ArchiveError('archive-unreadable', { cause });
  }
  if (bytes > MOST_ARCHIVE_BYTES) throw new ArchiveError('archive-too-big');
  return entries;
}

async function readDescription(zip: ZipFile, entry: Entry | undefined): Promise<Archive> {
  if (!entry) throw new ArchiveError('archive-unreadable');
  if (entry.uncompressedSize > MOST_JSON_BYTES) throw new ArchiveError('archive-too-big');
  const words = (await buffer(await bytesOf(zip, entry))).toString('utf8');
  const json: unknown = JSON.parse(words);
  const head = archiveHeadSchema.safeParse(json);
  if (!head.success) throw new ArchiveError('archive-unreadable');
  if (head.data.version > ARCHIVE_VERSION) throw new ArchiveError('archive-newer');
  const read = archiveSchema.safeParse(json);
  if (!read.success) throw new ArchiveError('archive-altered', { cause: read.error });
  const { photos, pages } = read.data;
  const here = new Set(photos.map(({ sha256 }) => sha256));
  if (here.size < photos.length || pages.some(({ photo }) => !here.has(photo)))
    throw new ArchiveError('archive-altered');
  return read.data;
}

/** An entry's bytes; yauzl ends them with an error where they are more or fewer than the entry says, or their sum is wrong. */
const bytesOf = (zip: ZipFile, entry: Entry): Promise<Readable> => zip.openReadStreamPromise(entry);

/** Writes bytes into a file, as many as a photo may have. @returns their SHA-256 */
async function unpack(bytes: Readable, file: string): Promise<string> {
  const hash = createHash('sha256');
  let count = 0;
  const watch = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      count += chunk.length;
      hash.update(chunk);
      done(count > MOST_PHOTO_BYTES ? new ArchiveError('archive-too-big') : null, chunk);
    },
  });
  await pipeline(bytes, watch, createWriteStream(file, { flags: 'wx' }));
  return hash.digest('hex');
}

const isRoomMissing = (error: unknown): boolean =>
  (error as NodeJS.ErrnoException | undefined)?.code === 'ENOSPC';
