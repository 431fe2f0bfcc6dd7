import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { own } from './whose';

/** What the server said, kept in this browser for when it cannot be asked. */
export interface KeptAnswer {
  /** what was asked, as the store names it */
  readonly key: string;
  readonly data: unknown;
  /** ms */
  readonly at: number;
}

interface AnswersSchema extends DBSchema {
  answers: { key: string; value: KeptAnswer; indexes: { at: number } };
}

/** So many answers are kept at most; the oldest give way. */
const MOST_ANSWERS = 400;

/** This browser's own store of one person's answers. */
export interface KeptAnswers {
  keep(key: string, data: unknown): Promise<void>;
  /** null where it was never asked here, or nothing is kept */
  get(key: string): Promise<KeptAnswer | null>;
  /** Lets go of all. */
  clear(): Promise<void>;
}

export function createKeptAnswers(now: () => number = Date.now): KeptAnswers {
  let opened: Promise<IDBPDatabase<AnswersSchema>> | null = null;
  const database = () =>
    (opened ??= openDB<AnswersSchema>(own('ravlo-answers'), 1, {
      upgrade(db) {
        db.createObjectStore('answers', { keyPath: 'key' }).createIndex('at', 'at');
      },
    }));
  return {
    async keep(key, data) {
      try {
        const db = await database();
        await db.put('answers', { key, data, at: now() });
        const tooMany = (await db.count('answers')) - MOST_ANSWERS;
        if (tooMany > 0)
          for (const old of await db.getAllKeysFromIndex('answers', 'at', null, tooMany))
            await db.delete('answers', old);
      } catch {
        // A browser that keeps nothing works as long as the server can be asked.
      }
    },
    async get(key) {
      try {
        return (await (await database()).get('answers', key)) ?? null;
      } catch {
        return null;
      }
    },
    async clear() {
      try {
        await (await database()).clear('answers');
      } catch {
        // There was nothing.
      }
    },
  };
}
