import { randomUUID } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import {
  asOneSheet,
  FRESH_RECIPE,
  MOST_PAGES,
  type CopyPage,
  type Deleted,
  type Found,
  type Page,
  type Recipe,
} from '@ravlo/contract';
import { notFound } from '../problems';
import { readable, toPage } from './answers';
import { inWriting, ownPageRows, packetRow, pageRow, type StoreContext } from './context';
import type { KeptPhoto } from './photos';
import type { PageRow } from './models';
import { assertRoom, makePlace, type Place } from './placing';
import { timeLeft } from './timeLeft';

export interface NewPage extends Place {
  readonly photo: KeptPhoto;
  readonly photoName: string;
  readonly clientKey: string;
  /** its id, where nothing has it yet @default a new one */
  readonly pageId?: string;
  readonly recipe?: Recipe;
  /** the page whose place it takes; that page goes, and can be brought back */
  readonly replaces?: string;
}

const MOST_NAME = 250;
/** Pages that must lie the same way before another, which cannot be told, is taken to lie so too. */
const ENOUGH_TO_FOLLOW = 2;

/** The pages of one person. */
export type Pages = ReturnType<typeof pagesOf>;

export function pagesOf(context: StoreContext) {
  const { db, ownerId, log } = context;

  /**
   * Which way up a page is: where that cannot be told from it, as the other pages of its packet, if these agree: they
   * are taken by the same hand, one after the other.
   */
  async function wayUp(
    row: PageRow,
    { turn, way }: Found,
    transaction: Transaction,
  ): Promise<Pick<Recipe, 'turn' | 'way'>> {
    if (!way) return { turn };
    const others = await db.pages.findAll({
      where: { packetId: row.packetId, deletedAt: null, id: { [Op.ne]: row.id } },
      transaction,
    });
    const known = others.flatMap(({ found, recipe }) => (found && !recipe.way ? [recipe.turn] : []));
    const [first, ...rest] = known;
    if (first === undefined || rest.length + 1 < ENOUGH_TO_FOLLOW) return { turn, way };
    return rest.every((other) => other === first) ? { turn: first } : { turn, way };
  }

  /** The further pages that a photo shows lie right behind the first, as long as there is room for all of them. */
  async function addFurther(row: PageRow, { further = [] }: Found, transaction: Transaction): Promise<void> {
    if (further.length === 0) return;
    const lying = await db.pages.count({ where: { packetId: row.packetId, deletedAt: null }, transaction });
    if (lying + further.length > MOST_PAGES) {
      await row.update(
        { recipe: { ...row.recipe, outline: asOneSheet(row.recipe.outline) } },
        { transaction },
      );
      return;
    }
    await db.pages.increment(
      { position: further.length },
      { where: { packetId: row.packetId, position: { [Op.gt]: row.position } }, transaction },
    );
    for (const [i, outline] of further.entries()) {
      await db.pages.create(
        {
          packetId: row.packetId,
          photoId: row.photoId,
          clientKey: randomUUID(),
          photoName: row.photoName,
          position: row.position + 1 + i,
          recipe: { ...row.recipe, outline },
          found: { outline, turn: row.recipe.turn },
        },
        { transaction },
      );
    }
  }

  return {
    /** @throws ProblemError not-found */
    open: async (id: string): Promise<Page> => toPage(await pageRow(context, id)),

    /** @throws ProblemError not-found unless the packet is here */
    async assertPacket(packetId: string): Promise<void> {
      await packetRow(context, packetId);
    },

    /**
     * Whether a page can be added: asked before a photo's bytes are sent, and again before they are kept.
     *
     * @throws ProblemError not-found, packet-full
     */
    async assertPlace(packetId: string, replaces?: string): Promise<void> {
      await packetRow(context, packetId);
      const old = replaces ? await db.pages.count({ where: { id: replaces, packetId } }) : 0;
      if (old === 0) await assertRoom(db, packetId);
    },

    /** The page that the photo with this key has become, also when it has been deleted since; null before that. */
    async findByClientKey(packetId: string, clientKey: string): Promise<Page | null> {
      const row = await db.pages.findOne({
        where: { packetId, clientKey },
        include: [
          { model: db.photos, as: 'photo', required: true },
          { model: db.packets, as: 'packet', required: true, where: { ownerId } },
        ],
      });
      return row && toPage(row);
    },

    /** Adds a page at its place, or in that of another. The same client key again gives the page that is there already. */
    async add(packetId: string, page: NewPage): Promise<Page> {
      const { photo, photoName, clientKey, pageId, recipe, replaces, ...place } = page;
      return inWriting(context, async ({ transaction, touch }) => {
        const packet = await packetRow(context, packetId, { transaction });
        const known = await db.pages.findOne({
          where: { packetId, clientKey },
          include: [{ model: db.photos, as: 'photo', required: true }],
          transaction,
        });
        if (known) return toPage(known);
        // The page may have been deleted meanwhile: its place is still the right one.
        const old = replaces
          ? await db.pages.findOne({ where: { id: replaces, packetId }, transaction })
          : null;
        if (!old) await assertRoom(db, packetId, transaction);
        const position = old ? old.position : await makePlace(db, packetId, place, transaction);
        const [photoRow] = await db.photos.findOrCreate({
          where: { ownerId, sha256: photo.sha256 },
          defaults: { ownerId, ...photo },
          transaction,
        });
        const isFree = pageId !== undefined && !(await db.pages.findByPk(pageId, { transaction }));
        const look = old?.recipe.look ?? packet.look ?? FRESH_RECIPE.look;
        const row = await db.pages.create(
          {
            ...(isFree ? { id: pageId } : {}),
            packetId,
            photoId: photoRow.id,
            clientKey,
            photoName: photoName.slice(0, MOST_NAME),
            position,
            batch: place.batch ?? null,
            batchIndex: place.index ?? null,
            recipe: recipe ?? { ...FRESH_RECIPE, look },
          },
          { transaction },
        );
        row.photo = photoRow;
        if (old && !old.deletedAt) await old.update({ deletedAt: new Date() }, { transaction });
        await touch(packetId);
        return toPage(row);
      });
    },

    /**
     * Takes what Ravlo has found in a photo by itself. It yields: the outline is taken only where nobody has drawn one,
     * the turn only where nobody has turned the page.
     */
    async noteFound(id: string, found: Found): Promise<Page> {
      return inWriting(context, async ({ transaction, tell }) => {
        const row = await pageRow(context, id, transaction);
        const { recipe } = row;
        if (recipe.outline.by === 'pending') {
          const isTurned = recipe.turn !== FRESH_RECIPE.turn;
          const way = isTurned ? { turn: recipe.turn } : await wayUp(row, found, transaction);
          await row.update(
            { recipe: { ...recipe, outline: found.outline, ...way }, found, version: row.version + 1 },
            { transaction },
          );
          await addFurther(row, found, transaction);
          tell(row.packetId);
        }
        return toPage(row);
      });
    },

    /** A second page of the same photo, at the end of its packet or of another. */
    async copy(id: string, { packetId, recipe }: CopyPage): Promise<Page> {
      return inWriting(context, async ({ transaction, touch }) => {
        const row = await pageRow(context, id, transaction);
        const to = packetId ?? row.packetId;
        await packetRow(context, to, { transaction });
        await assertRoom(db, to, transaction);
        const copy = await db.pages.create(
          {
            packetId: to,
            photoId: row.photoId,
            clientKey: randomUUID(),
            photoName: row.photoName,
            position: await makePlace(db, to, {}, transaction),
            recipe: recipe ?? row.recipe,
          },
          { transaction },
        );
        copy.photo = row.photo;
        await touch(to);
        return toPage(copy);
      });
    },

    /**
     * Brings a deleted page back to where it lay.
     *
     * @throws ProblemError not-found, packet-full
     */
    async restore(id: string): Promise<Page> {
      return inWriting(context, async ({ transaction, touch }) => {
        const row = (await ownPageRows(context, [id], transaction)).get(id);
        if (!row || row.packet?.deletedAt !== null) throw notFound('page');
        if (row.deletedAt) {
          await assertRoom(db, row.packetId, transaction);
          await row.update({ deletedAt: null }, { transaction });
          await touch(row.packetId);
        }
        return toPage(row);
      });
    },

    /** Deleted pages of packets that are still there, the newest first. */
    async deleted(): Promise<Deleted['pages']> {
      const rows = await db.pages.findAll({
        where: { deletedAt: { [Op.ne]: null } },
        include: [
          { model: db.photos, as: 'photo', required: true },
          { model: db.packets, as: 'packet', required: true, where: { ownerId, deletedAt: null } },
        ],
        order: [['deletedAt', 'DESC']],
      });
      return readable(
        rows,
        (row) => ({
          page: toPage(row),
          packetName: row.packet?.name ?? '',
          ...timeLeft(row.deletedAt ?? new Date(0)),
        }),
        log,
      );
    },
  };
}
