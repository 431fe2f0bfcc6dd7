import type { Place, ReasonKind, Verdict } from '@ravlo/core';
import { sayPages } from '@ravlo/contract';

/** What is wrong, in a word or two. */
const SHORT: Record<ReasonKind, string> = {
  blurred: 'blurred',
  'too-dark': 'too dark',
  faint: 'faint',
  'strokes-lost': 'strokes lost',
  small: 'small',
  glare: 'light mirrored',
  shadow: 'shadow',
  'cut-off': 'cut off',
  'over-edge': 'over the edge',
  covered: 'covered',
  sideways: 'on its side',
  'nearly-empty': 'nearly empty',
};

/** A reason in a word or two. */
export const sayReason = (kind: ReasonKind): string => SHORT[kind];

/** A verdict in a few words; null where there is nothing to say. */
export function sayVerdict({ word, reasons }: Verdict): string | null {
  if (word === 'reads-well') return null;
  const why = reasons.length > 0 ? `: ${SHORT[reasons[0].kind]}` : '';
  return word === 'take-again' ? `Take again${why}` : `Hard to read${why}`;
}

/** A packet in a line: how many pages, and how many of them read well once all have been judged. */
export function sayPacket(verdicts: readonly (Verdict | null)[]): string {
  const pages = sayPages(verdicts.length);
  if (verdicts.length === 0 || verdicts.some((verdict) => verdict === null)) return pages;
  const well = verdicts.filter((verdict) => verdict?.word === 'reads-well').length;
  if (well < verdicts.length) return `${pages}. ${well || 'None'} read${well === 1 ? 's' : ''} well.`;
  return verdicts.length === 1 ? '1 page. It reads well.' : `${pages}. All read well.`;
}

/** Where the reasons are on the page. */
export function placesOf(verdict: Verdict | null): Place[] {
  if (!verdict || verdict.word === 'reads-well') return [];
  return verdict.reasons.flatMap(({ place }) => (place ? [place] : []));
}
