import { MOST_PAGES, type Arrange, type OpenPacket } from '@ravlo/contract';
import { notFound, ProblemError } from '../problems';
import { packetFull, toOpenPacket } from './answers';
import { inWriting, lyingRows, ownPageRows, packetRow, type StoreContext } from './context';

/**
 * Puts pages into packets, in order, all at once or not at all: see `arrangeSchema`.
 *
 * @throws ProblemError not-found for packets and pages that are not this person's; packet-full
 */
export async function arrange(context: StoreContext, { packets, known }: Arrange): Promise<OpenPacket[]> {
  const { db } = context;
  const packetIds = packets.map(({ packetId }) => packetId);
  const wanted = packets.flatMap(({ pageIds }) => pageIds);
  if (new Set(wanted).size < wanted.length || new Set(packetIds).size < packetIds.length)
    throw new ProblemError('bad-request', 'A page can lie in one place only.');
  const [isKnown, isWanted] = [new Set(known), new Set(wanted)];

  return inWriting(context, async ({ transaction, touch, tell }) => {
    for (const id of packetIds) await packetRow(context, id, { transaction });
    const rows = await ownPageRows(context, wanted, transaction);
    if (rows.size < wanted.length) throw notFound('page');
    const before = await lyingRows(db, packetIds, transaction);
    const gone = before.filter(({ id }) => isKnown.has(id) && !isWanted.has(id));
    await db.pages.update(
      { deletedAt: new Date() },
      { where: { id: gone.map(({ id }) => id) }, transaction },
    );
    for (const { packetId, pageIds } of packets) {
      const cameIn = before.filter(
        (row) => row.packetId === packetId && !isWanted.has(row.id) && !gone.includes(row),
      );
      const all = [...pageIds.flatMap((id) => rows.get(id) ?? []), ...cameIn];
      if (all.length > MOST_PAGES) throw packetFull();
      // A page that was fetched out of a packet that nobody named: that one has changed too.
      for (const row of all) tell(row.packetId);
      for (const [position, row] of all.entries())
        await row.update({ packetId, position, deletedAt: null }, { transaction });
      await touch(packetId);
    }
    const lying = await lyingRows(db, packetIds, transaction);
    return Promise.all(
      packetIds.map(async (id) =>
        toOpenPacket(
          await packetRow(context, id, { transaction }),
          lying.filter(({ packetId }) => packetId === id),
          context.log,
        ),
      ),
    );
  });
}
