import type { Page } from '@ravlo/contract';
import { useMemo } from 'react';
import { selectRecipe } from '@/packet/editsSlice';
import { sameItems } from '@/packet/sameItems';
import { useAppSelector } from '@/packet/store';
import { selectChecked } from '@/packet/verdictsSlice';
import { pageRemarks } from './pageRemarks';

/** What is to be said of every page of a table, as far as it is known. */
export function usePageRemarks(pages: readonly Page[]): (string | null)[] {
  const recipes = useAppSelector((state) => pages.map((page) => selectRecipe(state, page)), sameItems);
  const checked = useAppSelector((state) => pages.map((page) => selectChecked(state, page)), sameItems);
  return useMemo(
    () => pageRemarks(pages.map((page, i) => ({ page, recipe: recipes[i], checked: checked[i] }))),
    [pages, recipes, checked],
  );
}
