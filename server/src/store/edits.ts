import {
  fieldsOf,
  isEmptyPatch,
  meetFacts,
  meetRecipe,
  patchFacts,
  patchRecipe,
  recipeSchema,
  type Conflicts,
  type Edits,
  type Edited,
  type Packet,
  type Page,
} from '@ravlo/contract';
import { changedElsewhere, pageFull } from '../problems';
import { factsOf, toPacket, toPage } from './answers';
import { inWriting, isLying, ownPageRows, type StoreContext, type Writing } from './context';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/**
 * Makes edits of packets and pages, all or none: see `editsSchema`.
 *
 * @throws ProblemError changed-elsewhere, with everything as it is now, where a field that the edits name was changed by
 *   somebody else, or what they change is gone
 */
export async function makeEdits(context: StoreContext, { packets, pages }: Edits): Promise<Edited> {
  return inWriting(context, async (writing) => {
    const conflicts: Mutable<Conflicts> = { pages: [], packets: [], gone: [] };
    const done: Edited = {
      packets: await editPackets(context, writing, packets, conflicts),
      pages: await editPages(context, writing, pages, conflicts),
    };
    const isRefused = conflicts.pages.length + conflicts.packets.length + conflicts.gone.length > 0;
    if (isRefused) throw changedElsewhere(conflicts);
    return done;
  });
}

async function editPages(
  context: StoreContext,
  { transaction, touch }: Writing,
  edits: Edits['pages'],
  conflicts: Mutable<Conflicts>,
): Promise<Page[]> {
  const rows = await ownPageRows(
    context,
    edits.map(({ pageId }) => pageId),
    transaction,
  );
  const touched = new Set<string>();
  const done: Page[] = [];
  for (const { pageId, patch } of edits) {
    const row = rows.get(pageId);
    if (!isLying(row)) {
      conflicts.gone.push(pageId);
      continue;
    }
    const { holds, differs } = meetRecipe(row.recipe, patch, { found: row.found });
    if (!isEmptyPatch(differs)) {
      conflicts.pages.push({ page: toPage(row), fields: fieldsOf(differs) });
      continue;
    }
    // Merged, it may be more than a page can hold.
    const recipe = recipeSchema.safeParse(patchRecipe(row.recipe, holds));
    if (!recipe.success) throw pageFull();
    await row.update({ recipe: recipe.data, version: row.version + 1 }, { transaction });
    touched.add(row.packetId);
    done.push(toPage(row));
  }
  for (const packetId of touched) await touch(packetId);
  return done;
}

async function editPackets(
  { db, ownerId }: StoreContext,
  { transaction, tell }: Writing,
  edits: Edits['packets'],
  conflicts: Mutable<Conflicts>,
): Promise<Packet[]> {
  const done: Packet[] = [];
  for (const { packetId, patch } of edits) {
    const row = await db.packets.findOne({ where: { id: packetId, ownerId, deletedAt: null }, transaction });
    if (!row) {
      conflicts.gone.push(packetId);
      continue;
    }
    const pageCount = await db.pages.count({ where: { packetId, deletedAt: null }, transaction });
    const facts = factsOf(row);
    const { differs } = meetFacts(facts, patch);
    if (!isEmptyPatch(differs)) {
      conflicts.packets.push({ packet: toPacket(row, pageCount), fields: fieldsOf(differs) });
      continue;
    }
    await row.update(patchFacts(facts, patch), { transaction });
    tell(packetId);
    done.push(toPacket(row, pageCount));
  }
  return done;
}
