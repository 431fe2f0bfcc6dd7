import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';

/** The photos' bytes on disk, each once, under its SHA-256. */
export interface PhotoFiles {
  /** the folder for files that are still coming in; on the same disk as the photos */
  readonly incoming: string;
  /** takes a complete file over: hashes it, makes sure it is on the disk, moves it into place */
  keep(incomingFile: string): Promise<string>;
  /** where the bytes with this hash are */
  pathOf(sha256: string): string;
}

/** Opens the photo store in a data folder; what a crash left half received is cleared away. */
export async function openPhotoFiles(dataDir: string): Promise<PhotoFiles> {
  const photos = path.join(dataDir, 'photos');
  const incoming = path.join(dataDir, 'incoming');
  await mkdir(photos, { recursive: true });
  await mkdir(incoming, { recursive: true });
  for (const left of await readdir(incoming)) await rm(path.join(incoming, left), { force: true });

  const pathOf = (sha256: string) => path.join(photos, sha256.slice(0, 2), sha256);
  return {
    incoming,
    pathOf,
    async keep(incomingFile) {
      const sha256 = await hashOf(incomingFile);
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
