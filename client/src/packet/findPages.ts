import { isAnyOf } from '@reduxjs/toolkit';
import { FRESH_RECIPE, type Page } from '@ravlo/contract';
import type { Insight } from '@/darkroom/darkroom';
import { verdictKey } from '@/darkroom/keys';
import { api } from './api';
import { replacePages } from './cachedPackets';
import { findFailed } from './findSlice';
import type { AppStore, AppThunk } from './store';
import { toTrouble, isPassing } from './trouble';
import { judged } from './verdictsSlice';
import { once, type WindowParts } from './windowParts';

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

/** Looks into a photo from its bytes, while they go up: when its page comes back all is known of it. */
export function lookAhead(packetId: string, sha256: string, bytes: Blob): AppThunk {
  return (_dispatch, getState, parts) => {
    const packet = api.endpoints.packet.select(packetId)(getState()).data;
    const look = packet?.look ?? FRESH_RECIPE.look;
    const looking = lookOnce(sha256, parts, async () => {
      // A copy: the browser's own is let go of as soon as the server has the photo, and a file can be moved.
      parts.darkroom.hold(sha256, new Blob([await bytes.arrayBuffer()], { type: bytes.type }));
      return parts.darkroom.lookInto({ sha256 }, look, { priority: PRIORITY });
    });
    // What is no photo is told by the server.
    looking.catch(() => undefined);
  };
}

/** What is seen in a photo, from the look that is going on or from a new one. */
export function lookOnce(
  sha256: string,
  { insights }: Pick<WindowParts, 'insights'>,
  look: () => Promise<Insight>,
): Promise<Insight> {
  const known = insights.get(sha256);
  if (known) return known;
  const looking = look();
  insights.set(sha256, looking);
  looking.catch(() => insights.delete(sha256));
  return looking;
}

/** Looks into a page's photo, unless that is done: tells the server of the sheet, and the window whether it reads well. */
export function findPage(page: Page): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    once(parts, `find ${page.id}`, async () => {
      if (getState().find[page.id]) return;
      const { photo, recipe } = page;
      try {
        const { found, checked } = await lookOnce(photo.sha256, parts, () =>
          parts.darkroom.lookInto(photo, recipe.look, { priority: PRIORITY }),
        );
        const { outline, turn } = found;
        dispatch(judged({ key: verdictKey(photo, { ...recipe, outline, turn }), checked }));
        const { data, error } = await dispatch(
          api.endpoints.noteFound.initiate({ id: page.id, ...found }, { track: false }),
        );
        // Should it not get through, it is told when the page comes in the next time.
        if (data) dispatch(replacePages([data]));
        if (data || !isPassing(toTrouble(error))) parts.insights.delete(photo.sha256);
      } catch {
        dispatch(findFailed(page.id));
      }
    });
}
