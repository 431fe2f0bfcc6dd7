import type { StampWords } from '@ravlo/core/geometry';
import { format } from 'date-fns';
import { useMemo } from 'react';
import { useAppSelector } from '@/packet/store';
import { selectMyName } from './myNameSlice';

/** What stamps are filled with: whose work it is, the day, and which page of how many. */
export function stampWords(name: string, index: number, count: number, date: Date): StampWords {
  return { name, date: format(date, 'd MMMM yyyy'), page: `page ${index + 1} of ${count}` };
}

export function useStampWords(index: number, count: number): StampWords {
  const name = useAppSelector(selectMyName);
  return useMemo(() => stampWords(name, index, count, new Date()), [name, index, count]);
}
