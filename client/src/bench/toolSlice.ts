import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit';
import { rootReducer } from '@/packet/store';
import type { Tool } from './ToolTabs';

/** Which of the bench's tools is in hand: it stays so while the person leafs from page to page. */
const toolSlice = createSlice({
  name: 'benchTool',
  initialState: { tool: 'edges' as Tool },
  reducers: {
    toolTaken: (_state, { payload }: PayloadAction<Tool>) => ({ tool: payload }),
  },
  selectors: { selectTool: ({ tool }) => tool },
});

declare module '@/packet/store' {
  interface InjectedSlices extends WithSlice<typeof toolSlice> {}
}

const injected = toolSlice.injectInto(rootReducer);
export const { toolTaken } = toolSlice.actions;
export const { selectTool } = injected.selectors;
