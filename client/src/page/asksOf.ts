import type { MyBrief } from '@ravlo/contract';
import type { ReadyGiven } from './useReadyCheck';
import type { TiedParts } from './useTie';

/** What a brief adds to the facts of the ready check. */
export function asksOf(
  { brief }: MyBrief,
  parts: TiedParts | null,
  nameAsked: string | null,
): Pick<ReadyGiven, 'pagesAsked' | 'parts' | 'nameAsked'> {
  return {
    ...(brief.pages.kind === 'count' ? { pagesAsked: brief.pages } : {}),
    ...(parts ? { parts } : {}),
    ...(nameAsked === null ? {} : { nameAsked }),
  };
}
