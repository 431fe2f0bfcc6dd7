import { randomUUID } from 'node:crypto';
import { rmSync, statSync } from 'node:fs';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { ProblemError } from '../problems';
import { clearForgotten, hashOf, secondName, syncToDisk } from './disk';

/** The photos' bytes on disk, each once, under its SHA-256. */
export interface PhotoFiles {
  /** the folder for files that are still coming in; on the same disk as the photos */
  readonly incoming: string;
  /** the folder of the people's folders for uploads that may break off and go on later, also after a restart */
  readonly uploads: string;
  /**
   * Keeps a complete file's bytes: hashes it, makes sure it is on the disk, puts it into place, and only then does the
   * work that names it. The file itself stays where it is. While the work is going on no sweep takes the bytes.
   *
   * @param expected the SHA-256 that its sender has worked out, lower-case hex
   * @throws ProblemError photo-altered when the bytes are not those
   */
  keeping<T>(file: string, expected: string | null, work: (sha256: string) => Promise<T>): Promise<T>;
  /** where the bytes with this hash are */
  pathOf(sha256: string): string;
  /**
   * Takes away bytes that no row names, and that have not just come in.
   *
   * @param isNamed of hashes, at one moment at which nothing is being written
   * @returns how many files went
   */
  sweep(isNamed: (sha256: string) => boolean): Promise<number>;
}

/** A half-sent photo waits this long for its sender to go on, ms. */
const UPLOAD_LIFE = 7 * 24 * 3600 * 1000;
/** Bytes are left alone for so long after they came in, ms. */
const JUST_CAME = 3600 * 1000;

/** Opens the photo store in a data folder; what a crash left half received is cleared away. */
export async function openPhotoFiles(dataDir: string): Promise<PhotoFiles> {
  const photos = path.join(dataDir, 'photos');
  const incoming = path.join(dataDir, 'incoming');
  await mkdir(photos, { recursive: true });
  const uploads = path.join(dataDir, 'uploads');
  await mkdir(incoming, { recursive: true });
  await mkdir(uploads, { recursive: true });
  await clearForgotten(uploads, UPLOAD_LIFE);
  for (const left of await readdir(incoming))
    await rm(path.join(incoming, left), { recursive: true, force: true });

  const pathOf = (sha256: string) => path.join(photos, sha256.slice(0, 2), sha256);
  /** hashes whose rows are being written */
  const held = new Map<string, number>();

  async function holding<T>(sha256: string, work: () => Promise<T>): Promise<T> {
    held.set(sha256, (held.get(sha256) ?? 0) + 1);
    try {
      return await work();
    } finally {
      const others = (held.get(sha256) ?? 1) - 1;
      if (others > 0) held.set(sha256, others);
      else held.delete(sha256);
    }
  }

  async function put(file: string, sha256: string): Promise<void> {
    const place = pathOf(sha256);
    const folder = path.dirname(place);
    await mkdir(folder, { recursive: true });
    await syncToDisk(file);
    const beside = path.join(incoming, randomUUID());
    await secondName(file, beside);
    // Over an older copy of the very same bytes this is harmless, and repairs it if it was damaged.
    await rename(beside, place);
    // Renaming one name of a file to another name of it leaves both.
    await rm(beside, { force: true });
    await syncToDisk(folder);
    await syncToDisk(photos);
  }

  return {
    incoming,
    uploads,
    pathOf,
    async keeping(file, expected, work) {
      const sha256 = await hashOf(file);
      if (expected !== null && sha256 !== expected) {
        throw new ProblemError(
          'photo-altered',
          'This photo did not arrive as it was sent. It is safe on your device and is sent again.',
        );
      }
      return holding(sha256, async () => {
        await put(file, sha256);
        return work(sha256);
      });
    },
    async sweep(isNamed) {
      let gone = 0;
      for (const folder of await readdir(photos)) {
        for (const sha256 of await readdir(path.join(photos, folder))) {
          // In one breath: nothing can come in between looking and taking away.
          const place = pathOf(sha256);
          if (isNamed(sha256) || held.has(sha256)) continue;
          if (Date.now() - statSync(place).ctimeMs < JUST_CAME) continue;
          rmSync(place);
          gone++;
        }
      }
      return gone;
    },
  };
}
