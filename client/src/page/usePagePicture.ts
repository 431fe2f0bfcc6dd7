import { useEffect, useState } from 'react';
import type { Page, Recipe } from '@ravlo/contract';
import { selectRecipe } from '@/packet/editsSlice';
import { selectFindFailed } from '@/packet/findSlice';
import { useAppSelector } from '@/packet/store';
import { pagePicture, pictureKey } from '@/darkroom/darkroom';
import { isAbort } from '@/darkroom/pool';

export interface PagePictureState {
  /** what to show; the last picture stays until the next is ready */
  readonly uri: string | null;
  readonly width: number;
  readonly height: number;
  /** mm, as the page lies; null before it is known */
  readonly size: { readonly width: number; readonly height: number } | null;
  /** true while a newer picture is being made */
  readonly isStale: boolean;
  readonly failed: boolean;
}

const NOTHING: PagePictureState = {
  uri: null,
  width: 0,
  height: 0,
  size: null,
  isStale: true,
  failed: false,
};

export interface PagePictureOptions {
  readonly longSide: number;
  readonly priority?: number;
  /** another recipe than the page's own: to try a look on */
  readonly recipe?: Recipe;
  /** shown for a moment, while something moves */
  readonly isPassing?: boolean;
}

/** A page's developed picture, made anew whenever its recipe changes; there is none before its sheet has been found. */
export function usePagePicture(
  page: Page,
  { longSide, priority = 0, recipe: wanted, isPassing = false }: PagePictureOptions,
) {
  const own = useAppSelector((state) => selectRecipe(state, page));
  const recipe = wanted ?? own;
  const isPending = recipe.outline.by === 'pending';
  const isLost = useAppSelector((state) => selectFindFailed(state, page.id)) && isPending;
  const key = pictureKey(page, recipe, longSide);
  const [state, setState] = useState<PagePictureState & { readonly key: string }>({ ...NOTHING, key: '' });

  useEffect(() => {
    if (isPending) return undefined;
    const canceller = new AbortController();
    pagePicture(page, recipe, longSide, { priority, isPassing, signal: canceller.signal })
      .then(({ blob, width, height, size }) => {
        if (canceller.signal.aborted) return;
        setState({ uri: URL.createObjectURL(blob), width, height, size, isStale: false, failed: false, key });
      })
      .catch((reason: unknown) => {
        if (!isAbort(reason) && !canceller.signal.aborted) {
          setState((before) => ({ ...before, isStale: false, failed: true, key }));
        }
      });
    return () => canceller.abort();
    // The key says all that the picture depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, isPending]);

  const { uri } = state;
  useEffect(() => {
    if (!uri) return undefined;
    return () => URL.revokeObjectURL(uri);
  }, [uri]);

  if (isLost) return { ...NOTHING, isStale: false, failed: true } satisfies PagePictureState;
  return { ...state, isStale: state.key !== key } satisfies PagePictureState;
}
