import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Verdict } from '@ravlo/core';
import type { Page } from '@ravlo/contract';
import { checkPage, verdictKey } from '@/darkroom/darkroom';
import type { CheckedPage } from '@/darkroom/darkroom.worker';
import { selectRecipe, type WithEdits } from './editsSlice';
import type { AppThunk } from './store';
import { once } from './windowParts';

/** Verdicts by what they depend on: photo, outline and turn. They can be worked out again at any time. */
const slice = createSlice({
  name: 'verdicts',
  initialState: {} as Readonly<Record<string, CheckedPage>>,
  reducers: {
    judged: (state, { payload }: PayloadAction<{ key: string; checked: CheckedPage }>) => ({
      ...state,
      [payload.key]: payload.checked,
    }),
  },
});

export const verdictsReducer = slice.reducer;

interface WithVerdicts extends WithEdits {
  readonly verdicts: Readonly<Record<string, CheckedPage>>;
}

/** The verdict on a page as it is now; null while nobody has judged it. */
export function selectVerdict(state: WithVerdicts, page: Page): Verdict | null {
  return selectChecked(state, page)?.verdict ?? null;
}

/** What was found on checking a page as it is now; null while nobody has. */
export function selectChecked(state: WithVerdicts, page: Page): CheckedPage | null {
  return state.verdicts[verdictKey(page, selectRecipe(state, page))] ?? null;
}

/** Pictures come first. */
const PRIORITY = -1;

/** Has a page judged once, as soon as its outline is known and the darkroom has nothing better to do. */
export function ensureVerdict(page: Page): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) => {
    const recipe = selectRecipe(getState(), page);
    const key = verdictKey(page, recipe);
    if (recipe.outline.by === 'pending' || getState().verdicts[key]) return Promise.resolve();
    return once(parts, `judge ${key}`, () =>
      checkPage(page, recipe, { priority: PRIORITY })
        .then((checked) => {
          dispatch(slice.actions.judged({ key, checked }));
        })
        // A photo that cannot be shown says so itself; there is nothing to judge.
        .catch(() => undefined),
    );
  };
}
