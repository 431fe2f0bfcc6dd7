import { randomUUID } from 'node:crypto';
import { Op, Transaction, type Sequelize } from 'sequelize';
import {
  FRESH_RECIPE,
  MOST_PAGES,
  type Arrange,
  type ChangePacket,
  type CopyPage,
  type OpenPacket,
  type Packet,
  type Page,
  type Photo,
  type Recipe,
} from '@ravlo/contract';
import { notFound, ProblemError } from '../problems';
import type { Changes } from './changes';
import { PacketRow, PageRow, PhotoRow } from './models';
import { packetFull, toPacket, toPage } from './answers';

/** A photo whose bytes are already safe on the disk. */
export interface KeptPhoto extends Omit<Photo, 'id'> {
  readonly sha256: string;
  readonly takenAt: Date | null;
}

export interface NewPage {
  readonly photo: KeptPhoto;
  readonly photoName: string;
  readonly clientKey: string;
  readonly recipe?: Recipe;
  /** the page whose place it takes; that page goes, and can be brought back */
  readonly replaces?: string;
  /** the page before which it goes; at the end otherwise, also when that page is gone */
  readonly before?: string;
}

/** Packets and pages of one person: every call checks that the row is that person's. */
export type PacketStore = ReturnType<typeof createPacketStore>;

export function createPacketStore(sequelize: Sequelize, ownerId: string, changes: Changes) {
  const inTransaction = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
    sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work);

  async function packetRow(id: string, transaction?: Transaction, deleted = false): Promise<PacketRow> {
    const deletedAt = deleted ? { [Op.ne]: null } : null;
    const row = await PacketRow.findOne({ where: { id, ownerId, deletedAt }, transaction });
    if (!row) throw notFound('packet');
    return row;
  }

  async function pageRow(id: string, transaction?: Transaction): Promise<PageRow> {
    const row = await PageRow.findOne({
      where: { id, deletedAt: null },
      include: [
        { model: PhotoRow, as: 'photo', required: true },
        { model: PacketRow, as: 'packet', required: true, where: { ownerId } },
      ],
      transaction,
    });
    if (!row) throw notFound('page');
    return row;
  }

  const pageRows = (packetIds: readonly string[], transaction?: Transaction): Promise<PageRow[]> =>
    PageRow.findAll({
      where: { packetId: [...packetIds], deletedAt: null },
      include: [{ model: PhotoRow, as: 'photo', required: true }],
      order: [
        ['position', 'ASC'],
        ['createdAt', 'ASC'],
      ],
      transaction,
    });

  /** This person's pages by id, also deleted ones, with their packets. */
  async function ownPages(ids: readonly string[], transaction: Transaction): Promise<Map<string, PageRow>> {
    const rows = await PageRow.findAll({
      where: { id: [...ids] },
      include: [{ model: PacketRow, as: 'packet', required: true, where: { ownerId } }],
      transaction,
    });
    if (rows.length < ids.length) throw notFound('page');
    return new Map(rows.map((row) => [row.id, row]));
  }

  /** Marks a packet as changed now, so that it comes first on the shelf. */
  const touch = (packetId: string, transaction: Transaction) =>
    PacketRow.update({ updatedAt: new Date() }, { where: { id: packetId }, transaction, silent: true });

  /** Tells of a change once it is done. */
  async function telling<T>(packetIdOf: (done: T) => string, work: Promise<T>): Promise<T> {
    const done = await work;
    changes.tell({ packetId: packetIdOf(done) });
    return done;
  }

  const tellingOfPage = <T extends { packetId: string }>(work: Promise<T>) =>
    telling(({ packetId }) => packetId, work);

  return {
    /** @throws ProblemError not-found unless the packet is here and this person's */
    async assertPacket(id: string): Promise<void> {
      await packetRow(id);
    },

    async list(): Promise<Packet[]> {
      const rows = await PacketRow.findAll({
        where: { ownerId, deletedAt: null },
        order: [
          ['updatedAt', 'DESC'],
          ['id', 'ASC'],
        ],
      });
      const pages = await pageRows(rows.map((row) => row.id));
      return rows.map((row) =>
        toPacket(
          row,
          pages.filter((page) => page.packetId === row.id),
        ),
      );
    },

    async open(id: string): Promise<OpenPacket> {
      const row = await packetRow(id);
      const pages = await pageRows([id]);
      return { ...toPacket(row, pages), pages: pages.map(toPage) };
    },

    async create(name: string): Promise<OpenPacket> {
      const row = await telling(({ id }) => id, PacketRow.create({ ownerId, name }));
      return { ...toPacket(row, []), pages: [] };
    },

    async change(id: string, change: ChangePacket): Promise<OpenPacket> {
      const row = await packetRow(id);
      await telling(() => id, row.update(change));
      return this.open(id);
    },

    async remove(id: string): Promise<void> {
      const row = await packetRow(id);
      await telling(() => id, row.update({ deletedAt: new Date() }));
    },

    async restore(id: string): Promise<OpenPacket> {
      const row = await packetRow(id, undefined, true);
      await telling(() => id, row.update({ deletedAt: null }));
      return this.open(id);
    },

    /** Adds a page at the end, or in the place of another. The same client key again gives the page that is already there. */
    async addPage(
      packetId: string,
      { photo, photoName, clientKey, recipe, replaces, before }: NewPage,
    ): Promise<Page> {
      return tellingOfPage(
        inTransaction(async (transaction) => {
          const packet = await packetRow(packetId, transaction);
          const known = await PageRow.findOne({
            where: { packetId, clientKey },
            include: [{ model: PhotoRow, as: 'photo', required: true }],
            transaction,
          });
          if (known) return toPage(known);
          const places = await PageRow.findAll({
            where: { packetId },
            attributes: ['position', 'deletedAt'],
            transaction,
          });
          // The page may have been deleted meanwhile: its place is still the right one.
          const old = replaces
            ? await PageRow.findOne({ where: { id: replaces, packetId }, transaction })
            : null;
          if (!old && places.filter((place) => !place.deletedAt).length >= MOST_PAGES) {
            throw packetFull();
          }
          const next = before
            ? await PageRow.findOne({ where: { id: before, packetId, deletedAt: null }, transaction })
            : null;
          if (next && !old) {
            await PageRow.increment('position', {
              where: { packetId, position: { [Op.gte]: next.position } },
              transaction,
            });
          }
          const last = Math.max(-1, ...places.map((place) => place.position)) + 1;
          const [photoRow] = await PhotoRow.findOrCreate({
            where: { ownerId, sha256: photo.sha256 },
            defaults: { ownerId, ...photo },
            transaction,
          });
          const row = await PageRow.create(
            {
              packetId,
              photoId: photoRow.id,
              clientKey,
              photoName: photoName.slice(0, 250),
              position: old?.position ?? next?.position ?? last,
              recipe: recipe ?? {
                ...FRESH_RECIPE,
                look: old?.recipe.look ?? packet.look ?? FRESH_RECIPE.look,
              },
            },
            { transaction },
          );
          row.photo = photoRow;
          if (old && !old.deletedAt) await old.update({ deletedAt: new Date() }, { transaction });
          await touch(packetId, transaction);
          return toPage(row);
        }),
      );
    },

    /** The page with this client key, if it came in before. */
    async findByClientKey(packetId: string, clientKey: string): Promise<Page | null> {
      await packetRow(packetId);
      const row = await PageRow.findOne({
        where: { packetId, clientKey },
        include: [{ model: PhotoRow, as: 'photo', required: true }],
      });
      return row && toPage(row);
    },

    /** @throws ProblemError changed-elsewhere, with the page as it is, when `version` is not the newest */
    async changePage(id: string, version: number, recipe: Recipe): Promise<Page> {
      return tellingOfPage(
        inTransaction(async (transaction) => {
          const row = await pageRow(id, transaction);
          if (row.version !== version) {
            throw new ProblemError(
              'changed-elsewhere',
              'This page was changed in another window in the meantime. Here is how it is now.',
              toPage(row),
            );
          }
          await row.update({ recipe, version: version + 1 }, { transaction });
          await touch(row.packetId, transaction);
          return toPage(row);
        }),
      );
    },

    /**
     * Puts pages into packets, in order, all at once or not at all: see `arrangeRequest`.
     *
     * @throws ProblemError not-found for packets and pages that are not this person's; packet-full
     */
    async arrange({ packets, known }: Arrange): Promise<OpenPacket[]> {
      const packetIds = packets.map(({ packetId }) => packetId);
      await inTransaction(async (transaction) => {
        const wanted = packets.flatMap(({ pageIds }) => pageIds);
        if (new Set(wanted).size < wanted.length || new Set(packetIds).size < packetIds.length)
          throw new ProblemError('bad-request', 'A page can lie in one place only.');
        for (const id of packetIds) await packetRow(id, transaction);
        const rows = await ownPages(wanted, transaction);
        const before = await pageRows(packetIds, transaction);
        const gone = before.filter(({ id }) => known.includes(id) && !wanted.includes(id));
        await PageRow.update(
          { deletedAt: new Date() },
          { where: { id: gone.map(({ id }) => id) }, transaction },
        );
        for (const { packetId, pageIds } of packets) {
          const cameIn = before.filter(
            (row) => row.packetId === packetId && !wanted.includes(row.id) && !gone.includes(row),
          );
          const all = [...pageIds.flatMap((id) => rows.get(id) ?? []), ...cameIn];
          if (all.length > MOST_PAGES) throw packetFull();
          for (const [position, row] of all.entries())
            await row.update({ packetId, position, deletedAt: null }, { transaction });
          await touch(packetId, transaction);
        }
        // A page that was fetched out of a packet that nobody named: that one has changed too.
        for (const row of rows.values())
          if (!packetIds.includes(row.packet!.id)) packetIds.push(row.packet!.id);
      });
      for (const packetId of packetIds) changes.tell({ packetId });
      return Promise.all(packets.map(({ packetId }) => this.open(packetId)));
    },

    /** A second page of the same photo, at the end of its packet or of another. */
    async copyPage(id: string, { packetId, recipe }: CopyPage): Promise<Page> {
      return tellingOfPage(
        inTransaction(async (transaction) => {
          const row = await pageRow(id, transaction);
          const to = packetId ?? row.packetId;
          await packetRow(to, transaction);
          const places = await PageRow.findAll({
            where: { packetId: to },
            attributes: ['position', 'deletedAt'],
            transaction,
          });
          if (places.filter((place) => !place.deletedAt).length >= MOST_PAGES) throw packetFull();
          const copy = await PageRow.create(
            {
              packetId: to,
              photoId: row.photoId,
              clientKey: randomUUID(),
              photoName: row.photoName,
              position: Math.max(-1, ...places.map(({ position }) => position)) + 1,
              recipe: recipe ?? row.recipe,
            },
            { transaction },
          );
          copy.photo = row.photo;
          await touch(to, transaction);
          return toPage(copy);
        }),
      );
    },

    async photo(id: string): Promise<{ sha256: string; mime: string; bytes: number }> {
      const row = await PhotoRow.findOne({ where: { id, ownerId } });
      if (!row) throw notFound('photo');
      return { sha256: row.sha256, mime: row.mime, bytes: row.bytes };
    },
  };
}
