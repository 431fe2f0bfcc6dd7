import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { NO_HISTORY, type History } from './historySlice';

/** What was done to each packet, kept in the browser over a reload. */
interface HistorySchema extends DBSchema {
  histories: { key: string; value: History };
}

let opened: Promise<IDBPDatabase<HistorySchema>> | null = null;

function database(): Promise<IDBPDatabase<HistorySchema>> {
  opened ??= openDB<HistorySchema>('ravlo-history', 1, {
    upgrade(db) {
      db.createObjectStore('histories');
    },
  });
  return opened;
}

/** A browser that keeps nothing begins anew. */
export async function readHistory(packetId: string): Promise<History> {
  try {
    return (await (await database()).get('histories', packetId)) ?? NO_HISTORY;
  } catch {
    return NO_HISTORY;
  }
}

export async function keepHistory(packetId: string, history: History): Promise<void> {
  try {
    await (await database()).put('histories', history, packetId);
  } catch {
    // As above: undo still works until the page is left.
  }
}
