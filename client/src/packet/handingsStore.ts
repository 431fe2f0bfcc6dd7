import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { HandOverGiven } from './handOver';
import type { WaitingHanding } from './handingsSlice';
import { own } from './whose';

/** A handing over as it waits: with the very bytes that were looked at. */
export interface KeptHanding extends HandOverGiven, WaitingHanding {}

interface HandingsSchema extends DBSchema {
  handings: { key: string; value: KeptHanding };
}

/** This browser's own store of one person's handings over that wait. */
export interface HandingsStore {
  /** @returns false when the browser has no room or keeps nothing */
  keep(handing: KeptHanding): Promise<boolean>;
  get(briefId: string): Promise<KeptHanding | null>;
  all(): Promise<KeptHanding[]>;
  /** Lets go of one: only ever of one that has arrived, or that the person takes back. */
  forget(briefId: string): Promise<void>;
}

export function createHandingsStore(): HandingsStore {
  let opened: Promise<IDBPDatabase<HandingsSchema>> | null = null;
  const database = () =>
    (opened ??= openDB<HandingsSchema>(own('ravlo-handings'), 1, {
      upgrade: (db) => void db.createObjectStore('handings', { keyPath: 'briefId' }),
    }));
  return {
    async keep(handing) {
      try {
        await (await database()).put('handings', handing);
        return true;
      } catch {
        return false;
      }
    },
    async get(briefId) {
      try {
        return (await (await database()).get('handings', briefId)) ?? null;
      } catch {
        return null;
      }
    },
    async all() {
      try {
        return await (await database()).getAll('handings');
      } catch {
        return [];
      }
    },
    async forget(briefId) {
      try {
        await (await database()).delete('handings', briefId);
      } catch {
        // It was never kept.
      }
    },
  };
}
