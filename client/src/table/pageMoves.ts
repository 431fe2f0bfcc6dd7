import type { Page } from '@ravlo/contract';
import { api } from '@/packet/api';
import { selectRecipe } from '@/packet/editsSlice';
import { heldAnswer } from '@/packet/heldAnswer';
import { arrangePages } from '@/packet/history';
import { idsOf, insertedAfter, without } from '@/packet/pageOrder';
import type { AppThunk } from '@/packet/store';
import { toTrouble, type Trouble } from '@/packet/trouble';

/**
 * What is done to a packet's pages on the table, each as one step that can be taken back. All give the trouble, if they
 * could not be done: then nothing is changed.
 */
type Move = AppThunk<Promise<Trouble | null>>;

/** A packet as the table has it. */
export interface Laid {
  readonly packetId: string;
  /** in order */
  readonly pages: readonly Page[];
}

export type Chosen = ReadonlySet<string>;

const chosenOf = ({ pages }: Laid, chosen: Chosen) => pages.filter(({ id }) => chosen.has(id));

export const reorderPages = ({ packetId }: Laid, pageIds: readonly string[], what: string): Move =>
  arrangePages(packetId, [{ packetId, pageIds: [...pageIds] }], what);

export const removePages = ({ packetId, pages }: Laid, chosen: Chosen, name: string): Move =>
  arrangePages(packetId, [{ packetId, pageIds: without(idsOf(pages), chosen) }], `delete ${name}`);

/** A copy of a page lies behind it. */
export function duplicatePage({ packetId, pages }: Laid, page: Page, name: string): Move {
  return trying(async (dispatch) => {
    const ids = idsOf(pages);
    const copy = await dispatch(copyPage(page));
    const after = { packetId, pageIds: insertedAfter([...ids, copy], copy, page.id) };
    return dispatch(arrangePages(packetId, [after], `copy of ${name}`, [{ packetId, pageIds: ids }]));
  });
}

/** Pages leave for another packet, behind those that lie there. */
export function movePages(laid: Laid, chosen: Chosen, otherId: string, what: string): Move {
  return trying(async (dispatch) => {
    const { packetId, pages } = laid;
    const theirs = await dispatch(freshIds(otherId));
    const there = { packetId: otherId, pageIds: [...theirs, ...idsOf(chosenOf(laid, chosen))] };
    const here = { packetId, pageIds: without(idsOf(pages), chosen) };
    return dispatch(arrangePages(packetId, [there, here], what));
  });
}

/** Copies of pages go into another packet, behind those that lie there. */
export function copyPages(laid: Laid, chosen: Chosen, otherId: string, what: string): Move {
  return trying(async (dispatch) => {
    const before = await dispatch(freshIds(otherId));
    const copies: string[] = [];
    for (const page of chosenOf(laid, chosen)) copies.push(await dispatch(copyPage(page, otherId)));
    const after = { packetId: otherId, pageIds: [...before, ...copies] };
    return dispatch(arrangePages(laid.packetId, [after], what, [{ packetId: otherId, pageIds: before }]));
  });
}

/** Pages leave for a packet of their own. */
export function splitPages(laid: Laid, chosen: Chosen, what: string): Move {
  return trying(async (dispatch) => {
    const { packetId, pages } = laid;
    const made = await dispatch(api.endpoints.createPacket.initiate({}, { track: false })).unwrap();
    await dispatch(api.util.upsertQueryData('packet', made.id, made));
    const there = { packetId: made.id, pageIds: idsOf(chosenOf(laid, chosen)) };
    const here = { packetId, pageIds: without(idsOf(pages), chosen) };
    return dispatch(arrangePages(packetId, [there, here], what));
  });
}

/** All of another packet's pages come here, behind these. */
export function joinPacket({ packetId, pages }: Laid, otherId: string, what: string): Move {
  return trying(async (dispatch) => {
    const theirs = await dispatch(freshIds(otherId));
    const here = { packetId, pageIds: [...idsOf(pages), ...theirs] };
    return dispatch(arrangePages(packetId, [here, { packetId: otherId, pageIds: [] }], what));
  });
}

/** Makes what is thrown the trouble that is told. */
const trying =
  (work: AppThunk<Promise<Trouble | null>>): Move =>
  (dispatch) =>
    dispatch(work).catch(toTrouble);

/** @returns the copy's id @throws Trouble */
const copyPage =
  (page: Page, packetId?: string): AppThunk<Promise<string>> =>
  async (dispatch, getState) => {
    const copying = { id: page.id, packetId, recipe: selectRecipe(getState(), page) };
    return (await dispatch(api.endpoints.copyPage.initiate(copying, { track: false })).unwrap()).id;
  };

/** The ids of a packet's pages as they lie on the server at this moment. @throws Trouble */
const freshIds =
  (packetId: string): AppThunk<Promise<string[]>> =>
  async (dispatch) => {
    const request = api.endpoints.packet.initiate(packetId, { forceRefetch: true });
    const { data, error } = await heldAnswer(dispatch(request));
    if (error || !data) throw error as unknown as Error;
    return idsOf(data.pages);
  };
