import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { link, mkdir, open, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { ProblemError } from '../problems';

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
  keep(personId: string, key: string, sha256: string): Promise<void>;
  pathOf(sha256: string): string;
}

export async function openHandedFiles(dataDir: string): Promise<HandedFiles> {
  const [kept, coming] = [path.join(dataDir, 'handed'), path.join(dataDir, 'handing')];
  await mkdir(kept, { recursive: true });
  await mkdir(coming, { recursive: true });
  const pathOf = (sha256: string) => path.join(kept, sha256);
  const waiting = (personId: string, key: string) => path.join(coming, `${personId}-${key}`);
  return {
    waiting,
    pathOf,
    async keep(personId, key, sha256) {
      const from = waiting(personId, key);
      const beside = `${from}.kept`;
      await rm(beside, { force: true });
      await link(from, beside).catch((error: NodeJS.ErrnoException) => {
        throw error.code === 'ENOENT' ? altered() : error;
      });
      await sync(beside);
      // Only the right bytes take this name: others may lie there already, and be right.
      if ((await hashOf(beside)) !== sha256) {
        await rm(beside, { force: true });
        throw altered();
      }
      await rename(beside, pathOf(sha256));
      await rm(beside, { force: true });
      await sync(kept);
      if ((await hashOf(pathOf(sha256))) !== sha256) throw altered();
    },
  };
}

const altered = () =>
  new ProblemError(
    'handed-altered',
    'The file did not arrive as it is on your device. Nothing was handed over; send it again.',
  );

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

async function sync(place: string): Promise<void> {
  const handle = await open(place, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
