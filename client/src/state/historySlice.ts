import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Arrange, Recipe } from '@ravlo/contract';

export type PacketPages = Arrange['packets'][number];

export interface RecipeChange {
  readonly pageId: string;
  readonly before: Recipe;
  readonly after: Recipe;
}

/** One thing that a person did to a packet, with all that it takes to do it back and again. */
export type Step =
  | { readonly kind: 'recipes'; readonly what: string; readonly changes: readonly RecipeChange[] }
  | {
      readonly kind: 'arrangement';
      readonly what: string;
      readonly before: readonly PacketPages[];
      readonly after: readonly PacketPages[];
    };

export interface History {
  /** oldest first */
  readonly past: readonly Step[];
  /** what was taken back, the next to be done again last */
  readonly future: readonly Step[];
}

export const NO_HISTORY: History = { past: [], future: [] };
/** Steps that can be taken back. */
export const MOST_STEPS = 200;

/** What was done to every packet that is open here: kept in this browser, packet by packet. */
const slice = createSlice({
  name: 'history',
  initialState: {} as Readonly<Record<string, History>>,
  reducers: {
    loaded: (state, { payload }: PayloadAction<{ packetId: string; history: History }>) => {
      const { packetId, history } = payload;
      // What was done before the old steps were there comes after them.
      const now = state[packetId] ?? NO_HISTORY;
      return {
        ...state,
        [packetId]: { past: [...history.past, ...now.past], future: now.past.length ? [] : history.future },
      };
    },
    done: (state, { payload }: PayloadAction<{ packetId: string; step: Step }>) => {
      const { past } = state[payload.packetId] ?? NO_HISTORY;
      return {
        ...state,
        [payload.packetId]: { past: [...past, payload.step].slice(-MOST_STEPS), future: [] },
      };
    },
    undone: (state, { payload: packetId }: PayloadAction<string>) => {
      const { past, future } = state[packetId] ?? NO_HISTORY;
      const step = past.at(-1);
      return step ? { ...state, [packetId]: { past: past.slice(0, -1), future: [...future, step] } } : state;
    },
    redone: (state, { payload: packetId }: PayloadAction<string>) => {
      const { past, future } = state[packetId] ?? NO_HISTORY;
      const step = future.at(-1);
      return step ? { ...state, [packetId]: { past: [...past, step], future: future.slice(0, -1) } } : state;
    },
  },
});

export const historyReducer = slice.reducer;
export const { loaded, done, undone, redone } = slice.actions;

interface WithHistory {
  readonly history: Readonly<Record<string, History>>;
}

export const selectHistory = (state: WithHistory, packetId: string): History =>
  state.history[packetId] ?? NO_HISTORY;
/** What would be taken back next; null when there is nothing. */
export const selectUndoStep = (state: WithHistory, packetId: string): Step | null =>
  selectHistory(state, packetId).past.at(-1) ?? null;
export const selectRedoStep = (state: WithHistory, packetId: string): Step | null =>
  selectHistory(state, packetId).future.at(-1) ?? null;
