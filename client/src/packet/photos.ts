import { nanoid } from 'nanoid';
import { api } from './api';
import { photoOf, removeShot } from './keptPhotos';
import { loadPhotos, newItem } from './loadPhotos';
import { leaveOut } from './orders';
import { hideAhead, isLineDown, showAhead } from './pagesAhead';
import { added, aimed, gone, happened, keptOrNot, mirrored, selectPhoto, selectPhotos } from './photosSlice';
import type { PhotoItem } from './photosSlice';
import { sendPhotos } from './photoSender';
import type { KeptPhoto } from './photoStore';
import type { AppStore, AppThunk } from './store';
import { toTrouble } from './trouble';
import { told } from './troublesSlice';

/**
 * Photos on their way: each is copied into the browser's own store, then sent, one after the other in the order in
 * which they were chosen, by one window of the browser at a time. What becomes of each is told by the table in
 * photoLife.ts; here it is done.
 */

export interface AddOptions {
  /** the page whose place the first of the photos takes */
  readonly replaces?: string;
  /** the page before which all of them go */
  readonly before?: string;
}

/** Takes photos in. Resolves with their keys when all are kept (or known not to be); sending goes on by itself. */
export function addPhotos(
  packetId: string,
  files: readonly File[],
  { replaces, before }: AddOptions = {},
): AppThunk<Promise<string[]>> {
  return async (dispatch, getState, parts) => {
    const batch = nanoid();
    const photos = files.map((file, index): KeptPhoto => {
      parts.lastOrder = Math.max(parts.lastOrder + 1, Date.now());
      const place = index === 0 && replaces ? { replaces } : before ? { before } : null;
      const name = file.name || 'photo';
      const becomes = globalThis.crypto.randomUUID?.();
      return {
        ...{ key: nanoid(), packetId, name, blob: file, order: parts.lastOrder, batch, index, becomes },
        ...place,
      };
    });
    for (const photo of photos) {
      // Whatever the browser's store does with it, it is in hand first.
      parts.inHand.set(photo.key, photo);
      dispatch(added(newItem(photo)));
    }
    for (const photo of photos) {
      const isKept = await parts.photoStore.keep(photo);
      dispatch(keptOrNot({ key: photo.key, isKept }));
      if (isKept) {
        parts.inHand.delete(photo.key);
        const item = selectPhoto(getState(), photo.key);
        if (item) parts.tellOthers({ type: 'photo', item });
      }
      void dispatch(sendPhotos());
      if (isLineDown(getState())) void dispatch(showAhead(photo.key));
    }
    return photos.map(({ key }) => key);
  };
}

/** Picks up what an earlier visit left unsent. */
export function resumePhotos(): AppThunk<Promise<void>> {
  return async (dispatch) => {
    await dispatch(loadPhotos());
    await dispatch(sendPhotos());
  };
}

/** Hears what the other windows of this browser do with the photos that are kept in it. @returns what ends it */
export function followPhotos(store: AppStore): () => void {
  return store.parts.hearOthers((message) => {
    const { type, item, key } = message as { type?: string; item?: PhotoItem; key?: string };
    if (type === 'photo' && item) {
      const isKnown = selectPhoto(store.getState(), item.key) !== undefined;
      store.parts.heardOf.add(item.key);
      store.dispatch(isKnown ? mirrored(item) : added(item));
      if (item.state === 'waiting') void store.dispatch(sendPhotos());
    } else if (type === 'photo-gone' && key) {
      store.dispatch(gone(key));
    }
  });
}

/** Tries again at once: the network is back, or the person asks for it. */
export function wakePhotos(): AppThunk {
  return (dispatch, getState, parts) => {
    for (const { key } of selectPhotos(getState())) dispatch(happened({ key, event: { type: 'woken' } }));
    parts.photoPause.wake();
    void dispatch(sendPhotos());
  };
}

/** Takes a photo back: off the device, or, once it has become a page, off the table. */
export function withdrawPhoto(key: string): AppThunk<Promise<void>> {
  return async (dispatch, getState, parts) => {
    const item = selectPhoto(getState(), key);
    if (!item) return;
    // What becomes of a photo that is being sent is taken off the table at once.
    if (item.state === 'sending') parts.withdrawn.add(key);
    dispatch(hideAhead(item));
    if (item.pageId) await dispatch(removeShot(item.packetId, item.pageId));
    else dispatch(leaveOut(item));
    await dispatch(letGo(key));
  };
}

/** The person throws a photo away that is not on the server. */
export const throwAway = withdrawPhoto;

function letGo(key: string): AppThunk<Promise<void>> {
  return async (dispatch, _getState, parts) => {
    dispatch(gone(key));
    parts.inHand.delete(key);
    await parts.photoStore.forget(key);
    parts.tellOthers({ type: 'photo-gone', key });
  };
}

/** Sends a photo into another packet than the one that it was meant for. */
export function aimPhoto(key: string, packetId: string): AppThunk<Promise<void>> {
  return async (dispatch, getState, parts) => {
    const photo = await dispatch(photoOf(key));
    const before = selectPhoto(getState(), key);
    if (!photo || !before) return;
    dispatch(hideAhead(before));
    dispatch(leaveOut(before));
    // Its place was one in the other packet, and so was what held it back.
    const { name, blob, order, batch, index, becomes } = photo;
    const moved: KeptPhoto = { key, packetId, name, blob, order, batch, index, becomes };
    const isKept = await parts.photoStore.keep(moved);
    if (!isKept) parts.inHand.set(key, moved);
    dispatch(aimed({ key, packetId }));
    dispatch(keptOrNot({ key, isKept }));
    const item = selectPhoto(getState(), key);
    if (item?.isKept) parts.tellOthers({ type: 'photo', item });
    void dispatch(sendPhotos());
  };
}

/** Sends a photo into a packet of its own. */
export function aimAtNewPacket(key: string): AppThunk<Promise<string | null>> {
  return async (dispatch) => {
    const { data, error } = await dispatch(api.endpoints.createPacket.initiate({}));
    if (data) await dispatch(aimPhoto(key, data.id));
    else dispatch(told(toTrouble(error)));
    return data?.id ?? null;
  };
}
