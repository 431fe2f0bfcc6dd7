import type { Page } from '@ravlo/contract';
import { verdictKey } from '@/darkroom/keys';
import { selectRecipe } from './editsSlice';
import type { AppThunk } from './store';
import { judged } from './verdictsSlice';
import { once } from './windowParts';

/** Pictures come first. */
const PRIORITY = -1;

/** Has a page judged once, as soon as its outline is known and the darkroom has nothing better to do. */
export function ensureVerdict(page: Page): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) => {
    const recipe = selectRecipe(getState(), page);
    const key = verdictKey(page.photo, recipe);
    if (recipe.outline.by === 'pending' || getState().verdicts[key]) return Promise.resolve();
    return once(parts, `judge ${key}`, () =>
      parts.darkroom
        .check(page.photo, recipe, { priority: PRIORITY })
        .then((checked) => {
          dispatch(judged({ key, checked }));
        })
        // A photo that cannot be shown says so itself; there is nothing to judge.
        .catch(() => undefined),
    );
  };
}
