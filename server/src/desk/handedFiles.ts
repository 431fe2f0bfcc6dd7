import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { ProblemError } from '../problems';
import { clearForgotten, hashOf, secondName, syncToDisk } from '../store/disk';

/** The bytes that were handed over, each once, under their SHA-256; and those that wait to be. */
export interface HandedFiles {
  /** where the bytes sent under a key lie until they are handed over */
  waiting(personId: string, key: string): string;
  /**
   * Keeps the bytes that wait under a key: puts them into place, makes sure that they are on the disk, and reads back what lies
   * there.
   *
   * @param sha256 of the bytes that the person has looked at
   * @throws ProblemError handed-altered when what lies there are not those
   */
  keep(personId: string, key: string, sha256: string, options?: KeepOptions): Promise<void>;
  /** Keeps bytes of the desk's own (a worksheet). @returns their SHA-256 */
  keepOwn(bytes: Uint8Array): Promise<string>;
  pathOf(sha256: string): string;
  /** the folder of the people's folders for uploads that may break off and go on later */
  readonly uploads: string;
}

export interface KeepOptions {
  /** one byte is changed on its way to the disk, for practice: reading back must find it @default false */
  readonly isAltered?: boolean;
}

/** Bytes that were sent and never handed over, or left by a crash after it, wait this long, ms. */
const WAITING_LIFE = 7 * 24 * 3600 * 1000;

export async function openHandedFiles(dataDir: string): Promise<HandedFiles> {
  const [kept, coming] = [path.join(dataDir, 'handed'), path.join(dataDir, 'handing')];
  await mkdir(kept, { recursive: true });
  await mkdir(coming, { recursive: true });
  await clearForgotten(coming, WAITING_LIFE);
  const pathOf = (sha256: string) => path.join(kept, sha256);
  const waiting = (personId: string, key: string) => path.join(coming, personId, `sent-${key}`);
  return {
    waiting,
    pathOf,
    uploads: coming,
    async keepOwn(bytes) {
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      const beside = path.join(coming, randomUUID());
      await writeFile(beside, bytes);
      await syncToDisk(beside);
      await rename(beside, pathOf(sha256));
      await syncToDisk(kept);
      return sha256;
    },

    async keep(personId, key, sha256, { isAltered = false } = {}) {
      const from = waiting(personId, key);
      const beside = `${from}.${randomUUID()}`;
      await secondName(from, beside).catch((error: NodeJS.ErrnoException) => {
        throw error.code === 'ENOENT' ? altered() : error;
      });
      if (isAltered) await alter(beside);
      await syncToDisk(beside);
      // Only the right bytes take this name: others may lie there already, and be right.
      if ((await hashOf(beside)) !== sha256) {
        await rm(beside, { force: true });
        throw altered();
      }
      await rename(beside, pathOf(sha256));
      await rm(beside, { force: true });
      await syncToDisk(kept);
      if ((await hashOf(pathOf(sha256))) !== sha256) throw altered();
    },
  };
}

/** Changes the last byte of a file; what has the same bytes under another name keeps its own. */
async function alter(file: string): Promise<void> {
  const bytes = await readFile(file);
  bytes[bytes.length - 1] = (bytes.at(-1) ?? 0) ^ 1;
  await rm(file);
  await writeFile(file, bytes);
}

const altered = () =>
  new ProblemError(
    'handed-altered',
    'The file did not arrive as it is on your device. Nothing was handed over; send it again.',
  );
