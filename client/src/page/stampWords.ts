import type { StampWords } from '@ravlo/core/geometry';
import type { Page } from '@ravlo/contract';
import { format } from 'date-fns';
import { useMemo } from 'react';
import { useAppSelector } from '@/packet/store';
import { selectMyName } from './myNameSlice';

/** What stamps are filled with: whose work it is, the day, and which page of how many. */
export function stampWords(name: string, index: number, count: number, date: Date): StampWords {
  return { name, date: format(date, 'd MMMM yyyy'), page: `page ${index + 1} of ${count}` };
}

/** The day that a packet's stamps show: of its newest photo. A clock would give the same packet other bytes tomorrow. */
export const packetDay = (pages: readonly Pick<Page, 'takenAt'>[]): Date =>
  new Date(Math.max(0, ...pages.map(({ takenAt }) => Date.parse(takenAt))));

export function useStampWords(index: number, pages: readonly Page[]): StampWords {
  const name = useAppSelector(selectMyName);
  return useMemo(() => stampWords(name, index, pages.length, packetDay(pages)), [name, index, pages]);
}
