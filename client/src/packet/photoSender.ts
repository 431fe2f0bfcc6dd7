import type { Page } from '@ravlo/contract';
import { api } from './api';
import { ensureBegun } from './begun';
import { selectPacketEdits } from './editsSlice';
import { pendingOf } from './pendingEdits';
import { hashOf } from './hashOf';
import { rememberRetake } from './history';
import { photoOf, removeShot } from './keptPhotos';
import type { PhotoEvent } from './photoLife';
import { findPage, lookAhead } from './findPages';
import { findAnew } from './findSlice';
import { hideAhead, showAllAhead } from './pagesAhead';
import { keepPhoto } from './photoCache';
import { gone, happened, selectPhoto, selectPhotos } from './photosSlice';
import { sendPhoto } from './sendPhoto';
import type { AppThunk, RootState } from './store';
import { isEveryones, toTrouble, waitAfter } from './trouble';
import { alone } from './windowId';

/** Sends photos: one after the other, by one window of the browser at a time. See the table in photoLife.ts. */

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
    dispatch(lookAhead(photo.packetId, sha256, photo.blob));

    const isAgain = before.sha256 !== null || parts.heardOf.has(key);
    const unmade = await dispatch(ensureBegun(photo.packetId));
    const sending = unmade
      ? Promise.reject(unmade)
      : sendPhoto(photo, {
          sha256,
          isAgain,
          onProgress: (share) => happens({ type: 'progress', share }),
        });
    const result = await sending.catch((reason: unknown) => ({ trouble: toTrouble(reason) }));
    const then = { now: Date.now(), chance: Math.random() };
    if ('trouble' in result) {
      happens({ type: 'failed', trouble: result.trouble, ...then });
      await dispatch(keepHeld(key));
      const after = selectPhoto(getState(), key);
      if (after?.state === 'held') dispatch(hideAhead(after));
      if (result.trouble.kind === 'offline') void dispatch(showAllAhead());
      return;
    }
    const wasWithdrawn = parts.withdrawn.delete(key);
    if (wasWithdrawn) {
      await dispatch(removeShot(photo.packetId, result.page.id));
      return;
    }
    dispatch(findAnew(result.page.id));
    // What was edited meanwhile was edited on top of what was found here: the server is told of that first.
    if (isEdited(getState(), result.page)) await dispatch(findPage(result.page));
    happens({ type: 'answered', page: result.page, ...then });
    if (selectPhoto(getState(), key)?.state !== 'confirmed') return;
    // Now, and only now, could the bytes go; for a while they stay where they are found without the server.
    parts.ahead.delete(key);
    parts.editPause.wake();
    void keepPhoto(parts.darkroom.photoUrl(result.page.photo.id), photo.blob);
    parts.inHand.delete(key);
    await parts.photoStore.forget(key);
    dispatch(api.util.invalidateTags(['Shelf', { type: 'Packet', id: photo.packetId }]));
    if (photo.replaces) await dispatch(rememberRetake(photo.packetId, photo.replaces, result.page.id));
  };
}

/** True for a page that was changed before its photo has arrived. */
function isEdited(state: RootState, { id, packetId }: Page): boolean {
  const { sending, waiting } = selectPacketEdits(state, packetId);
  return Boolean((sending && pendingOf(sending, id)) ?? pendingOf(waiting, id));
}

/** A photo that is held back is so after a reload, too. */
function keepHeld(key: string): AppThunk<Promise<void>> {
  return async (dispatch, getState, parts) => {
    const item = selectPhoto(getState(), key);
    if (item?.state !== 'held' || !item.trouble || !item.isKept) return;
    const photo = await dispatch(photoOf(key)).catch(() => null);
    if (photo && !parts.inHand.has(key)) await parts.photoStore.keep({ ...photo, held: item.trouble });
  };
}
