import type { StampWords } from '@ravlo/core/geometry';
import type { Page } from '@ravlo/contract';
import { format } from 'date-fns';

/** What stamps are filled with: whose work it is, the day, and which page of how many. */
export function stampWords(name: string, index: number, count: number, date: Date): StampWords {
  return { name, date: format(date, 'd MMMM yyyy'), page: `page ${index + 1} of ${count}` };
}

/** The day that a packet's stamps show: of its newest photo. A clock would give the same packet other bytes tomorrow. */
export const packetDay = (pages: readonly Pick<Page, 'takenAt'>[]): Date =>
  new Date(Math.max(0, ...pages.map(({ takenAt }) => Date.parse(takenAt))));
