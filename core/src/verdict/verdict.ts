import type { Place } from '../geometry/place';

/** Can the page be read? */
export type VerdictWord = 'reads-well' | 'hard-to-read' | 'take-again';

export const REASON_KINDS = [
  'blurred',
  'too-dark',
  'faint',
  'strokes-lost',
  'small',
  'glare',
  'shadow',
  'cut-off',
  'over-edge',
  'covered',
  'sideways',
  'nearly-empty',
] as const;
export type ReasonKind = (typeof REASON_KINDS)[number];

/** One thing that hurts, with what was measured. */
export interface Reason {
  readonly kind: ReasonKind;
  /** how much it hurts, 0 to 1 */
  readonly weight: number;
  /** what was measured, in the unit that the kind has: see `judge` */
  readonly value: number;
  /** where on the page; null for all of it */
  readonly place: Place | null;
  /** what is so, in a plain sentence */
  readonly says: string;
  /** what helps, in a plain sentence */
  readonly fix: string;
}

export interface Verdict {
  readonly word: VerdictWord;
  /** how likely a reader gets the words, 0 to 1 */
  readonly legibility: number;
  /** the one that hurts most first */
  readonly reasons: readonly Reason[];
}
