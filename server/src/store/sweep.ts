import { literal, Op } from 'sequelize';
import { DAYS_KEPT } from '@ravlo/contract';
import { PacketRow, PageRow, PhotoRow } from './models';
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
export async function sweep(writer: Writer, files: PhotoFiles, now = Date.now()): Promise<Swept> {
  const deletedAt = { [Op.lt]: new Date(now - DAYS_KEPT * DAY) };
  const rows = await writer.write(async (transaction) => {
    const old = await PacketRow.findAll({ where: { deletedAt }, attributes: ['id'], transaction });
    const packetIds = old.map(({ id }) => id);
    const pages =
      (await PageRow.destroy({ where: { packetId: packetIds }, transaction })) +
      (await PageRow.destroy({ where: { deletedAt }, transaction }));
    const packets = await PacketRow.destroy({ where: { id: packetIds }, transaction });
    const photos = await PhotoRow.destroy({
      where: { id: { [Op.notIn]: literal('(SELECT photoId FROM pages)') } },
      transaction,
    });
    return { packets, pages, photos };
  });
  const swept = await writer.alone(async () => {
    const named = new Set((await PhotoRow.findAll({ attributes: ['sha256'] })).map(({ sha256 }) => sha256));
    return files.sweep((sha256) => named.has(sha256));
  });
  return { ...rows, files: swept };
}

/** How often what is due is swept away while the server runs, ms. */
const EVERY = 6 * 3600 * 1000;

/** Sweeps now and then. @returns a function that ends it */
export function keepSwept(writer: Writer, files: PhotoFiles, onError: (reason: unknown) => void): () => void {
  const once = () => void sweep(writer, files).catch(onError);
  once();
  const timer = setInterval(once, EVERY);
  timer.unref();
  return () => clearInterval(timer);
}
