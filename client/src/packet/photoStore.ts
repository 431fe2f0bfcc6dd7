import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Trouble } from './trouble';

/** A photo kept in this browser until the server has said which page it has become. */
export interface KeptPhoto {
  readonly key: string;
  readonly packetId: string;
  readonly name: string;
  readonly blob: Blob;
  /** photos go up in this order */
  readonly order: number;
  /** photos that were chosen together, and this one's place among them: they stand in that order */
  readonly batch?: string;
  readonly index?: number;
  /** the page whose place it takes */
  readonly replaces?: string;
  /** the page before which it goes */
  readonly before?: string;
  /** why it is held back, if it is */
  readonly held?: Trouble;
}

interface PhotosSchema extends DBSchema {
  photos: { key: string; value: KeptPhoto; indexes: { order: number } };
}

let opened: Promise<IDBPDatabase<PhotosSchema>> | null = null;

function database(): Promise<IDBPDatabase<PhotosSchema>> {
  // Named as it was when photos left for the server through an outbox: what waits there is not lost.
  opened ??= openDB<PhotosSchema>('ravlo-outbox', 1, {
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

/** Lets go of a photo: only ever of one that is a page on the server, or that the person throws away. */
export async function forgetPhoto(key: string): Promise<void> {
  try {
    await (await database()).delete('photos', key);
  } catch {
    // It was never kept, or will be recognised by its key when it is sent again.
  }
}

/** Null when it is not kept here, or not any more. @throws where the browser's store cannot be read */
export async function keptPhoto(key: string): Promise<KeptPhoto | null> {
  return (await (await database()).get('photos', key)) ?? null;
}

/** All kept photos in the order in which they were chosen. */
export async function keptPhotos(): Promise<KeptPhoto[]> {
  try {
    return await (await database()).getAllFromIndex('photos', 'order');
  } catch {
    return [];
  }
}
