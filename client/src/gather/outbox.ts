import { nanoid } from 'nanoid';
import { api } from '@/state/api';
import type { AppThunk } from '@/state/store';
import { isPassing } from '@/state/trouble';
import { added, changed, dismissed, selectOutbox, type OutboxItem } from './outboxSlice';
import { forgetPhoto, keepPhoto, keptPhotos, type KeptPhoto } from './outboxStore';
import { sendPhoto } from './sendPhoto';

/**
 * The outbox: photos are first copied into the browser's own store, then sent one after the other in the
 * order in which they were chosen. A photo leaves it only when the server has said that it has it, or that
 * it cannot be used.
 */

/** Photos that are here, by key: the store's copies, and those that the store had no room for. */
const inHand = new Map<string, KeptPhoto>();
let isSending = false;
let lastOrder = 0;
let wake: (() => void) | null = null;

/** Photos that were taken back while they were being sent: what becomes of them is taken off the table at once. */
const withdrawn = new Set<string>();

const RETRY_MS = 3000;

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
  return async (dispatch) => {
    const photos = files.map((file, index): KeptPhoto => {
      lastOrder = Math.max(lastOrder + 1, Date.now());
      const name = file.name || 'photo';
      const place = index === 0 && replaces ? { replaces } : before ? { before } : null;
      return { key: nanoid(), packetId, name, blob: file, order: lastOrder, ...place };
    });
    for (const photo of photos) dispatch(added(newItem(photo, 'keeping')));
    for (const photo of photos) {
      const isKept = await keepPhoto(photo);
      inHand.set(photo.key, photo);
      dispatch(changed({ key: photo.key, state: 'waiting', isKept }));
      void dispatch(sendAll());
    }
    return photos.map(({ key }) => key);
  };
}

/** Takes a photo back: out of the outbox, or, once it has become a page, off the table. */
export function withdrawPhoto(key: string): AppThunk<Promise<void>> {
  return async (dispatch, getState) => {
    const item = selectOutbox(getState()).find((other) => other.key === key);
    if (!item) return;
    if (item.state === 'sending') {
      withdrawn.add(key);
    } else if (item.pageId) {
      await dispatch(removeShot(item.packetId, item.pageId));
    }
    inHand.delete(key);
    await forgetPhoto(key);
    dispatch(dismissed(key));
  };
}

function removeShot(packetId: string, id: string): AppThunk<Promise<void>> {
  return async (dispatch) => {
    // Only this page is known here: all others stay.
    await dispatch(api.endpoints.arrange.initiate({ packets: [{ packetId, pageIds: [] }], known: [id] }));
  };
}

/** Picks up what an earlier visit left unsent. */
export function resumeOutbox(): AppThunk<Promise<void>> {
  return async (dispatch) => {
    for (const photo of await keptPhotos()) {
      lastOrder = Math.max(lastOrder, photo.order);
      inHand.set(photo.key, photo);
      dispatch(added(newItem(photo, 'waiting')));
    }
    if (inHand.size > 0) await dispatch(sendAll());
  };
}

/** Tries again at once: the network is back, or the person asks for it. */
export function wakeOutbox(): void {
  wake?.();
}

function newItem(photo: KeptPhoto, state: OutboxItem['state']): OutboxItem {
  return {
    key: photo.key,
    packetId: photo.packetId,
    name: photo.name,
    bytes: photo.blob.size,
    state,
    progress: 0,
    isKept: true,
    trouble: null,
    pageId: null,
  };
}

function sendAll(): AppThunk<Promise<void>> {
  return async (dispatch) => {
    if (isSending) return;
    isSending = true;
    try {
      for (let photo = nextInHand(); photo; photo = nextInHand()) {
        const wantsPause = await dispatch(sendOne(photo));
        if (wantsPause) await pause();
      }
    } finally {
      isSending = false;
    }
  };
}

function nextInHand(): KeptPhoto | undefined {
  return [...inHand.values()].sort((a, b) => a.order - b.order)[0];
}

/** @returns true when the photo stays for another try */
function sendOne(photo: KeptPhoto): AppThunk<Promise<boolean>> {
  return async (dispatch) => {
    const { key, packetId } = photo;
    dispatch(changed({ key, state: 'sending', progress: 0 }));
    const result = await sendPhoto(photo, (progress) => dispatch(changed({ key, progress })));
    if ('trouble' in result && isPassing(result.trouble)) {
      dispatch(changed({ key, state: 'waiting', progress: 0, trouble: result.trouble }));
      return true;
    }
    inHand.delete(key);
    await forgetPhoto(key);
    if ('trouble' in result) {
      dispatch(changed({ key, state: 'refused', trouble: result.trouble }));
      return false;
    }
    if (withdrawn.delete(key)) await dispatch(removeShot(packetId, result.page.id));
    dispatch(changed({ key, state: 'saved', progress: 1, trouble: null, pageId: result.page.id }));
    dispatch(api.util.invalidateTags(['Shelf', { type: 'Packet', id: packetId }]));
    return false;
  };
}

function pause(): Promise<void> {
  return new Promise<void>((resolve) => {
    const timer = setTimeout(resolve, RETRY_MS);
    wake = () => {
      clearTimeout(timer);
      resolve();
    };
  }).then(() => {
    wake = null;
  });
}
