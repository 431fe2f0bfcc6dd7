import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { RootState } from '@/state/store';
import type { Trouble } from '@/state/trouble';

/** A photo on its way from this device to the server. */
export interface OutboxItem {
  /** also the client key under which the server knows the page */
  readonly key: string;
  readonly packetId: string;
  readonly name: string;
  readonly bytes: number;
  /**
   * opening: its pages are being taken out of the file; keeping: being copied into this browser's own store; waiting: safe there, not yet sent; sending;
   * saved: the server has it; refused: it cannot be used, and the trouble says why
   */
  readonly state: 'opening' | 'keeping' | 'waiting' | 'sending' | 'saved' | 'refused';
  /** share sent, 0 to 1 */
  readonly progress: number;
  /** false when this browser could not keep a copy: closing the page would lose it */
  readonly isKept: boolean;
  readonly trouble: Trouble | null;
  /** the page that it has become, once it is saved */
  readonly pageId: string | null;
}

const slice = createSlice({
  name: 'outbox',
  initialState: [] as OutboxItem[],
  reducers: {
    added(state, { payload }: PayloadAction<OutboxItem>) {
      if (!state.some((item) => item.key === payload.key)) state.push(payload);
    },
    changed(state, { payload }: PayloadAction<Partial<OutboxItem> & { key: string }>) {
      const item = state.find((other) => other.key === payload.key);
      if (item) Object.assign(item, payload);
    },
    dismissed(state, { payload }: PayloadAction<string>) {
      return state.filter((item) => item.key !== payload);
    },
    /** what is saved stands on the table now */
    savedCleared(state, { payload }: PayloadAction<string>) {
      return state.filter((item) => item.packetId !== payload || item.state !== 'saved');
    },
  },
});

export const outboxReducer = slice.reducer;
export const { added, changed, dismissed, savedCleared } = slice.actions;

export const selectOutbox = (state: RootState): readonly OutboxItem[] => state.outbox;
