import type { Logger } from 'pino';
import type { Transaction } from 'sequelize';
import { notFound } from '../problems';
import type { Changes } from './changes';
import type { Database } from './database';
import type { PacketRow, PageRow } from './models';
import type { Writer } from './writer';

/** What every part of one person's store stands on. */
export interface StoreContext {
  readonly db: Database;
  readonly writer: Writer;
  /** every row that is read or written is checked to be this person's */
  readonly ownerId: string;
  readonly changes: Changes;
  readonly log: Logger;
}

export interface Writing {
  readonly transaction: Transaction;
  /** marks a packet as changed now: it comes first on the shelf, and whoever listens is told once it is saved */
  touch(packetId: string): Promise<void>;
  /** tells whoever listens of a packet, without making it the newest */
  tell(packetId: string): void;
}

/** Does some writing as one piece, and tells of the packets that it touched when it is safe. */
export async function inWriting<T>(
  { db, writer, changes }: StoreContext,
  work: (writing: Writing) => Promise<T>,
): Promise<T> {
  const touched = new Set<string>();
  const result = await writer.write((transaction) =>
    work({
      transaction,
      tell: (packetId) => void touched.add(packetId),
      async touch(packetId) {
        touched.add(packetId);
        await db.packets.update(
          { updatedAt: new Date() },
          { where: { id: packetId }, transaction, silent: true },
        );
      },
    }),
  );
  for (const packetId of touched) changes.tell({ packetId });
  return result;
}

export interface FindOptions {
  readonly transaction?: Transaction;
  /** look among the deleted ones as well. @default not */
  readonly deleted?: 'also';
}

/** @throws ProblemError not-found unless the packet is here and this person's */
export async function packetRow(
  { db, ownerId }: StoreContext,
  id: string,
  { transaction, deleted }: FindOptions = {},
): Promise<PacketRow> {
  const here = deleted ? null : { deletedAt: null };
  const row = await db.packets.findOne({ where: { id, ownerId, ...here }, transaction });
  if (!row) throw notFound('packet');
  return row;
}

/** This person's pages by id, with photo and packet; also deleted ones. Those that are not theirs are left out. */
export async function ownPageRows(
  { db, ownerId }: StoreContext,
  ids: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, PageRow>> {
  const rows = await db.pages.findAll({
    where: { id: [...ids] },
    include: [
      { model: db.photos, as: 'photo', required: true },
      { model: db.packets, as: 'packet', required: true, where: { ownerId } },
    ],
    transaction,
  });
  return new Map(rows.map((row) => [row.id, row]));
}

/** Whether a page that was read with its packet is on a table. */
export const isLying = (row: PageRow | undefined): row is PageRow =>
  row !== undefined && row.deletedAt === null && row.packet?.deletedAt === null;

/** @throws ProblemError not-found unless the page is here, in a packet that is here, and this person's */
export async function pageRow(
  context: StoreContext,
  id: string,
  transaction?: Transaction,
): Promise<PageRow> {
  const row = (await ownPageRows(context, [id], transaction)).get(id);
  if (!isLying(row)) throw notFound('page');
  return row;
}

/** The pages that lie in some packets, in order, with their photos. */
export function lyingRows(
  db: Database,
  packetIds: readonly string[],
  transaction?: Transaction,
): Promise<PageRow[]> {
  return db.pages.findAll({
    where: { packetId: [...packetIds], deletedAt: null },
    include: [{ model: db.photos, as: 'photo', required: true }],
    order: [
      ['position', 'ASC'],
      ['createdAt', 'ASC'],
    ],
    transaction,
  });
}
