import type { Page, Recipe } from '@ravlo/contract';
import { api } from './api';
import { done, loaded, redone, selectHistory, selectRedoStep, selectUndoStep, undone } from './historySlice';
import type { PacketPages, RecipeChange, Step } from './historySlice';
import { keepHistory, readHistory } from './historyStore';
import { editRecipe, selectRecipe } from './recipeEdits';
import type { AppThunk } from './store';
import { OFFLINE, type Trouble } from './trouble';

/**
 * Everything that a person does to a packet, on table and bench, goes through here: it is done, and remembered so
 * that it can be taken back and done again, also after a reload.
 */

const loading = new Map<string, Promise<void>>();

/** Fetches what was done to a packet in this browser before; once. */
export function ensureHistory(packetId: string): AppThunk<Promise<void>> {
  return (dispatch) => {
    const known = loading.get(packetId);
    if (known) return known;
    const load = readHistory(packetId).then((history) => {
      dispatch(loaded({ packetId, history }));
    });
    loading.set(packetId, load);
    return load;
  };
}

function remember(packetId: string, step: Step): AppThunk {
  return (dispatch) => {
    dispatch(done({ packetId, step }));
    dispatch(keep(packetId));
  };
}

function keep(packetId: string): AppThunk {
  return (_dispatch, getState) => {
    void keepHistory(packetId, selectHistory(getState(), packetId));
  };
}

/** Changes one page's recipe. `what` was changed, as a person would call it: "the edges". */
export function changeRecipe(page: Page, recipe: Recipe, what: string): AppThunk {
  return changeRecipes([page], () => recipe, what);
}

/** Changes the recipes of several pages as one step. */
export function changeRecipes(
  pages: readonly Page[],
  change: (recipe: Recipe, page: Page) => Recipe,
  what: string,
): AppThunk {
  return (dispatch, getState) => {
    const changes = pages.flatMap((page): RecipeChange[] => {
      const before = selectRecipe(getState(), page);
      const after = change(before, page);
      return after === before ? [] : [{ pageId: page.id, before, after }];
    });
    if (changes.length === 0) return;
    for (const { pageId, after } of changes)
      dispatch(
        editRecipe(
          pages.find(({ id }) => id === pageId)!,
          after,
        ),
      );
    dispatch(remember(pages[0].packetId, { kind: 'recipes', what, changes }));
  };
}

/** What is done next waits for what is on its way: a hand is quicker than the server. */
const stepping = new Map<string, Promise<unknown>>();

function inTurn(
  packetId: string,
  step: AppThunk<Promise<Trouble | null>>,
): AppThunk<Promise<Trouble | null>> {
  return (dispatch) => {
    const before = stepping.get(packetId) ?? Promise.resolve();
    // What broke before is its own caller's trouble.
    const now = before.catch(() => undefined).then(() => dispatch(step));
    stepping.set(packetId, now);
    return now;
  };
}

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
  return inTurn(packetId, async (dispatch, getState) => {
    const before =
      was ??
      after.map(({ packetId: id }): PacketPages => ({
        packetId: id,
        pageIds: idsIn(id)(getState()),
      }));
    const trouble = await dispatch(putPages(after));
    if (!trouble) dispatch(remember(packetId, { kind: 'arrangement', what, before, after }));
    return trouble;
  });
}

const idsIn = (packetId: string) => (state: Parameters<ReturnType<typeof api.endpoints.packet.select>>[0]) =>
  (api.endpoints.packet.select(packetId)(state).data?.pages ?? []).map(({ id }) => id);

function putPages(packets: readonly PacketPages[]): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    const known = packets.flatMap(({ packetId }) => idsIn(packetId)(getState()));
    const { error } = await dispatch(
      api.endpoints.arrange.initiate({ packets: [...packets], known }, { track: false }),
    );
    if (!error) return null;
    return 'kind' in error ? error : OFFLINE;
  };
}

/** Takes the last step back. @returns the trouble, if it could not be done: then it stays done */
export const undo = (packetId: string) =>
  inTurn(packetId, stepTo(packetId, selectUndoStep, 'before', undone));
/** Does again what was taken back last. */
export const redo = (packetId: string) => inTurn(packetId, stepTo(packetId, selectRedoStep, 'after', redone));

/** Makes the packet what it was on one side of a step, and moves the step to the other pile. */
function stepTo(
  packetId: string,
  select: typeof selectUndoStep,
  side: 'before' | 'after',
  moved: (packetId: string) => ReturnType<typeof undone> | ReturnType<typeof redone>,
): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    const step = select(getState(), packetId);
    if (!step) return null;
    const put =
      step.kind === 'arrangement'
        ? putPages(step[side])
        : putRecipes(
            packetId,
            step.changes.map((change) => [change.pageId, change[side]]),
          );
    const trouble = await dispatch(put);
    if (trouble) return trouble;
    dispatch(moved(packetId));
    dispatch(keep(packetId));
    return null;
  };
}

/** Pages that are no longer in the packet are passed over. */
function putRecipes(
  packetId: string,
  recipes: readonly (readonly [string, Recipe])[],
): AppThunk<Promise<Trouble | null>> {
  return (dispatch, getState) => {
    const pages = api.endpoints.packet.select(packetId)(getState()).data?.pages ?? [];
    for (const [pageId, recipe] of recipes) {
      const page = pages.find(({ id }) => id === pageId);
      if (page) dispatch(editRecipe(page, recipe));
    }
    return Promise.resolve(null);
  };
}
