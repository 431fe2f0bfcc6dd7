import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit';
import { keepText, keptText } from '@/packet/kept';
import { rootReducer, type AppThunk } from '@/packet/store';
import { own } from '@/packet/whose';

/** Whose work it is, as stamps say it: kept on this device. */
const KEY = () => own('ravlo-my-name');

const myNameSlice = createSlice({
  name: 'myName',
  initialState: () => ({ name: keptText(KEY()) ?? '' }),
  reducers: {
    named: (_state, { payload }: PayloadAction<string>) => ({ name: payload }),
  },
  selectors: { selectMyName: ({ name }) => name },
});

declare module '@/packet/store' {
  interface InjectedSlices extends WithSlice<typeof myNameSlice> {}
}

const injected = myNameSlice.injectInto(rootReducer);
export const { selectMyName } = injected.selectors;

export function setMyName(name: string): AppThunk {
  return (dispatch) => {
    keepText(KEY(), name);
    dispatch(myNameSlice.actions.named(name));
  };
}
