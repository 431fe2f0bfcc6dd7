import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Picture } from './worker/tools';

/**
 * Developed pictures kept in the browser, so that the shelf and the table are there at once after a reload.
 * Only a cache: everything in it can be made again from photo and recipe.
 */
export interface PictureCache {
  get(key: string): Promise<Picture | null>;
  put(key: string, picture: Picture): Promise<void>;
  /** Lets go of all: they are developed again when they are wanted. */
  clear(): Promise<void>;
}

interface PictureSchema extends DBSchema {
  pictures: {
    key: string;
    value: { key: string; usedAt: number; picture: Picture };
    indexes: { usedAt: number };
  };
}

const MOST_KEPT = 300;

/**
 * A browser that keeps nothing (private window, no room) just develops again.
 *
 * @param name of the store in the browser
 */
export function createPictureCache(name: string): PictureCache {
  let opened: Promise<IDBPDatabase<PictureSchema>> | null = null;
  const database = () =>
    (opened ??= openDB<PictureSchema>(name, 1, {
      upgrade(db) {
        db.createObjectStore('pictures', { keyPath: 'key' }).createIndex('usedAt', 'usedAt');
      },
    }));
  return {
    async get(key) {
      try {
        return (await (await database()).get('pictures', key))?.picture ?? null;
      } catch {
        return null;
      }
    },
    async put(key, picture) {
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
    },
    async clear() {
      try {
        await (await database()).clear('pictures');
      } catch {
        // As above.
      }
    },
  };
}
