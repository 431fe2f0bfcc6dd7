import type { Transaction } from 'sequelize';
import { notFound } from '../problems';
import { packetRow, type StoreContext, type Writing } from './context';
import type { PhotoRow } from './models';

/** See Packets.give. The bytes lie on the disk once for all people: only rows change. */
export async function givePacket(
  context: StoreContext,
  { transaction, touch }: Writing,
  id: string,
  to: string,
): Promise<void> {
  const { db, ownerId } = context;
  const packet = await packetRow(context, id, { transaction });
  if (to === ownerId) return;
  const household = { id: to, isElsewhere: false };
  if (!(await db.people.findOne({ where: household, transaction }))) throw notFound('person');
  const pages = await db.pages.findAll({
    where: { packetId: id },
    include: [{ model: db.photos, as: 'photo', required: true }],
    transaction,
  });
  const given = new Map<string, string>();
  for (const page of pages) {
    const photo = page.photo;
    if (!photo) throw new Error('A page was read without its photo');
    const photoId = given.get(photo.id) ?? (await photoFor(context, photo, to, transaction));
    given.set(photo.id, photoId);
    await page.update({ photoId }, { transaction });
  }
  await packet.update({ ownerId: to, briefId: null }, { transaction });
  // What none of the giver's pages shows any more is not theirs any more.
  for (const photoId of given.keys()) {
    const isShown = (await db.pages.count({ where: { photoId }, transaction })) > 0;
    if (!isShown) await db.photos.destroy({ where: { id: photoId, ownerId }, transaction });
  }
  await touch(id);
}

/** The other person's own row of the same photo. */
async function photoFor(
  { db }: StoreContext,
  { sha256, mime, bytes, width, height, takenAt }: PhotoRow,
  ownerId: string,
  transaction: Transaction,
): Promise<string> {
  const [row] = await db.photos.findOrCreate({
    where: { ownerId, sha256 },
    defaults: { ownerId, sha256, mime, bytes, width, height, takenAt },
    transaction,
  });
  return row.id;
}
