import { useEffect } from 'react';
import type { Verdict } from '@ravlo/core';
import type { Page } from '@ravlo/contract';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { ensureVerdict } from '@/packet/verdicts';
import { selectVerdict } from '@/packet/verdictsSlice';

/** The verdict on a page, asked for when it is not there yet. */
export function useVerdict(page: Page | null): Verdict | null {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => (page ? selectRecipe(state, page) : null));
  const verdict = useAppSelector((state) => (page ? selectVerdict(state, page) : null));
  useEffect(() => {
    if (page && !verdict) void dispatch(ensureVerdict(page));
  }, [page, recipe, verdict, dispatch]);
  return verdict;
}
