import { useEffect, useState } from 'react';
import type { Page, Recipe } from '@ravlo/contract';
import { selectRecipe } from '@/packet/editsSlice';
import { selectFindFailed } from '@/packet/findSlice';
import { useAppSelector, useDarkroom } from '@/packet/store';
import { pictureKey } from '@/darkroom/keys';
import { isAbort } from '@/darkroom/pool';
import type { Picture } from '@/darkroom/worker/tools';
import { useObjectUrl } from '@/ui/useObjectUrl';

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

interface Made {
  readonly picture: Picture | null;
  readonly failed: boolean;
  /** what it was made for */
  readonly key: string;
}

export interface PagePictureOptions {
  readonly longSide: number;
  readonly priority?: number;
  /** another recipe than the page's own: to try a look on */
  readonly recipe?: Recipe;
  /** shown for a moment, while something moves */
  readonly isQuick?: boolean;
}

/** A page's developed picture, made anew whenever its recipe changes; there is none before its sheet has been found. */
export function usePagePicture(
  page: Page,
  { longSide, priority = 0, recipe: wanted, isQuick = false }: PagePictureOptions,
): PagePictureState {
  const darkroom = useDarkroom();
  const own = useAppSelector((state) => selectRecipe(state, page));
  const recipe = wanted ?? own;
  const isPending = recipe.outline.by === 'pending';
  const isLost = useAppSelector((state) => selectFindFailed(state, page.id)) && isPending;
  const key = pictureKey(page.photo, recipe, longSide);
  const [state, setState] = useState<Made>({ picture: null, failed: false, key: '' });

  useEffect(() => {
    if (isPending) return undefined;
    const canceller = new AbortController();
    darkroom
      .picture(page.photo, recipe, longSide, { priority, isQuick, signal: canceller.signal })
      .then((made) => {
        if (!canceller.signal.aborted) setState({ picture: made, failed: false, key });
      })
      .catch((reason: unknown) => {
        if (!isAbort(reason) && !canceller.signal.aborted) {
          setState(({ picture: last }) => ({ picture: last, failed: true, key }));
        }
      });
    return () => canceller.abort();
    // The key says all that the picture depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, isPending]);

  const { picture, failed } = state;
  const uri = useObjectUrl(picture?.blob);
  if (isLost) return { ...NOTHING, isStale: false, failed: true };
  const isStale = state.key !== key;
  if (!picture) return { ...NOTHING, isStale, failed };
  const { width, height, size } = picture;
  return { uri, width, height, size, isStale, failed };
}
