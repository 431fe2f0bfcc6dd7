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
  readonly unsaved: Record<string, Unsaved>;
  /** counts edits, to tell the one that was saved from a newer one */
  edits: number;
  /** why saving waits, if it does */
  trouble: Trouble | null;
}

interface Unsaved {
  readonly recipe: Recipe;
  readonly edit: number;
  /** the version that the person saw when the first unsaved edit was made */
  base: number;
}

const initialState: RecipeEditsState = { unsaved: {}, edits: 0, trouble: null };
const RETRY_MS = 3000;

const slice = createSlice({
  name: 'recipeEdits',
  initialState,
  reducers: {
    edited(state, { payload }: PayloadAction<{ pageId: string; recipe: Recipe; seen: number }>) {
      const { pageId, recipe, seen } = payload;
      const base = state.unsaved[pageId]?.base ?? seen;
      state.unsaved[pageId] = { recipe, edit: ++state.edits, base };
    },
    saved(state, { payload }: PayloadAction<{ pageId: string; edit: number; version: number }>) {
      const { pageId, edit, version } = payload;
      const unsaved = state.unsaved[pageId];
      if (unsaved?.edit === edit) delete state.unsaved[pageId];
      else if (unsaved) unsaved.base = version;
      state.trouble = null;
    },
    givenUp(state, { payload }: PayloadAction<{ pageId: string; trouble: Trouble }>) {
      delete state.unsaved[payload.pageId];
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
export const selectEditTrouble = (state: RootState): Trouble | null => state.recipeEdits.trouble;

/** Changes a page's recipe: shown at once, and saved. What a person does goes through `changeRecipe` of history. */
export function editRecipe(page: Page, recipe: Recipe): AppThunk {
  return (dispatch, getState) => {
    const seen = newestKnown(getState(), page);
    dispatch(slice.actions.edited({ pageId: page.id, recipe, seen }));
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
        const trouble = await dispatch(saveOnce(page, waiting));
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
function saveOnce(page: Page, { recipe, edit, base }: Unsaved): AppThunk<Promise<Trouble | null>> {
  return async (dispatch) => {
    const request = dispatch(
      api.endpoints.changePage.initiate({ id: page.id, version: base, recipe }, { track: false }),
    );
    const { data, error } = await request;
    if (data) {
      dispatch(replacePage(data));
      dispatch(slice.actions.saved({ pageId: page.id, edit, version: data.version }));
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

/** The newest version of a page that has come from the server: what the person is looking at. */
function newestKnown(state: RootState, page: Page): number {
  const packet = api.endpoints.packet.select(page.packetId)(state).data;
  const shelf = api.endpoints.shelf.select()(state).data;
  const copies = [page, ...(packet?.pages ?? []), ...(shelf ?? []).map(({ firstPage }) => firstPage)];
  return Math.max(...copies.map((copy) => (copy?.id === page.id ? copy.version : 0)));
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
