import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Whether the server can be asked, as the last asking went. */
interface LineState {
  /** when what is shown was fetched, ms; null while the server answers */
  readonly shownFrom: number | null;
  /** the last asking met no server */
  readonly isLost: boolean;
  /** the server is of another version than this page: they do not understand each other for certain */
  readonly isOtherVersion: boolean;
}

const initialState: LineState = { shownFrom: null, isLost: false, isOtherVersion: false };

export const lineSlice = createSlice({
  name: 'line',
  initialState,
  reducers: {
    /** something kept on this device stands in for an answer, given at `payload` */
    stoodIn: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      shownFrom: Math.min(state.shownFrom ?? payload, payload),
    }),
    lost: (state) => (state.isLost ? state : { ...state, isLost: true }),
    answered: (state) =>
      state.shownFrom === null && !state.isLost ? state : { ...state, shownFrom: null, isLost: false },
    metOtherVersion: (state) => (state.isOtherVersion ? state : { ...state, isOtherVersion: true }),
  },
});

export const { stoodIn, lost, answered, metOtherVersion } = lineSlice.actions;

export const selectLine = ({ line }: { readonly line: LineState }): LineState => line;
