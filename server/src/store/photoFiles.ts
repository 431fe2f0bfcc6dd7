import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { ProblemError } from '../problems';

/** The photos' bytes on disk, each once, under its SHA-256. */
export interface PhotoFiles {
  /** the folder for files that are still coming in; on the same disk as the photos */
  readonly incoming: string;
  /** the folder for uploads that may break off and go on later, also after a restart */
  readonly uploads: string;
  /**
   * Takes a complete file over: hashes it, makes sure it is on the disk, moves it into place.
   *
   * @param expected the SHA-256 that its sender has worked out, lower-case hex
   * @throws ProblemError photo-altered when the bytes are not those
   */
  keep(incomingFile: string, expected?: string): Promise<string>;
  /** where the bytes with this hash are */
  pathOf(sha256: string): string;
}

/** Opens the photo store in a data folder; what a crash left half received is cleared away. */
export async function openPhotoFiles(dataDir: string): Promise<PhotoFiles> {
  const photos = path.join(dataDir, 'photos');
  const incoming = path.join(dataDir, 'incoming');
  await mkdir(photos, { recursive: true });
  const uploads = path.join(dataDir, 'uploads');
  await mkdir(incoming, { recursive: true });
  await mkdir(uploads, { recursive: true });
  await clearForgotten(uploads);
  for (const left of await readdir(incoming)) await rm(path.join(incoming, left), { force: true });

  const pathOf = (sha256: string) => path.join(photos, sha256.slice(0, 2), sha256);
  return {
    incoming,
    uploads,
    pathOf,
    async keep(incomingFile, expected) {
      const sha256 = await hashOf(incomingFile);
      if (expected && sha256 !== expected) {
        throw new ProblemError(
          'photo-altered',
          'This photo did not arrive as it was sent. It is safe on your device and is sent again.',
        );
      }
      const place = pathOf(sha256);
      const folder = path.dirname(place);
      await mkdir(folder, { recursive: true });
      await syncToDisk(incomingFile);
      // Renaming over an older copy of the very same bytes is harmless, and repairs it if it was damaged.
      await rename(incomingFile, place);
      await syncToDisk(folder);
      await syncToDisk(photos);
      return sha256;
    },
  };
}

/** A half-sent photo waits this long for its sender to go on, ms. */
const UPLOAD_LIFE = 7 * 24 * 3600 * 1000;

async function clearForgotten(uploads: string): Promise<void> {
  for (const name of await readdir(uploads)) {
    const place = path.join(uploads, name);
    if (Date.now() - (await stat(place)).mtimeMs > UPLOAD_LIFE) await rm(place, { force: true });
  }
}

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

async function syncToDisk(place: string): Promise<void> {
  const handle = await open(place, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
