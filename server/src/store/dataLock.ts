import path from 'node:path';
import sqlite3 from 'sqlite3';

/**
 * Holds a data folder for this process: two servers on one folder would sweep each other's uploads. The lock is
 * SQLite's own on a file beside the data; the system lets go of it when the process ends, however it ends.
 *
 * @returns a function that gives the folder back
 * @throws Error in plain words when another process holds it
 */
export async function lockDataDir(dataDir: string): Promise<() => Promise<void>> {
  const database = await new Promise<sqlite3.Database>((resolve, reject) => {
    const opened = new sqlite3.Database(path.join(dataDir, 'lock.sqlite'), (error) =>
      error ? reject(error) : resolve(opened),
    );
  });
  const close = () => new Promise<void>((resolve) => database.close(() => resolve()));
  try {
    await new Promise<void>((resolve, reject) =>
      database.exec('BEGIN EXCLUSIVE', (error) => (error ? reject(error) : resolve())),
    );
  } catch (error) {
    await close();
    if (String(error).includes('SQLITE_BUSY')) {
      throw new Error(
        `another Ravlo is running on ${dataDir}. Stop it first, or give this one a folder of its own: RAVLO_DATA=elsewhere npm start`,
      );
    }
    throw error;
  }
  return close;
}
