import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Pages whose photo could not be looked into on this device, by id: until its photo arrives or the window is opened again. */
export const findSlice = createSlice({
  name: 'find',
  initialState: {} as Readonly<Record<string, true>>,
  reducers: {
    findFailed: (state, { payload }: PayloadAction<string>) => ({ ...state, [payload]: true as const }),
    findAnew: (state, { payload }: PayloadAction<string>) =>
      payload in state
        ? (Object.fromEntries(Object.entries(state).filter(([id]) => id !== payload)) as typeof state)
        : state,
  },
});

export const { findFailed, findAnew } = findSlice.actions;

/** Whether the sheet could not be looked for in a page's photo, because the photo cannot be opened here. */
export const selectFindFailed = (
  { find }: { readonly find: Readonly<Record<string, true>> },
  pageId: string,
): boolean => pageId in find;
