import { statfs } from 'node:fs/promises';
import { storageFull } from '../problems';

/** What must stay free on the disk, bytes: the database needs room too. */
const SPARE_BYTES = 64 * 1024 * 1024;

/** @throws ProblemError storage-full, before a byte of what comes in has been sent */
export async function assertDiskRoom(dir: string, bytes: number): Promise<void> {
  const { bavail, bsize } = await statfs(dir);
  if (bavail * bsize < bytes + SPARE_BYTES) throw storageFull();
}
