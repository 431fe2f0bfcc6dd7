import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Verdict } from '@ravlo/core';
import type { Page } from '@ravlo/contract';
import { verdictKey } from '@/darkroom/keys';
import type { CheckedPage } from '@/darkroom/worker/tools';
import { selectRecipe, type WithEdits } from './editsSlice';

/** Verdicts by what they depend on: photo, outline and turn. They can be worked out again at any time. */
export const verdictsSlice = createSlice({
  name: 'verdicts',
  initialState: {} as Readonly<Record<string, CheckedPage>>,
  reducers: {
    judged: (state, { payload }: PayloadAction<{ key: string; checked: CheckedPage }>) => ({
      ...state,
      [payload.key]: payload.checked,
    }),
  },
});

export const { judged } = verdictsSlice.actions;

interface WithVerdicts extends WithEdits {
  readonly verdicts: Readonly<Record<string, CheckedPage>>;
}

/** The verdict on a page as it is now; null while nobody has judged it. */
export function selectVerdict(state: WithVerdicts, page: Page): Verdict | null {
  return selectChecked(state, page)?.verdict ?? null;
}

/** What was found on checking a page as it is now; null while nobody has. */
export function selectChecked(state: WithVerdicts, page: Page): CheckedPage | null {
  return state.verdicts[verdictKey(page.photo, selectRecipe(state, page))] ?? null;
}
