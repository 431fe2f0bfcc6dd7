import type { Page } from '@ravlo/contract';
import { editRecipe, selectRecipe } from '@/state/recipeEdits';
import type { AppThunk } from '@/state/store';
import { findInPhoto } from './darkroom';

const looking = new Map<string, Promise<void>>();

/** Finds outline and upright turn of a page that nobody has looked at yet, once, and saves it as part of its recipe. */
export function ensureOutline(page: Page, priority = 0): AppThunk<Promise<void>> {
  return (dispatch, getState) => {
    if (selectRecipe(getState(), page).outline.by !== 'pending') return Promise.resolve();
    const known = looking.get(page.id);
    if (known) return known;
    const search = findInPhoto(page, { priority })
      .then(({ outline, turn }) => {
        const recipe = selectRecipe(getState(), page);
        // The person may have been quicker.
        if (recipe.outline.by === 'pending')
          dispatch(editRecipe(page, { ...recipe, outline, turn: recipe.turn || turn }));
      })
      .finally(() => looking.delete(page.id));
    looking.set(page.id, search);
    return search;
  };
}
