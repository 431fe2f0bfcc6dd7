import { literal, Op } from 'sequelize';
import { DAYS_KEPT } from '@ravlo/contract';
import type { Database } from './database';
import type { PhotoFiles } from './photoFiles';
import { DAY } from './timeLeft';
import type { Writer } from './writer';

/** What a sweep has taken away. */
export interface Swept {
  readonly packets: number;
  readonly pages: number;
  readonly photos: number;
  readonly files: number;
}

/**
 * Takes away for good what was deleted longer ago than it is kept: rows, and then bytes that no row names.
 *
 * @param now ms
 */
export async function sweep(
  db: Database,
  writer: Writer,
  files: PhotoFiles,
  now = Date.now(),
): Promise<Swept> {
  const deletedAt = { [Op.lt]: new Date(now - DAYS_KEPT * DAY) };
  const rows = await writer.write(async (transaction) => {
    const old = await db.packets.findAll({ where: { deletedAt }, attributes: ['id'], transaction });
    const packetIds = old.map(({ id }) => id);
    const pages =
      (await db.pages.destroy({ where: { packetId: packetIds }, transaction })) +
      (await db.pages.destroy({ where: { deletedAt }, transaction }));
    const packets = await db.packets.destroy({ where: { id: packetIds }, transaction });
    const photos = await db.photos.destroy({
      where: { id: { [Op.notIn]: literal('(SELECT photoId FROM pages)') } },
      transaction,
    });
    return { packets, pages, photos };
  });
  const swept = await writer.alone(async () => {
    const named = new Set((await db.photos.findAll({ attributes: ['sha256'] })).map(({ sha256 }) => sha256));
    return files.sweep((sha256) => named.has(sha256));
  });
  return { ...rows, files: swept };
}

/** How often what is due is swept away while the server runs, ms. */
const EVERY = 6 * 3600 * 1000;

/** Sweeps now and then. @returns a function that ends it */
export function keepSwept(
  db: Database,
  writer: Writer,
  files: PhotoFiles,
  onError: (reason: unknown) => void,
): () => void {
  const once = () => void sweep(db, writer, files).catch(onError);
  once();
  const timer = setInterval(once, EVERY);
  timer.unref();
  return () => clearInterval(timer);
}
