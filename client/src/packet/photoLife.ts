import type { Page } from '@ravlo/contract';
import { isPassing, UNEXPECTED, waitAfter, type Trouble } from './trouble';

/**
 * A photo's life on this device, from the moment it is taken to the moment the server has said which page it has
 * become. Its bytes are let go in one state only, `confirmed`, or when the person throws them away.
 *
 * | state     | begun    | hashed  | answered, same SHA-256 | answered otherwise | failed, passing | failed, final | unreadable | aimed        |
 * |-----------|----------|---------|------------------------|--------------------|-----------------|---------------|------------|--------------|
 * | opening   | -        | -       | -                      | -                  | -               | held          | held       | -            |
 * | waiting   | hashing  | -       | -                      | -                  | -               | -             | -          | waiting, now |
 * | hashing   | -        | sending | -                      | -                  | waiting, later  | held          | held       | -            |
 * | sending   | -        | -       | confirmed              | waiting, later     | waiting, later  | held          | held       | -            |
 * | held      | -        | -       | -                      | -                  | -               | -             | -          | waiting, now |
 * | confirmed | -        | -       | -                      | -                  | -               | -             | -          | -            |
 *
 * Being woken only ends the wait of a photo that waits. A `-` leaves everything as it is: an answer that comes late changes nothing. Passing is whatever time may heal: no
 * network, answers that make no sense, a server that is busy or broken. Final is only what the server has looked at and
 * names, see HELD.
 */
export type PhotoState = 'opening' | 'waiting' | 'hashing' | 'sending' | 'held' | 'confirmed';

export interface PhotoLife {
  readonly state: PhotoState;
  /** tries that have failed since the last that somebody asked for */
  readonly tries: number;
  /** not to be sent before this, ms since 1970 */
  readonly notBefore: number;
  /** of its bytes; null until they have been hashed */
  readonly sha256: string | null;
  /** share sent, 0 to 1 */
  readonly progress: number;
  /** why it waits or is held; null while all is well */
  readonly trouble: Trouble | null;
  /** the page that it has become */
  readonly pageId: string | null;
}

export type PhotoEvent =
  | { readonly type: 'begun' }
  | { readonly type: 'hashed'; readonly sha256: string }
  | { readonly type: 'unreadable' }
  | { readonly type: 'progress'; readonly share: number }
  | { readonly type: 'answered'; readonly page: Page; readonly now: number; readonly chance: number }
  | { readonly type: 'failed'; readonly trouble: Trouble; readonly now: number; readonly chance: number }
  /** it is to go into another packet */
  | { readonly type: 'aimed' }
  /** another try is asked for, by the person or because the network is back */
  | { readonly type: 'woken' };

export const FRESH_LIFE: PhotoLife = {
  state: 'waiting',
  tries: 0,
  notBefore: 0,
  sha256: null,
  progress: 0,
  trouble: null,
  pageId: null,
};

/** Why a photo is held back: what the person can do about it depends on it. */
export type HeldReason = 'no-photo' | 'too-big' | 'packet-gone' | 'packet-full' | 'unreadable-here';

const HELD: Readonly<Partial<Record<Trouble['kind'], HeldReason>>> = {
  'photo-empty': 'no-photo',
  'photo-unreadable': 'no-photo',
  'photo-incomplete': 'no-photo',
  'photo-too-small': 'no-photo',
  'photo-shape': 'no-photo',
  'photo-too-big': 'too-big',
  'not-found': 'packet-gone',
  'packet-full': 'packet-full',
  'unreadable-here': 'unreadable-here',
};

/** Why a photo is held back; null when it is not. */
export const heldReason = ({ state, trouble }: PhotoLife): HeldReason | null =>
  state === 'held' && trouble ? (HELD[trouble.kind] ?? null) : null;

export const UNREADABLE_HERE: Trouble = {
  kind: 'unreadable-here',
  detail:
    'This file cannot be read on this device any more: it was moved, deleted or its memory taken out. Choose it again.',
};

/** What an event makes of a photo's life. */
export function nextLife<L extends PhotoLife>(life: L, event: PhotoEvent): L {
  const { state } = life;
  const isGoing = state === 'hashing' || state === 'sending';
  switch (event.type) {
    case 'begun':
      return state === 'waiting' ? { ...life, state: 'hashing', progress: 0 } : life;
    case 'hashed':
      return state === 'hashing' ? { ...life, state: 'sending', sha256: event.sha256 } : life;
    case 'progress':
      return state === 'sending' ? { ...life, progress: event.share } : life;
    case 'answered': {
      if (state !== 'sending') return life;
      if (event.page.photo.sha256 !== life.sha256) return later(life, UNEXPECTED, event);
      return { ...life, state: 'confirmed', progress: 1, trouble: null, pageId: event.page.id };
    }
    case 'failed':
      if (!isGoing && state !== 'opening') return life;
      return isPassing(event.trouble) || !HELD[event.trouble.kind]
        ? later(life, event.trouble, event)
        : { ...life, state: 'held', progress: 0, trouble: event.trouble };
    case 'unreadable':
      return isGoing || state === 'opening'
        ? { ...life, state: 'held', progress: 0, trouble: UNREADABLE_HERE }
        : life;
    case 'woken':
      return state === 'waiting' ? { ...life, tries: 0, notBefore: 0 } : life;
    case 'aimed':
      return state === 'waiting' || state === 'held'
        ? { ...life, state: 'waiting', tries: 0, notBefore: 0, trouble: null }
        : life;
  }
}

function later<L extends PhotoLife>(
  life: L,
  trouble: Trouble,
  { now, chance }: { readonly now: number; readonly chance: number },
): L {
  const tries = life.tries + 1;
  return {
    ...life,
    state: 'waiting',
    progress: 0,
    trouble,
    tries,
    notBefore: now + waitAfter(tries, chance),
  };
}
