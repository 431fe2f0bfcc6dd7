import type { StampWords } from '@ravlo/core/geometry';
import type { Page } from '@ravlo/contract';
import { packetDay, stampWords } from '@ravlo/words';
import { useMemo } from 'react';
import { useMyName } from './useMyName';

/** What a page's stamps are filled with. */
export function useStampWords(index: number, pages: readonly Page[]): StampWords {
  const name = useMyName();
  return useMemo(() => stampWords(name, index, pages.length, packetDay(pages)), [name, index, pages]);
}
