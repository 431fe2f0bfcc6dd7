import { invertPatch, isEmptyPatch, isSame, meetFacts, meetRecipe, type Page } from '@ravlo/contract';
import { api } from './api';
import { edit, factEdits, newStep, pageEdits, remember } from './editing';
import { ensureEdits, keep } from './editsKeeping';
import { giveOrder } from './orders';
import {
  redone,
  selectFacts,
  selectRecipe,
  selectRedoStep,
  selectUndoStep,
  SHELF,
  undone,
} from './editsSlice';
import { packetNow } from './packetNow';
import { type PacketPages, type PageEdit, type Step } from './pendingEdits';
import { sayLeft } from './sayStep';
import type { AppThunk, RootState } from './store';
import { toTrouble, type Trouble } from './trouble';
import { remarked } from './troublesSlice';
import { inTurn } from './windowParts';

/**
 * Taking back and doing again. A step is turned round and laid over what is there now: where a field still is what the
 * step made of it, it goes back; where somebody has changed it since, it is left, and that is said.
 */

/** What is done next waits for what is on its way: a hand is quicker than the server. */
const steppingIn =
  <T>(packetId: string, work: AppThunk<Promise<T>>): AppThunk<Promise<T>> =>
  (dispatch, _getState, parts) =>
    inTurn(parts, `step ${packetId}`, async () => {
      await dispatch(ensureEdits(packetId));
      return dispatch(work);
    });

/**
 * Puts pages into packets: exactly these, in this order.
 *
 * @param packetId whose history remembers it
 * @param was how they lay before, where that is not how they lie now
 * @returns the trouble, if it could not be done
 */
export function arrangePages(
  packetId: string,
  after: readonly PacketPages[],
  what: string,
  was?: readonly PacketPages[],
): AppThunk<Promise<Trouble | null>> {
  return steppingIn(packetId, async (dispatch, getState) => {
    const before = was ?? after.map(({ packetId: id }) => ({ packetId: id, pageIds: idsIn(getState(), id) }));
    const trouble = await dispatch(putPages(after));
    if (!trouble) dispatch(remember(packetId, newStep({ kind: 'arrangement', what, before, after })));
    return trouble;
  });
}

/** Remembers that a page was taken again: the new one lies in the place of the old. */
export function rememberRetake(packetId: string, oldId: string, newId: string): AppThunk<Promise<void>> {
  return steppingIn(packetId, async (dispatch) => {
    const now = await dispatch(packetNow(packetId));
    const after = 'packet' in now ? now.packet.pages.map(({ id }) => id) : [];
    const at = after.indexOf(newId);
    if (at < 0 || after.includes(oldId)) return;
    const before = after.map((id) => (id === newId ? oldId : id));
    const piles = (pageIds: string[]) => [{ packetId, pageIds }];
    const what = `page ${at + 1} taken again`;
    dispatch(
      remember(packetId, newStep({ kind: 'arrangement', what, before: piles(before), after: piles(after) })),
    );
  });
}

/** Deletes a packet: the shelf's history remembers it. */
export function deletePacket(packetId: string, name: string): AppThunk<Promise<Trouble | null>> {
  return steppingIn(SHELF, async (dispatch) => {
    const { error } = await dispatch(api.endpoints.removePacket.initiate(packetId, { track: false }));
    if (error) return toTrouble(error);
    dispatch(remember(SHELF, newStep({ kind: 'deleted', what: `“${name}” deleted`, packetId })));
    return null;
  });
}

const pagesIn = (state: RootState, packetId: string): readonly Page[] =>
  api.endpoints.packet.select(packetId)(state).data?.pages ?? [];
const idsIn = (state: RootState, packetId: string) => pagesIn(state, packetId).map(({ id }) => id);

function putPages(packets: readonly PacketPages[]): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    const known = packets.flatMap(({ packetId }) => idsIn(getState(), packetId));
    return dispatch(giveOrder({ packets: [...packets], known }));
  };
}

/** Takes the last step back. @returns the trouble, if it could not be done: then it stays done */
export const undo = (packetId: string): AppThunk<Promise<Trouble | null>> =>
  steppingIn(packetId, async (dispatch, getState) => {
    const step = selectUndoStep(getState(), packetId);
    const trouble = step && (await dispatch(makeStep(packetId, turnedRound(step))));
    if (!step || trouble) return trouble;
    dispatch(undone(packetId));
    await dispatch(keep(packetId));
    return null;
  });

/** Does again what was taken back last. */
export const redo = (packetId: string): AppThunk<Promise<Trouble | null>> =>
  steppingIn(packetId, async (dispatch, getState) => {
    const step = selectRedoStep(getState(), packetId);
    const trouble = step && (await dispatch(makeStep(packetId, step)));
    if (!step || trouble) return trouble;
    dispatch(redone(packetId));
    await dispatch(keep(packetId));
    return null;
  });

/** A step as it is taken back: for a packet that was deleted, `isBack` says that it is brought back. */
type Way = Step & { readonly isBack?: boolean };

function turnedRound(step: Step): Way {
  switch (step.kind) {
    case 'pages':
      return { ...step, edits: step.edits.map((each) => ({ ...each, patch: invertPatch(each.patch) })) };
    case 'facts':
      return { ...step, patch: invertPatch(step.patch) };
    case 'arrangement':
      return { ...step, before: step.after, after: step.before };
    case 'deleted':
      return { ...step, isBack: true };
  }
}

function makeStep(packetId: string, step: Way): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    switch (step.kind) {
      case 'pages':
        dispatch(makePageEdits(packetId, step.id, step.edits));
        return null;
      case 'facts': {
        const packet = api.endpoints.packet.select(step.packetId)(getState()).data;
        if (!packet) return null;
        const { holds, differs } = meetFacts(selectFacts(getState(), packet), step.patch);
        if (!isEmptyPatch(differs)) dispatch(remarked(sayLeft([{ patch: differs, number: null }])));
        if (!isEmptyPatch(holds)) dispatch(edit(packetId, factEdits(step.packetId, holds, [step.id])));
        return null;
      }
      case 'arrangement':
        return dispatch(makeArrangement(step.before, step.after));
      case 'deleted': {
        const { restorePacket, removePacket } = api.endpoints;
        const { error } = step.isBack
          ? await dispatch(restorePacket.initiate(step.packetId, { track: false }))
          : await dispatch(removePacket.initiate(step.packetId, { track: false }));
        return error ? toTrouble(error) : null;
      }
    }
  };
}

/** Pages that are no longer in the packet are passed over. */
function makePageEdits(packetId: string, stepId: string, edits: readonly PageEdit[]): AppThunk {
  return (dispatch, getState) => {
    const pages = pagesIn(getState(), packetId);
    const left: { patch: PageEdit['patch']; number: number }[] = [];
    const made = edits.flatMap(({ pageId, patch }): PageEdit[] => {
      const at = pages.findIndex(({ id }) => id === pageId);
      if (at < 0) return [];
      const { holds, differs } = meetRecipe(selectRecipe(getState(), pages[at]), patch);
      if (!isEmptyPatch(differs)) left.push({ patch: differs, number: at + 1 });
      return isEmptyPatch(holds) ? [] : [{ pageId, patch: holds }];
    });
    if (left.length > 0) dispatch(remarked(sayLeft(left)));
    if (made.length > 0) dispatch(edit(packetId, pageEdits(made, [stepId])));
  };
}

/** Puts pages back where they lay, unless somebody has put them elsewhere since. */
function makeArrangement(
  from: readonly PacketPages[],
  to: readonly PacketPages[],
): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    const known = new Set([...from, ...to].flatMap(({ pageIds }) => pageIds));
    for (const { packetId } of from) await dispatch(packetNow(packetId));
    const isAsLeft = from.every(({ packetId, pageIds }) =>
      isSame(
        idsIn(getState(), packetId).filter((id) => known.has(id)),
        pageIds,
      ),
    );
    if (!isAsLeft) {
      dispatch(
        remarked(
          'The pages were put in another order in another window since, so they are left as they lie.',
        ),
      );
      return null;
    }
    return dispatch(
      putPages(
        to.map(({ packetId, pageIds }) => ({
          packetId,
          pageIds: withNewcomers(pageIds, idsIn(getState(), packetId), known),
        })),
      ),
    );
  };
}

/** Pages that came in since stay behind the page that they lie behind now. */
export function withNewcomers(
  ids: readonly string[],
  lying: readonly string[],
  known: ReadonlySet<string>,
): string[] {
  const all = [...ids];
  lying.forEach((id, i) => {
    if (known.has(id)) return;
    const before = lying
      .slice(0, i)
      .reverse()
      .find((other) => all.includes(other));
    all.splice(before === undefined ? 0 : all.indexOf(before) + 1, 0, id);
  });
  return all;
}
