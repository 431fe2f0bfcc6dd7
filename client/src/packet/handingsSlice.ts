import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A handing over that waits on this device for the class desk to be reached. */
export interface WaitingHanding {
  /** one waits for each brief: the last that was asked for */
  readonly briefId: string;
  readonly briefTitle: string;
  readonly packetId: string;
  /** when it was asked for, ms */
  readonly askedAt: number;
  /** why the desk has refused it: then it waits for the person; null while it waits for the line */
  readonly refused: string | null;
}

export const handingsSlice = createSlice({
  name: 'handings',
  initialState: [] as readonly WaitingHanding[],
  reducers: {
    waits: (state, { payload }: PayloadAction<WaitingHanding>) => [
      ...state.filter(({ briefId }) => briefId !== payload.briefId),
      payload,
    ],
    waitsNoMore: (state, { payload }: PayloadAction<string>) =>
      state.filter(({ briefId }) => briefId !== payload),
  },
});

export const { waits, waitsNoMore } = handingsSlice.actions;

interface WithHandings {
  readonly handings: readonly WaitingHanding[];
}

export const selectHandings = ({ handings }: WithHandings): readonly WaitingHanding[] => handings;
export const selectHanding = ({ handings }: WithHandings, briefId: string): WaitingHanding | undefined =>
  handings.find((handing) => handing.briefId === briefId);
