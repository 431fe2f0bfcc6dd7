import type { StampWords } from '@ravlo/core/notes/layNotes';
import { format } from 'date-fns';
import { useMemo, useSyncExternalStore } from 'react';

/** What stamps are filled with: whose work it is (kept on this device), today, and which page of how many. */

const KEY = 'ravlo-my-name';
const listeners = new Set<() => void>();

export const myName = (): string => globalThis.localStorage?.getItem(KEY) ?? '';

export function setMyName(name: string): void {
  globalThis.localStorage?.setItem(KEY, name);
  listeners.forEach((tell) => tell());
}

export function useMyName(): string {
  return useSyncExternalStore((tell) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }, myName);
}

export function stampWords(name: string, index: number, count: number, date: Date): StampWords {
  return { name, date: format(date, 'd MMMM yyyy'), page: `page ${index + 1} of ${count}` };
}

export function useStampWords(index: number, count: number): StampWords {
  const name = useMyName();
  return useMemo(() => stampWords(name, index, count, new Date()), [name, index, count]);
}
