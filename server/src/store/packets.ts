import { QueryTypes } from 'sequelize';
import { randomUUID } from 'node:crypto';
import { shelfPacketSchema, type Archive, type Deleted, type OpenPacket, type Shelf } from '@ravlo/contract';
import { readable, toOpenPacket } from './answers';
import { givePacket } from './givePacket';
import { inWriting, lyingRows, packetRow, type StoreContext } from './context';
import type { KeptPhoto } from './photos';
import { timeLeft } from './timeLeft';
import { notFound } from '../problems';

/** The packets of one person. */
export type Packets = ReturnType<typeof packetsOf>;

/** A row of the shelf as SQLite has it: times are texts. */
interface ShelfRow {
  readonly id: string;
  readonly name: string;
  readonly paper: string;
  readonly look: string | null;
  readonly margin: string;
  readonly isUpright: number;
  readonly mostBytes: number | null;
  readonly isSigned: number;
  readonly briefId: string | null;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly pageCount: number;
  readonly coverId: string | null;
  readonly coverVersion: number | null;
}

/** One statement for all packets: models of every page of every packet would hold the process for a second. */
const SHELF = `
  SELECT packets.id, packets.name, packets.paper, packets.look, packets.margin, packets.isUpright, packets.mostBytes,
    packets.isSigned, packets.briefId, packets.createdAt, packets.updatedAt,
    (SELECT count(*) FROM pages WHERE packetId = packets.id AND deletedAt IS NULL) AS pageCount,
    cover.id AS coverId, cover.version AS coverVersion
  FROM packets LEFT JOIN pages AS cover ON cover.id = (
    SELECT id FROM pages WHERE packetId = packets.id AND deletedAt IS NULL ORDER BY position, createdAt LIMIT 1
  )
  WHERE packets.ownerId = :ownerId AND packets.deletedAt IS NULL
  ORDER BY packets.updatedAt DESC, packets.id`;

export function packetsOf(context: StoreContext) {
  const { db, ownerId, log } = context;

  async function open(id: string): Promise<OpenPacket> {
    const row = await packetRow(context, id);
    return toOpenPacket(row, await lyingRows(db, [id]), log);
  }

  return {
    open,

    /** All packets, newest first. */
    async shelf(): Promise<Shelf> {
      const rows = await db.sequelize.query<ShelfRow>(SHELF, {
        replacements: { ownerId },
        type: QueryTypes.SELECT,
      });
      const packets = readable(rows, toShelfPacket, log);
      return { packets, unreadable: rows.length - packets.length };
    },

    /**
     * @param id of a packet that was begun without the server; one that is there already is answered as it is
     * @throws ProblemError not-found when the id is somebody else's
     */
    async create(name: string, id?: string): Promise<OpenPacket> {
      return inWriting(context, async ({ transaction, tell }) => {
        const known = id ? await db.packets.findByPk(id, { transaction }) : null;
        if (known && known.ownerId !== ownerId) throw notFound('packet');
        if (known) return toOpenPacket(known, await lyingRows(db, [known.id], transaction), log);
        const row = await db.packets.create({ ...(id ? { id } : {}), ownerId, name }, { transaction });
        tell(row.id);
        return toOpenPacket(row, [], log);
      });
    },

    /**
     * Makes a new packet of an archive whose photos are safe on the disk.
     *
     * @param photos by their SHA-256: all that the archive names
     */
    async bringIn({ packet, pages }: Archive, photos: ReadonlyMap<string, KeptPhoto>): Promise<OpenPacket> {
      return inWriting(context, async ({ transaction, tell }) => {
        const { createdAt, ...facts } = packet;
        const row = await db.packets.create(
          { ownerId, ...facts, createdAt: new Date(createdAt) },
          { transaction },
        );
        for (const [position, { photo: sha256, photoName, takenAt, recipe }] of pages.entries()) {
          const photo = photos.get(sha256);
          if (!photo) throw new Error('A page names a photo that is not there');
          const [photoRow] = await db.photos.findOrCreate({
            where: { ownerId, sha256 },
            defaults: { ownerId, ...photo },
            transaction,
          });
          await db.pages.create(
            {
              packetId: row.id,
              photoId: photoRow.id,
              clientKey: randomUUID(),
              photoName,
              position,
              recipe,
              // Where a photo does not say when it was taken, this does.
              createdAt: new Date(takenAt),
            },
            { transaction },
          );
        }
        tell(row.id);
        return toOpenPacket(row, await lyingRows(db, [row.id], transaction), log);
      });
    },

    /** It is kept for a while, and can be brought back. Deleting what is deleted already changes nothing. */
    async remove(id: string): Promise<void> {
      await inWriting(context, async ({ transaction, tell }) => {
        const row = await packetRow(context, id, { transaction, deleted: 'also' });
        if (row.deletedAt) return;
        await row.update({ deletedAt: new Date() }, { transaction });
        tell(id);
      });
    },

    /** Bringing back what is there already changes nothing. */
    async restore(id: string): Promise<OpenPacket> {
      return inWriting(context, async ({ transaction, touch }) => {
        const row = await packetRow(context, id, { transaction, deleted: 'also' });
        if (row.deletedAt) {
          await row.update({ deletedAt: null }, { transaction });
          await touch(id);
        }
        return toOpenPacket(row, await lyingRows(db, [id], transaction), log);
      });
    },

    /**
     * From now on the packet, with all its pages, also the deleted ones, is another person's: it was taken on the wrong
     * account. It is tied to no brief any more.
     *
     * @throws ProblemError not-found where packet or person is not here
     */
    async give(id: string, to: string): Promise<void> {
      await inWriting(context, (writing) => givePacket(context, writing, id, to));
    },

    /** Deleted packets, the newest first. */
    async deleted(): Promise<Deleted['packets']> {
      const rows = await db.sequelize.query<{
        id: string;
        name: string;
        deletedAt: string;
        pageCount: number;
      }>(
        `SELECT id, name, deletedAt,
           (SELECT count(*) FROM pages WHERE packetId = packets.id AND deletedAt IS NULL) AS pageCount
         FROM packets WHERE ownerId = :ownerId AND deletedAt IS NOT NULL ORDER BY deletedAt DESC`,
        { replacements: { ownerId }, type: QueryTypes.SELECT },
      );
      return readable(
        rows,
        ({ id, name, pageCount, deletedAt }) => ({
          id,
          name,
          pageCount,
          ...timeLeft(new Date(deletedAt)),
        }),
        log,
      );
    },
  };
}

function toShelfPacket(row: ShelfRow) {
  const { coverId, coverVersion, createdAt, updatedAt, isUpright, isSigned, ...facts } = row;
  return shelfPacketSchema.parse({
    ...facts,
    isUpright: isUpright === 1,
    isSigned: isSigned === 1,
    createdAt: new Date(createdAt).toISOString(),
    changedAt: new Date(updatedAt).toISOString(),
    cover: coverId ? { pageId: coverId, version: coverVersion } : null,
  });
}
