import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** A photo kept in this browser until the server has it. */
export interface KeptPhoto {
  readonly key: string;
  readonly packetId: string;
  readonly name: string;
  readonly blob: Blob;
  /** photos go up in this order */
  readonly order: number;
  /** the page whose place it takes */
  readonly replaces?: string;
  /** the page before which it goes */
  readonly before?: string;
}

interface OutboxSchema extends DBSchema {
  photos: { key: string; value: KeptPhoto; indexes: { order: number } };
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null;

function database(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('ravlo-outbox', 1, {
    upgrade(db) {
      db.createObjectStore('photos', { keyPath: 'key' }).createIndex('order', 'order');
    },
  });
  return opened;
}

/** @returns false when the browser has no room or keeps nothing (a private window): the photo is then only in memory */
export async function keepPhoto(photo: KeptPhoto): Promise<boolean> {
  try {
    await (await database()).put('photos', photo);
    return true;
  } catch {
    return false;
  }
}

export async function forgetPhoto(key: string): Promise<void> {
  try {
    await (await database()).delete('photos', key);
  } catch {
    // It was never kept, or will be recognised by its key when it is sent again.
  }
}

/** All kept photos in the order in which they were chosen. */
export async function keptPhotos(): Promise<KeptPhoto[]> {
  try {
    return await (await database()).getAllFromIndex('photos', 'order');
  } catch {
    return [];
  }
}
