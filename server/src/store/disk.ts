import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { copyFile, link, open, readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';

/** The SHA-256 of a file's bytes, lower-case hex. */
export async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** Makes sure that a file, or what a folder says of its files, is on the disk. */
export async function syncToDisk(place: string): Promise<void> {
  const handle = await open(place, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** The same bytes under a second name: that costs nothing; some disks have none, and copy. */
export async function secondName(file: string, name: string): Promise<void> {
  await link(file, name).catch(() => copyFile(file, name));
}

/** Takes away files of a folder, and of those in it, that nobody has touched for so long, ms: what waited for a sender who never went on. */
export async function clearForgotten(folder: string, life: number): Promise<void> {
  for (const name of await readdir(folder)) {
    const place = path.join(folder, name);
    const facts = await stat(place);
    if (facts.isDirectory()) await clearForgotten(place, life);
    else if (Date.now() - facts.mtimeMs > life) await rm(place, { force: true });
  }
}
