import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Trouble } from './trouble';

/** What a person is told in the frame around every screen. */
interface TroublesState {
  /** something that was asked for could not be done */
  readonly told: Trouble | null;
  /** why saving waits; it goes on by itself */
  readonly saving: Trouble | null;
  /** not a trouble: what was left as it is, and why */
  readonly remark: string | null;
}

const initialState: TroublesState = { told: null, saving: null, remark: null };

export const troublesSlice = createSlice({
  name: 'troubles',
  initialState,
  reducers: {
    told: (state, { payload }: PayloadAction<Trouble>) => ({ ...state, told: payload }),
    remarked: (state, { payload }: PayloadAction<string>) => ({ ...state, remark: payload }),
    savingHeld: (state, { payload }: PayloadAction<Trouble>) => ({ ...state, saving: payload }),
    savingWent: (state) => ({ ...state, saving: null }),
    /** the person has read it */
    troubleSeen: (state) => ({ ...state, told: null, remark: null }),
  },
});

export const { told, remarked, savingHeld, savingWent, troubleSeen } = troublesSlice.actions;

export const selectTroubles = (state: { readonly troubles: TroublesState }): TroublesState => state.troubles;
