import { readFile, rename, writeFile } from 'node:fs/promises';

/** @returns null where there is no such file */
export async function readIfThere(file: string): Promise<string | null> {
  try {
    return await readFile(file, 'utf8');
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}

/** Writes a file that only whoever runs Ravlo may read, whole or not at all. */
export async function writePrivate(file: string, text: string): Promise<void> {
  const half = `${file}.half`;
  await writeFile(half, text, { mode: 0o600 });
  await rename(half, file);
}
