import { nanoid } from 'nanoid';
import { createDarkroom, type Darkroom, type Insight } from '@/darkroom/darkroom';
import { createKeptAnswers, type KeptAnswers } from './keptAnswers';
import { forgettingPause, type Pause } from './pause';
import { createEditsStore, type EditsStore } from './editsStore';
import { createHandingsStore, type HandingsStore } from './handingsStore';
import { getWhose, own } from './whose';
import { createPhotoStore, type KeptPhoto, type PhotoStore } from './photoStore';

/**
 * What there is once a window and is no state: it hangs on the window's store, so that a second store, in a test or
 * beside it, is a second window.
 */
export interface WindowParts {
  /** known to the records that this window keeps */
  readonly windowId: () => Promise<string>;
  /** photos that are kept in this browser */
  readonly photoStore: PhotoStore;
  /** edits and history that are kept in this browser */
  readonly editsStore: EditsStore;
  /** what was to be handed over while the desk could not be reached */
  readonly handingsStore: HandingsStore;
  /** what the server said, for when it cannot be asked */
  readonly keptAnswers: KeptAnswers;
  /** photos of which the browser's own store has no copy (yet), by key */
  readonly inHand: Map<string, KeptPhoto>;
  /** photos that were taken back while they were being sent */
  readonly withdrawn: Set<string>;
  /** photos of an earlier visit or another window: the server may have them already */
  readonly heardOf: Set<string>;
  /** photos whose pages are shown before they have arrived, by key */
  readonly ahead: Set<string>;
  readonly photoPause: Pause;
  readonly editPause: Pause;
  readonly orderPause: Pause;
  /** work that is going on, by what it is about: it is not begun twice */
  readonly going: Map<string, Promise<unknown>>;
  /** where photos are looked into and developed */
  readonly darkroom: Darkroom;
  /** what was seen in photos that have come in, by SHA-256, until the server knows of it */
  readonly insights: Map<string, Promise<Insight>>;
  /** what an earlier visit left unsent is known; null before anybody has asked */
  photosLoaded: Promise<void> | null;
  /** photos are kept in the order of these numbers */
  lastOrder: number;
  isSendingPhotos: boolean;
  /** tells the other windows of this browser; does nothing where there is no way to */
  tellOthers(message: unknown): void;
  /** @returns a function that ends the listening */
  hearOthers(listener: (message: unknown) => void): () => void;
}

export interface WindowOptions {
  /** where records of an earlier visit are found again; asked for once @default one of its own */
  readonly windowId?: () => Promise<string>;
  /** a stand-in, in tests */
  readonly darkroom?: Darkroom;
}

export function createWindowParts({
  windowId = () => Promise.resolve(nanoid()),
  darkroom = createDarkroom({ pictures: own('ravlo-pictures'), whose: getWhose().keeps }),
}: WindowOptions = {}): WindowParts {
  let claimed: Promise<string> | null = null;
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(own('ravlo'));
  return {
    windowId: () => (claimed ??= windowId()),
    photoStore: createPhotoStore(),
    editsStore: createEditsStore(),
    handingsStore: createHandingsStore(),
    keptAnswers: createKeptAnswers(),
    inHand: new Map(),
    withdrawn: new Set(),
    heardOf: new Set(),
    ahead: new Set(),
    photoPause: forgettingPause(),
    editPause: forgettingPause(),
    orderPause: forgettingPause(),
    going: new Map(),
    darkroom,
    insights: new Map(),
    photosLoaded: null,
    lastOrder: 0,
    isSendingPhotos: false,
    tellOthers: (message) => channel?.postMessage(message),
    hearOthers(listener) {
      const hear = ({ data }: MessageEvent<unknown>) => listener(data);
      channel?.addEventListener('message', hear);
      return () => channel?.removeEventListener('message', hear);
    },
  };
}

/** Does work unless the same is going on: then that is waited for. */
export function once<T>(parts: WindowParts, about: string, work: () => Promise<T>): Promise<T> {
  const known = parts.going.get(about) as Promise<T> | undefined;
  if (known) return known;
  const now = work().finally(() => parts.going.delete(about));
  parts.going.set(about, now);
  return now;
}

/** Does work when what was asked for before it, about the same thing, is done. */
export function inTurn<T>(parts: WindowParts, about: string, work: () => Promise<T>): Promise<T> {
  const before = parts.going.get(about) ?? Promise.resolve();
  // What broke before is its own caller's trouble.
  const now = before.catch(() => undefined).then(work);
  const kept = now.finally(() => {
    if (parts.going.get(about) === kept) parts.going.delete(about);
  });
  kept.catch(() => undefined);
  parts.going.set(about, kept);
  return now;
}
