import { Op, type Transaction } from 'sequelize';
import { MOST_PAGES } from '@ravlo/contract';
import { packetFull } from './answers';
import type { Database } from './database';
import type { PageRow } from './models';

/** Where a new page goes in its packet. */
export interface Place {
  /** the page before which it goes; at the end otherwise, also when that page is gone */
  readonly before?: string;
  /** those that were chosen with it stand in the order of their numbers, whichever comes in first */
  readonly batch?: string;
  readonly index?: number;
}

/** @throws ProblemError packet-full when no page can be added */
export async function assertRoom(db: Database, packetId: string, transaction?: Transaction): Promise<void> {
  const lying = await db.pages.count({ where: { packetId, deletedAt: null }, transaction });
  if (lying >= MOST_PAGES) throw packetFull();
}

/** Makes room for one more page at a place, and says which position that is. */
export async function makePlace(
  db: Database,
  packetId: string,
  { before, batch, index }: Place,
  transaction: Transaction,
): Promise<number> {
  const lying = { packetId, deletedAt: null };
  const later =
    batch !== undefined && index !== undefined
      ? await db.pages.findOne({
          where: { ...lying, batch, batchIndex: { [Op.gt]: index } },
          order: [['position', 'ASC']],
          transaction,
        })
      : null;
  const next =
    later ?? (before ? await db.pages.findOne({ where: { ...lying, id: before }, transaction }) : null);
  if (next) {
    await db.pages.increment('position', {
      where: { packetId, position: { [Op.gte]: next.position } },
      transaction,
    });
    return next.position;
  }
  const last = await db.pages.max<number | null, PageRow>('position', { where: { packetId }, transaction });
  return (last ?? -1) + 1;
}
