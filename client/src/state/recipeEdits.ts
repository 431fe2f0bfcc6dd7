import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Page, Recipe } from '@ravlo/contract';
import { api } from './api';
import type { AppThunk, RootState } from './store';
import { isPassing, OFFLINE, type Trouble } from './trouble';

/**
 * Edits of recipes: shown at once, saved one after the other, kept until the server has them.
 *
 * For every page at most one save is on its way; what is edited meanwhile replaces what waits. A save names
 * the version it was made on, so that two windows never overwrite each other unseen.
 */
interface RecipeEditsState {
  /** what the person sees, where it is not yet (known to be) saved */
  readonly unsaved: Record<string, { readonly recipe: Recipe; readonly edit: number }>;
  /** counts edits, to tell the one that was saved from a newer one */
  edits: number;
  /** earlier recipes of each page, for undo, oldest first */
  readonly past: Record<string, Recipe[]>;
  /** why saving waits, if it does */
  trouble: Trouble | null;
}

const initialState: RecipeEditsState = { unsaved: {}, edits: 0, past: {}, trouble: null };
const MOST_UNDO = 50;
const RETRY_MS = 3000;

const slice = createSlice({
  name: 'recipeEdits',
  initialState,
  reducers: {
    edited(state, { payload }: PayloadAction<{ page: Page; recipe: Recipe; undoTo: Recipe | null }>) {
      const { page, recipe, undoTo } = payload;
      state.unsaved[page.id] = { recipe, edit: ++state.edits };
      if (!undoTo) return;
      const past = (state.past[page.id] ??= []);
      past.push(undoTo);
      if (past.length > MOST_UNDO) past.shift();
    },
    undone(state, { payload }: PayloadAction<Page>) {
      const recipe = state.past[payload.id]?.pop();
      if (recipe) state.unsaved[payload.id] = { recipe, edit: ++state.edits };
    },
    saved(state, { payload }: PayloadAction<{ pageId: string; edit: number }>) {
      if (state.unsaved[payload.pageId]?.edit === payload.edit) delete state.unsaved[payload.pageId];
      state.trouble = null;
    },
    givenUp(state, { payload }: PayloadAction<{ pageId: string; trouble: Trouble }>) {
      delete state.unsaved[payload.pageId];
      delete state.past[payload.pageId];
      state.trouble = payload.trouble;
    },
    held(state, { payload }: PayloadAction<Trouble>) {
      state.trouble = payload;
    },
    troubleSeen(state) {
      state.trouble = null;
    },
  },
});

export const recipeEditsReducer = slice.reducer;
export const { troubleSeen } = slice.actions;

/** The recipe a page has for the person, saved or not. */
export const selectRecipe = (state: Pick<RootState, 'recipeEdits'>, page: Page): Recipe =>
  state.recipeEdits.unsaved[page.id]?.recipe ?? page.recipe;
export const selectCanUndo = (state: RootState, pageId: string): boolean =>
  (state.recipeEdits.past[pageId]?.length ?? 0) > 0;
export const selectEditTrouble = (state: RootState): Trouble | null => state.recipeEdits.trouble;

export interface EditOptions {
  /** Ravlo's own finding is not the person's step and is not undone */
  readonly undoable?: boolean;
}

/** Changes a page's recipe. */
export function editRecipe(page: Page, recipe: Recipe, { undoable = true }: EditOptions = {}): AppThunk {
  return (dispatch, getState) => {
    const undoTo = undoable ? selectRecipe(getState(), page) : null;
    dispatch(slice.actions.edited({ page, recipe, undoTo }));
    void dispatch(save(page));
  };
}

/** Takes the last edit of a page back. */
export function undoEdit(page: Page): AppThunk {
  return (dispatch, getState) => {
    if (!selectCanUndo(getState(), page.id)) return;
    dispatch(slice.actions.undone(page));
    void dispatch(save(page));
  };
}

const saving = new Set<string>();

function save(page: Page): AppThunk<Promise<void>> {
  return async (dispatch, getState) => {
    if (saving.has(page.id)) return;
    saving.add(page.id);
    try {
      let waiting = getState().recipeEdits.unsaved[page.id];
      while (waiting) {
        const trouble = await dispatch(saveOnce(page, waiting.recipe, waiting.edit));
        if (trouble) {
          dispatch(slice.actions.held(trouble));
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        }
        waiting = getState().recipeEdits.unsaved[page.id];
      }
    } finally {
      saving.delete(page.id);
    }
  };
}

/** @returns the trouble when it is worth trying again */
function saveOnce(page: Page, recipe: Recipe, edit: number): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    const known = newestKnown(getState(), page);
    const request = dispatch(
      api.endpoints.changePage.initiate({ id: page.id, version: known.version, recipe }, { track: false }),
    );
    const { data, error } = await request;
    if (data) {
      dispatch(replacePage(data));
      dispatch(slice.actions.saved({ pageId: page.id, edit }));
      return null;
    }
    const trouble = asTrouble(error);
    if (isPassing(trouble)) return trouble;
    if (trouble.page) dispatch(replacePage(trouble.page));
    dispatch(slice.actions.givenUp({ pageId: page.id, trouble }));
    return null;
  };
}

function asTrouble(error: unknown): Trouble {
  return typeof error === 'object' && error !== null && 'kind' in error ? (error as Trouble) : OFFLINE;
}

/** The newest version of a page that has come from the server. */
function newestKnown(state: RootState, page: Page): Page {
  const packet = api.endpoints.packet.select(page.packetId)(state).data;
  const cached = packet?.pages.find((other) => other.id === page.id);
  const shelf = api.endpoints.shelf.select()(state).data;
  const first = shelf?.find((other) => other.firstPage?.id === page.id)?.firstPage;
  return [page, cached, first].reduce<Page>(
    (best, other) => (other && other.version > best.version ? other : best),
    page,
  );
}

function replacePage(page: Page): AppThunk {
  return (dispatch) => {
    dispatch(
      api.util.updateQueryData('packet', page.packetId, (packet) => {
        const at = packet.pages.findIndex((other) => other.id === page.id);
        if (at >= 0) packet.pages[at] = page;
      }),
    );
    dispatch(
      api.util.updateQueryData('shelf', undefined, (packets) => {
        const packet = packets.find((other) => other.firstPage?.id === page.id);
        if (packet) packet.firstPage = page;
      }),
    );
  };
}
