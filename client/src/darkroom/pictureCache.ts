import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Picture } from './darkroom.worker';

/**
 * Developed pictures kept in the browser, so that the shelf and the table are there at once after a reload.
 * Only a cache: everything in it can be made again from photo and recipe.
 */
interface PictureSchema extends DBSchema {
  pictures: {
    key: string;
    value: { key: string; usedAt: number; picture: Picture };
    indexes: { usedAt: number };
  };
}

const MOST_KEPT = 300;

let opened: Promise<IDBPDatabase<PictureSchema>> | null = null;

function database(): Promise<IDBPDatabase<PictureSchema>> {
  opened ??= openDB<PictureSchema>('ravlo-pictures', 1, {
    upgrade(db) {
      db.createObjectStore('pictures', { keyPath: 'key' }).createIndex('usedAt', 'usedAt');
    },
  });
  return opened;
}

/** A browser that keeps nothing (private window, no room) just develops again. */
export async function cachedPicture(key: string): Promise<Picture | null> {
  try {
    return (await (await database()).get('pictures', key))?.picture ?? null;
  } catch {
    return null;
  }
}

export async function cachePicture(key: string, picture: Picture): Promise<void> {
  try {
    const db = await database();
    await db.put('pictures', { key, usedAt: Date.now(), picture });
    const tooMany = (await db.count('pictures')) - MOST_KEPT;
    if (tooMany <= 0) return;
    const oldest = await db.getAllKeysFromIndex('pictures', 'usedAt', undefined, tooMany);
    await Promise.all(oldest.map((old) => db.delete('pictures', old)));
  } catch {
    // As above.
  }
}
