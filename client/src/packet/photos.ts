import { nanoid } from 'nanoid';
import { api } from './api';
import { hashOf } from './hashOf';
import { rememberRetake } from './history';
import { FRESH_LIFE, type PhotoEvent } from './photoLife';
import { added, aimed, gone, happened, keptOrNot, mirrored, selectPhoto, selectPhotos } from './photosSlice';
import type { PhotoItem } from './photosSlice';
import { forgetPhoto, keepPhoto, keptPhoto, keptPhotos, type KeptPhoto } from './photoStore';
import { sendPhoto } from './sendPhoto';
import type { AppStore, AppThunk } from './store';
import { isEveryones, toTrouble, waitAfter } from './trouble';
import { told } from './troublesSlice';
import { alone } from './windowId';

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
      return { key: nanoid(), packetId, name, blob: file, order: parts.lastOrder, batch, index, ...place };
    });
    for (const photo of photos) {
      // Whatever the browser's store does with it, it is in hand first.
      parts.inHand.set(photo.key, photo);
      dispatch(added(newItem(photo)));
    }
    for (const photo of photos) {
      const isKept = await keepPhoto(photo);
      dispatch(keptOrNot({ key: photo.key, isKept }));
      if (isKept) {
        parts.inHand.delete(photo.key);
        const item = selectPhoto(getState(), photo.key);
        if (item) parts.tellOthers({ type: 'photo', item });
      }
      void dispatch(sendPhotos());
    }
    return photos.map(({ key }) => key);
  };
}

function newItem({ key, packetId, name, blob, order, held }: KeptPhoto): PhotoItem {
  return {
    ...FRESH_LIFE,
    ...(held ? { state: 'held', trouble: held } : null),
    key,
    packetId,
    name,
    bytes: blob.size,
    order,
    isKept: true,
  };
}

/** Picks up what an earlier visit left unsent. */
export function resumePhotos(): AppThunk<Promise<void>> {
  return async (dispatch, _getState, parts) => {
    for (const photo of await keptPhotos()) {
      parts.lastOrder = Math.max(parts.lastOrder, photo.order);
      parts.heardOf.add(photo.key);
      dispatch(added(newItem(photo)));
    }
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
    if (item.pageId) await dispatch(removeShot(item.packetId, item.pageId));
    await dispatch(letGo(key));
  };
}

/** The person throws a photo away that is not on the server. */
export const throwAway = withdrawPhoto;

function letGo(key: string): AppThunk<Promise<void>> {
  return async (dispatch, _getState, parts) => {
    dispatch(gone(key));
    parts.inHand.delete(key);
    await forgetPhoto(key);
    parts.tellOthers({ type: 'photo-gone', key });
  };
}

function removeShot(packetId: string, id: string): AppThunk<Promise<void>> {
  return async (dispatch) => {
    // Only this page is known here: all others stay.
    await dispatch(api.endpoints.arrange.initiate({ packets: [{ packetId, pageIds: [] }], known: [id] }));
  };
}

/** Sends a photo into another packet than the one that it was meant for. */
export function aimPhoto(key: string, packetId: string): AppThunk<Promise<void>> {
  return async (dispatch, getState, parts) => {
    const photo = await dispatch(photoOf(key));
    if (!photo) return;
    // Its place was one in the other packet, and so was what held it back.
    const { name, blob, order, batch, index } = photo;
    const moved: KeptPhoto = { key, packetId, name, blob, order, batch, index };
    const isKept = await keepPhoto(moved);
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
    const { data, error } = await dispatch(api.endpoints.createPacket.initiate());
    if (data) await dispatch(aimPhoto(key, data.id));
    else dispatch(told(toTrouble(error)));
    return data?.id ?? null;
  };
}

/** A photo with its bytes, wherever they are on this device; null when they are not here any more. */
export function photoOf(key: string): AppThunk<Promise<KeptPhoto | null>> {
  return async (_dispatch, _getState, parts) => parts.inHand.get(key) ?? keptPhoto(key);
}

/** Sends what waits until nothing does. */
export function sendPhotos(): AppThunk<Promise<void>> {
  return async (dispatch, getState, parts) => {
    if (parts.isSendingPhotos) return;
    parts.isSendingPhotos = true;
    try {
      for (let failures = 0; ;) {
        const waiting = selectPhotos(getState()).filter(({ state }) => state === 'waiting');
        if (waiting.length === 0) break;
        const due = waiting.find(({ notBefore }) => notBefore <= Date.now());
        if (!due) {
          const next = Math.min(...waiting.map(({ notBefore }) => notBefore));
          await parts.photoPause.wait(next - Date.now());
          continue;
        }
        await alone('photos', () => dispatch(sendOne(due.key)));
        const trouble = selectPhoto(getState(), due.key)?.trouble;
        // What every photo would meet is waited for; what is one photo's own does not hold the others up.
        failures = trouble && isEveryones(trouble) ? failures + 1 : 0;
        if (failures > 0) await parts.photoPause.wait(waitAfter(failures, Math.random()));
      }
    } finally {
      parts.isSendingPhotos = false;
    }
  };
}

function sendOne(key: string): AppThunk<Promise<void>> {
  return async (dispatch, getState, parts) => {
    const happens = (event: PhotoEvent) => {
      dispatch(happened({ key, event }));
      const item = selectPhoto(getState(), key);
      if (item?.isKept && event.type !== 'progress') parts.tellOthers({ type: 'photo', item });
    };
    const before = selectPhoto(getState(), key);
    if (before?.state !== 'waiting') return;
    happens({ type: 'begun' });

    const photo = await dispatch(photoOf(key)).catch(() => undefined);
    if (photo === null) {
      // Another window has brought it to its end, or has thrown it away.
      dispatch(gone(key));
      return;
    }
    const sha256 = photo && (await hashOf(photo.blob).catch(() => null));
    if (!photo || !sha256) {
      happens({ type: 'unreadable' });
      await dispatch(keepHeld(key));
      return;
    }
    happens({ type: 'hashed', sha256 });

    const isAgain = before.sha256 !== null || parts.heardOf.has(key);
    const result = await sendPhoto(photo, {
      sha256,
      isAgain,
      onProgress: (share) => happens({ type: 'progress', share }),
    }).catch((reason: unknown) => ({ trouble: toTrouble(reason) }));
    const then = { now: Date.now(), chance: Math.random() };
    if ('trouble' in result) {
      happens({ type: 'failed', trouble: result.trouble, ...then });
      await dispatch(keepHeld(key));
      return;
    }
    const wasWithdrawn = parts.withdrawn.delete(key);
    if (wasWithdrawn) {
      await dispatch(removeShot(photo.packetId, result.page.id));
      return;
    }
    happens({ type: 'answered', page: result.page, ...then });
    if (selectPhoto(getState(), key)?.state !== 'confirmed') return;
    // Now, and only now, are the bytes of no more use here.
    parts.inHand.delete(key);
    await forgetPhoto(key);
    dispatch(api.util.invalidateTags(['Shelf', { type: 'Packet', id: photo.packetId }]));
    if (photo.replaces) await dispatch(rememberRetake(photo.packetId, photo.replaces, result.page.id));
  };
}

/** A photo that is held back is so after a reload, too. */
function keepHeld(key: string): AppThunk<Promise<void>> {
  return async (dispatch, getState, parts) => {
    const item = selectPhoto(getState(), key);
    if (item?.state !== 'held' || !item.trouble || !item.isKept) return;
    const photo = await dispatch(photoOf(key)).catch(() => null);
    if (photo && !parts.inHand.has(key)) await keepPhoto({ ...photo, held: item.trouble });
  };
}
