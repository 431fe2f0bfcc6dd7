import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { isNothing, joinEdits, type Clash, type Edits, type Step } from './pendingEdits';
import { own } from './whose';
import { MOST_STEPS, NOTHING_DONE, type PacketEdits } from './editsSlice';

/** What a window has done to a packet, kept in the browser over reloads and crashes: edits and history, as one. */
export interface EditsRecord extends PacketEdits {
  readonly packetId: string;
  readonly windowId: string;
}

interface EditsSchema extends DBSchema {
  records: { key: [packetId: string, windowId: string]; value: EditsRecord; indexes: { packet: string } };
}

/** This browser's own store of what its windows have done: shared by them, opened once by each. */
export interface EditsStore {
  /** @returns false when the browser has no room or keeps nothing (a private window) */
  keep(record: EditsRecord): Promise<boolean>;
  /** The packets with edits that are not on the server, of any window. */
  packetsWithEdits(): Promise<string[]>;
  /**
   * What this window did to a packet before, and what windows that are closed by now have left: from now on it is
   * this window's. A browser that keeps nothing begins anew.
   *
   * @param closed the ids, of some windows, that are closed
   */
  take(
    packetId: string,
    windowId: string,
    closed: (windowIds: readonly string[]) => Promise<readonly string[]>,
  ): Promise<PacketEdits>;
}

export function createEditsStore(): EditsStore {
  let opened: Promise<IDBPDatabase<EditsSchema>> | null = null;
  const database = () =>
    (opened ??= openDB<EditsSchema>(own('ravlo-edits'), 1, {
      upgrade(db) {
        db.createObjectStore('records', { keyPath: ['packetId', 'windowId'] }).createIndex(
          'packet',
          'packetId',
        );
      },
    }));
  return {
    async keep(record) {
      try {
        await (await database()).put('records', record);
        return true;
      } catch {
        return false;
      }
    },
    async packetsWithEdits() {
      try {
        const all = await (await database()).getAll('records');
        return [...new Set(all.filter(hasEdits).map(({ packetId }) => packetId))];
      } catch {
        return [];
      }
    },
    async take(packetId, windowId, closed) {
      try {
        return await takeOver(await database(), packetId, windowId, closed);
      } catch {
        return NOTHING_DONE;
      }
    },
  };
}

async function takeOver(
  db: IDBPDatabase<EditsSchema>,
  packetId: string,
  windowId: string,
  closed: Parameters<EditsStore['take']>[2],
): Promise<PacketEdits> {
  const all = await db.getAllFromIndex('records', 'packet', packetId);
  const others = all.map((record) => record.windowId).filter((id) => id !== windowId);
  const gone = new Set(others.length > 0 ? await closed(others) : []);
  const mine = all.filter((record) => record.windowId === windowId || gone.has(record.windowId));
  if (mine.length === 0) return NOTHING_DONE;
  const joined = mine.reduce<PacketEdits>(joinRecords, NOTHING_DONE);
  if (gone.size > 0) {
    // In one transaction: what was taken over is never in two places, or in none.
    const change = db.transaction('records', 'readwrite');
    await change.store.put({ ...joined, packetId, windowId });
    for (const id of gone) await change.store.delete([packetId, id]);
    await change.done;
  }
  const { sending, waiting, past, future, clashes } = joined;
  return { sending, waiting, past, future, clashes };
}

const hasEdits = ({ sending, waiting, clashes }: PacketEdits) =>
  (sending !== null && !isNothing(sending)) || !isNothing(waiting) || clashes.length > 0;

/** Two windows' work as one: what was being sent is sent again, and the steps follow each other in time. */
function joinRecords(a: PacketEdits, b: PacketEdits): PacketEdits {
  const byTime = (steps: readonly Step[]) => [...steps].sort((x, y) => x.at - y.at).slice(-MOST_STEPS);
  const clashes: readonly Clash[] = [...a.clashes, ...b.clashes];
  const sendings = [a.sending, b.sending].filter((edits): edits is Edits => edits !== null);
  return {
    sending: sendings.length > 0 ? sendings.reduce(joinEdits) : null,
    waiting: joinEdits(a.waiting, b.waiting),
    past: byTime([...a.past, ...b.past]),
    future: b.past.length + b.future.length > 0 ? b.future : a.future,
    clashes,
  };
}
