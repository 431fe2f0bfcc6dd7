import { isAnyOf } from '@reduxjs/toolkit';
import type { Page } from '@ravlo/contract';
import { findInPhoto } from '@/darkroom/darkroom';
import { api } from './api';
import { replacePages } from './cachedPackets';
import { findFailed } from './findSlice';
import type { AppStore, AppThunk } from './store';
import { toTrouble, isPassing } from './trouble';
import { once } from './windowParts';

/**
 * What Ravlo finds by itself. Every page that comes in is looked into once, by whichever window sees it first; what is
 * found is no edit of a person: the server takes it only where nobody has said anything, and it is no step to take back.
 */

/** The person sees nothing of a page before it is found: this comes before pictures. */
const PRIORITY = 1;

/** Looks into every page that comes in and that nobody has looked into yet. */
export function watchPages(store: AppStore): () => void {
  const { packet, page, arrange } = api.endpoints;
  return store.startListening({
    matcher: isAnyOf(packet.matchFulfilled, page.matchFulfilled, arrange.matchFulfilled),
    effect: (action, { dispatch }) => {
      const { payload } = action as typeof action & { readonly payload: unknown };
      for (const each of pagesOf(payload))
        if (each.recipe.outline.by === 'pending') void dispatch(findPage(each));
    },
  });
}

type Answer = Page | { readonly pages: readonly Page[] } | { readonly packets: readonly { pages: Page[] }[] };

function pagesOf(answer: unknown): readonly Page[] {
  const known = answer as Answer;
  if ('packets' in known) return known.packets.flatMap(({ pages }) => pages);
  return 'pages' in known ? known.pages : [known];
}

/** Looks into a page's photo for its outline and which way is up, and tells the server. */
export function findPage(page: Page): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    once(parts, `find ${page.id}`, async () => {
      if (getState().find[page.id]) return;
      const photoId = page.photo.id;
      try {
        let search = parts.found.get(photoId);
        if (!search) {
          search = findInPhoto(page, { priority: PRIORITY });
          parts.found.set(photoId, search);
        }
        const { outline, turn } = await search;
        const { data, error } = await dispatch(
          api.endpoints.noteFound.initiate({ id: page.id, outline, turn }, { track: false }),
        );
        // Should it not get through, it is told when the page comes in the next time.
        if (data) dispatch(replacePages([data]));
        if (data || !isPassing(toTrouble(error))) parts.found.delete(photoId);
      } catch {
        parts.found.delete(photoId);
        dispatch(findFailed(page.id));
      }
    });
}
