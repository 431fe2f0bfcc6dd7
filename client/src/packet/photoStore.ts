import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Trouble } from './trouble';
import { own } from './whose';

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
  /** the id that its page will have; none where the browser makes no such ids (plain http) */
  readonly becomes?: string;
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

/** This browser's own store of photos: shared by its windows, opened once by each. */
export interface PhotoStore {
  /** @returns false when the browser has no room or keeps nothing (a private window): the photo is then only in memory */
  keep(photo: KeptPhoto): Promise<boolean>;
  /** Lets go of a photo: only ever of one that is a page on the server, or that the person throws away. */
  forget(key: string): Promise<void>;
  /** Null when it is not kept here, or not any more. @throws where the browser's store cannot be read */
  get(key: string): Promise<KeptPhoto | null>;
  /** All kept photos in the order in which they were chosen. */
  all(): Promise<KeptPhoto[]>;
}

export function createPhotoStore(): PhotoStore {
  let opened: Promise<IDBPDatabase<PhotosSchema>> | null = null;
  // Named as it was when photos left for the server through an outbox: what waits there is not lost.
  const database = () =>
    (opened ??= openDB<PhotosSchema>(own('ravlo-outbox'), 1, {
      upgrade(db) {
        db.createObjectStore('photos', { keyPath: 'key' }).createIndex('order', 'order');
      },
    }));
  return {
    async keep(photo) {
      try {
        await (await database()).put('photos', photo);
        return true;
      } catch {
        return false;
      }
    },
    async forget(key) {
      try {
        await (await database()).delete('photos', key);
      } catch {
        // It was never kept, or will be recognised by its key when it is sent again.
      }
    },
    get: async (key) => (await (await database()).get('photos', key)) ?? null,
    async all() {
      try {
        return await (await database()).getAllFromIndex('photos', 'order');
      } catch {
        return [];
      }
    },
  };
}
