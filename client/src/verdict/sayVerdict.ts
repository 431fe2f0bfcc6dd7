import type { Place, ReasonKind, Verdict } from '@ravlo/core';
import { sayPages } from '@/ui/sayBytes';

/** What is wrong, in a word or two. */
const SHORT: Record<ReasonKind, string> = {
  blurred: 'blurred',
  'too-dark': 'too dark',
  faint: 'faint',
  small: 'small',
  glare: 'light mirrored',
  shadow: 'shadow',
  'cut-off': 'cut off',
  'over-edge': 'over the edge',
  covered: 'covered',
  sideways: 'on its side',
  'nearly-empty': 'nearly empty',
};

/** A verdict in a few words; null where there is nothing to say. */
export function sayVerdict({ word, reasons }: Verdict): string | null {
  if (word === 'reads-well') return null;
  const why = reasons.length > 0 ? `: ${SHORT[reasons[0].kind]}` : '';
  return word === 'take-again' ? `Take again${why}` : `Hard to read${why}`;
}

/** A packet in a line: how many pages, how many read well, and the first that does not. */
export function sayPacket(verdicts: readonly (Verdict | null)[]): string {
  const total = `${sayPages(verdicts.length)}.`;
  if (verdicts.length === 0 || verdicts.some((verdict) => verdict === null)) return total.slice(0, -1);
  const well = verdicts.filter((verdict) => verdict?.word === 'reads-well').length;
  if (well === verdicts.length)
    return verdicts.length === 1 ? '1 page. It reads well.' : `${total} All read well.`;
  const first = verdicts.findIndex((verdict) => verdict?.word !== 'reads-well');
  const kind = verdicts[first]?.reasons[0]?.kind;
  const what = kind ? SENTENCES[kind] : 'is hard to read';
  return `${total} ${well === 0 ? 'None' : well} read${well === 1 ? 's' : ''} well. Page ${first + 1} ${what}.`;
}

const SENTENCES: Record<ReasonKind, string> = {
  blurred: 'is blurred',
  'too-dark': 'was taken too dark',
  faint: 'is faint',
  small: 'is too small',
  glare: 'has light mirrored on it',
  shadow: 'lies in shadow',
  'cut-off': 'is cut off',
  'over-edge': 'runs over its edge',
  covered: 'is partly covered',
  sideways: 'lies on its side',
  'nearly-empty': 'is nearly empty',
};

/** Where the reasons are on the page. */
export function placesOf(verdict: Verdict | null): Place[] {
  if (!verdict || verdict.word === 'reads-well') return [];
  return verdict.reasons.flatMap(({ place }) => (place ? [place] : []));
}
