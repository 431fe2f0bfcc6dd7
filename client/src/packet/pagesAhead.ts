import { FRESH_RECIPE, photoSchema, type OpenPacket, type Page, type Photo } from '@ravlo/contract';
import { verdictKey } from '@/darkroom/keys';
import { api } from './api';
import { lookOnce } from './findPages';
import { findFailed } from './findSlice';
import { hashOf } from './hashOf';
import { photoOf } from './keptPhotos';
import { selectLine } from './lineSlice';
import { measurePhoto } from './measurePhoto';
import { keepOrder } from './orders';
import { keepPhoto } from './photoCache';
import { isOnItsWay, selectPhoto, selectPhotos, type PhotoItem } from './photosSlice';
import type { KeptPhoto } from './photoStore';
import type { AppStore, AppThunk, RootState } from './store';
import { judged } from './verdictsSlice';
import { once } from './windowParts';

/**
 * Pages ahead of their photos: where the server is away, a photo is shown as the page that it will be, under the id that the page will
 * have, and is looked at, turned, put in order and made into a PDF like any other. When the photo has arrived, the server's
 * page is the same page.
 */

/** True where the last asking, or a photo's last try, met no server. */
export const isLineDown = (state: RootState): boolean =>
  selectLine(state).isLost || selectPhotos(state).some(({ trouble }) => trouble?.kind === 'offline');

/** Shows every photo that waits as its page, in the packets that are open here. */
export function showAllAhead(): AppThunk<Promise<void>> {
  return async (dispatch, getState) => {
    for (const { key } of selectPhotos(getState()).filter(isOnItsWay)) await dispatch(showAhead(key));
  };
}

/** Shows a photo that waits as its page, where its packet is open and does not have it yet. */
export function showAhead(key: string): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    once(parts, `ahead ${key}`, async () => {
      const photo = await dispatch(photoOf(key)).catch(() => null);
      const packet = photo && packetIn(getState(), photo.packetId);
      if (!photo?.becomes || !packet || packet.pages.some(({ id }) => id === photo.becomes)) return;
      const facts = await photoFacts(photo).catch(() => null);
      const item = selectPhoto(getState(), key);
      // What is no photo the server says; it may have arrived meanwhile.
      if (!facts || !item || !isOnItsWay(item)) return;
      parts.ahead.add(key);
      // Where everything looks for a photo's bytes, also after the page was opened anew.
      await keepPhoto(parts.darkroom.photoUrl(facts.id), photo.blob);
      const { becomes } = photo;
      const look = packet.look ?? FRESH_RECIPE.look;
      const page: Page = {
        ...{ id: becomes, packetId: photo.packetId, photo: facts, photoName: photo.name },
        ...{ takenAt: new Date(photo.order).toISOString(), recipe: { ...FRESH_RECIPE, look }, version: 1 },
      };
      dispatch(put(photo, page));
      try {
        parts.darkroom.hold(facts.sha256, photo.blob);
        const { found, checked } = await lookOnce(facts.sha256, parts, () =>
          parts.darkroom.lookInto(facts, look),
        );
        const { outline, turn, way } = found;
        const recipe = { ...page.recipe, outline, turn, way };
        dispatch(judged({ key: verdictKey(facts, recipe), checked }));
        dispatch(put(photo, { ...page, recipe }));
      } catch {
        // Said on the page, so that nobody waits for it; it is looked into anew when it has arrived.
        dispatch(findFailed(becomes));
      }
    });
}

/** Puts the photos of pages ahead where everything looks for them once more: they were cleared away with the copies. */
export function keepAhead(): AppThunk<Promise<void>> {
  return async (dispatch, _getState, { ahead, darkroom }) => {
    for (const key of ahead) {
      const photo = await dispatch(photoOf(key)).catch(() => null);
      if (photo?.becomes) await keepPhoto(darkroom.photoUrl(photo.becomes), photo.blob);
    }
  };
}

type State = Parameters<ReturnType<typeof api.endpoints.packet.select>>[0];

const packetIn = (state: State, packetId: string): OpenPacket | undefined =>
  api.endpoints.packet.select(packetId)(state).data;

/** As the server will tell them of it; its id is the page's until then. @throws where it cannot be opened */
async function photoFacts({ becomes, blob }: KeptPhoto): Promise<Photo> {
  const size = await measurePhoto(blob);
  const sha256 = await hashOf(blob);
  return photoSchema.parse({ id: becomes, ...size, bytes: blob.size, mime: blob.type, sha256 });
}

/** Lays a page where its photo is meant to go, or in its own place when it is there. */
function put({ packetId, replaces, before, order }: KeptPhoto, page: Page): AppThunk {
  return (dispatch, getState) => {
    // Each is shown as soon as it is read, but all lie as they will go up.
    const goUpLater = new Set(
      selectPhotos(getState())
        .filter((item) => item.packetId === packetId && item.order > order && isOnItsWay(item))
        .map(({ becomes }) => becomes),
    );
    dispatch(
      api.util.updateQueryData('packet', packetId, ({ pages }) => {
        const placeOf = (id: string | undefined) => pages.findIndex((other) => other.id === id);
        const own = placeOf(page.id);
        const old = placeOf(replaces);
        const next = placeOf(before);
        if (own >= 0) pages[own] = page;
        else if (old >= 0) pages[old] = page;
        else {
          let at = next >= 0 ? next : pages.length;
          while (at > 0 && goUpLater.has(pages[at - 1].id)) at--;
          pages.splice(at, 0, page);
        }
      }),
    );
    void dispatch(api.util.upsertQueryData('page', page.id, page));
  };
}

/** A photo that will not become a page of its packet is shown as one no more. */
export function hideAhead({ key, packetId, becomes }: PhotoItem): AppThunk {
  return (dispatch, _getState, { ahead }) => {
    if (!ahead.delete(key)) return;
    dispatch(
      api.util.updateQueryData('packet', packetId, (packet) => {
        packet.pages = packet.pages.filter(({ id }) => id !== becomes);
      }),
    );
  };
}

/** Whatever a packet is answered to be: pages ahead that were shown in it still are, and lie as ordered. @returns a function that ends it */
export function watchAhead(store: AppStore): () => void {
  return store.startListening({
    matcher: api.endpoints.packet.matchFulfilled,
    effect: async (action, { dispatch, getState, extra }) => {
      const { id, pages } = (action as { payload: OpenPacket } & typeof action).payload;
      for (const item of selectPhotos(getState())) {
        if (item.packetId !== id || !isOnItsWay(item)) continue;
        const wasShown = extra.ahead.has(item.key) || pages.some((page) => page.id === item.becomes);
        if (wasShown) extra.ahead.add(item.key);
        if (wasShown || isLineDown(getState())) await dispatch(showAhead(item.key));
      }
      // Only now are all pages there that an order may name.
      dispatch(keepOrder(id));
    },
  });
}
