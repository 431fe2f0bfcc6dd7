import { nanoid } from 'nanoid';

/**
 * Windows of one browser, told apart: each keeps its own edits and history, and finds them again after a reload. What a
 * closed window has left is taken over by the next one that asks.
 */

const KEY = 'ravlo-window';
const LOCK = 'ravlo-window-';
const SIGN = 'ravlo-alive-';
/** Where a page has no locks (plain http) windows give a sign of life this often, ms. */
const SIGN_EVERY = 20_000;
/** Pages out of sight are woken once a minute: after three of them a window is taken for closed. */
const SIGN_LASTS = 190_000;

/** This window's id: the one it had before a reload, unless another window has it (a tab that was doubled). */
export async function claimWindowId(): Promise<string> {
  const before = sessionStorage.getItem(KEY);
  const id = before && (await hold(before)) ? before : nanoid();
  if (id !== before) await hold(id);
  sessionStorage.setItem(KEY, id);
  return id;
}

/** Takes an id for as long as this window is open. @returns false when another window has it */
function hold(id: string): Promise<boolean> {
  const { locks } = navigator;
  if (!locks) {
    const sign = () => localStorage.setItem(SIGN + id, String(Date.now()));
    sign();
    setInterval(sign, SIGN_EVERY);
    return Promise.resolve(true);
  }
  return new Promise((resolve) => {
    void locks.request(LOCK + id, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock ? new Promise(() => undefined) : undefined;
    });
  });
}

/** The ids, of some, whose windows are closed. */
export async function closedWindows(ids: readonly string[]): Promise<string[]> {
  const { locks } = globalThis.navigator ?? {};
  if (!locks) {
    const isSilent = (id: string) => Date.now() - Number(localStorage.getItem(SIGN + id) ?? 0) > SIGN_LASTS;
    return ids.filter(isSilent);
  }
  const { held = [] } = await locks.query();
  const open = new Set(held.map(({ name }) => name));
  return ids.filter((id) => !open.has(LOCK + id));
}

/** Does something that no two windows may do at once; where there are no locks they may. */
export async function alone<T>(what: string, work: () => Promise<T>): Promise<T> {
  const { locks } = globalThis.navigator ?? {};
  return locks ? locks.request(`ravlo-${what}`, work) : work();
}
