import { householdSchema, idSchema, PERSON_HEADER, TALK_HEADER, type Household } from '@ravlo/contract';
import { z } from 'zod';
import { keep, kept } from './kept';
import { TALK } from './talk';

/**
 * Whose window this is. A window is one person's for as long as it is open: whoever sits down at the browser opens all its
 * windows anew. Each person's photos, edits and pictures are kept in this browser under names of their own.
 */
export interface Whose {
  /** null while nobody has said who it is */
  readonly id: string | null;
  /** what the names of this person's things in the browser end with; the household's first has the plain names */
  readonly keeps: string;
}

const whoseSchema = z.object({ id: idSchema.nullable(), keeps: z.string().max(60) });

const KEY = 'ravlo-whose';
const CHANNEL = 'ravlo-seat';
/** ms */
const LONGEST_WAIT = 6000;

let whose: Whose = { id: null, keeps: '' };

export const getWhose = (): Whose => whose;

/** The name of something that is kept in this browser for this person. */
export const own = (name: string): string => name + whose.keeps;

/** Headers that say whose window a request comes from, in another's name nothing is done, and which contract it speaks by. */
export const ourHeaders = (): Record<string, string> => ({
  ...(whose.id ? { [PERSON_HEADER]: whose.id } : {}),
  ...(TALK ? { [TALK_HEADER]: TALK } : {}),
});

/**
 * Finds out whose window this is, before anything of theirs is opened; without the server it is whose it was last.
 *
 * @returns the household; null where the server cannot be asked
 */
export async function openWhose(): Promise<Household | null> {
  const household = await askHousehold();
  if (household) {
    whose = whoseOf(household);
    keep(KEY, whose);
  } else {
    whose = kept(KEY, whoseSchema) ?? whose;
  }
  return household;
}

async function askHousehold(): Promise<Household | null> {
  // A line that hangs keeps nobody waiting before an empty screen.
  const over = new AbortController();
  const timer = setTimeout(() => over.abort(), LONGEST_WAIT);
  try {
    const response = await fetch('/api/household', { signal: over.signal });
    return response.ok ? householdSchema.parse(await response.json()) : null;
  } catch {
    return null;
  } finally {
    clearTimeout(timer);
  }
}

function whoseOf({ people, now }: Household): Whose {
  return { id: now, keeps: now === null || now === people[0]?.id ? '' : `-${now}` };
}

let channel: BroadcastChannel | null = null;

/** Opens all windows of this browser anew, for whoever sits there now. */
export function openAnew(): void {
  channel?.postMessage('taken');
  window.location.replace('/');
}

/** Opens this window anew when somebody else sits down in another one. @returns a function that ends the listening */
export function hearSeat(): () => void {
  if (typeof BroadcastChannel === 'undefined') return () => undefined;
  channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = () => window.location.replace('/');
  return () => {
    channel?.close();
    channel = null;
  };
}
