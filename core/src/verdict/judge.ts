import type { PageFacts } from './pageFacts';
import type { Place } from '../geometry/place';
import { sayReason } from './sayReason';
import type { Reason, ReasonKind, Verdict } from './verdict';

export interface JudgeContext {
  /** photo pixels a page pixel; 1 when it is not known */
  readonly photoScale?: number;
  /** share of the sheet that lies outside the photo */
  readonly outside?: number;
}

/**
 * The logistic of legibility, fitted on how many printed words a general reading program got out of photographs from
 * well to hopelessly taken (measure/src/clean/fitVerdict.ts).
 */
const WEIGHTS = { bias: -3.11, signal: 1.95, softness: -3.76 } as const;
/** Beyond this ratio of contrast to grain nothing gets better. */
const ENOUGH_SIGNAL = 32;
/** Letters that the fitting set had, page px. */
const FITTED_LETTERS = 25;

/**
 * Legibility from which a page reads well, and below which it is to be taken again: chosen on 120 pages that a reading
 * program had graded (measure/src/clean/gradePages.ts), held against 40 others by measure/src/clean/testVerdict.ts.
 */
const READS_WELL = 0.55;
const HOPELESS = 0.4;

/** The numbers that legibility is worked out from, each on a scale of doublings. */
export function legibilityTerms({
  contrast,
  grain,
  rise,
  letters,
}: PageFacts): [signal: number, softness: number] {
  const signal = Math.log2(Math.min(ENOUGH_SIGNAL, Math.max(1, contrast / grain)));
  // Small writing suffers sooner, large writing later; what is not letters does not count.
  const size = Math.min(1.6, Math.max(0.7, letters / FITTED_LETTERS));
  return [signal, Math.log2(Math.max(1.2, rise / size))];
}

export function legibility(
  facts: PageFacts,
  weights: typeof WEIGHTS | Record<keyof typeof WEIGHTS, number> = WEIGHTS,
) {
  const [signal, softness] = legibilityTerms(facts);
  return 1 / (1 + Math.exp(-(weights.bias + weights.signal * signal + weights.softness * softness)));
}

/*
 * Borders of the single reasons: they decide which reason is named. What measurement there is of them is that pages without
 * a fault have none (testVerdict.ts).
 */
/** Pages with less ink than this, as a share, are nearly empty. */
const NEARLY_EMPTY = 0.0006;
/** Median height of letters, photo px, below which they can hardly be told apart, and below which not at all. */
const SMALL = 11;
const TOO_SMALL = 7;
/** Darkness of strokes, of 255, below which they are faint. */
const FAINT = 34;
/** Share of the strokes that are seen and lost: some, and many. */
const LOST = 0.08;
const MUCH_LOST = 0.3;
/** Light of the paper, of 255, below which the photo was taken in the dark. */
const DARK = 60;
/** Share of the writing on which paper is washed out: some, and much. */
const GLARE = 0.02;
const MUCH_GLARE = 0.1;
/** Darkest over lightest paper, below which the light is uneven. */
const UNEVEN = 0.3;
/** Share of a side that strokes cross. */
const OVER_EDGE = 0.012;
/** Writing that stands in columns this much more clearly than in rows lies on its side, in doublings. */
const SIDEWAYS = -2.2;
/** Share of the sheet that lies outside the photo: some, and much. */
const CUT_OFF = 0.01;
const MUCH_CUT_OFF = 0.06;

/**
 * The word on a page. Values of the reasons: blurred, width of strokes' edges in page px; too-dark, contrast over
 * grain; faint, darkness of strokes of 255; strokes-lost, share of the strokes; small, letters in photo px; glare, share of the writing; shadow, darkest
 * over lightest paper; cut-off, share of the sheet; over-edge, share of the edge; covered, share of the page; sideways,
 * how much more the writing stands in columns than in rows, in doublings; nearly-empty, share that is ink.
 */
export function judge(facts: PageFacts, { photoScale = 1, outside = 0 }: JudgeContext = {}): Verdict {
  const isEmpty = facts.ink < NEARLY_EMPTY || facts.letters === 0;
  const reads = isEmpty ? 1 : legibility(facts);
  const reasons: Reason[] = [];
  const add = (kind: ReasonKind, weight: number, value: number, place: Place | null = null) =>
    reasons.push({ kind, weight: Math.min(1, Math.max(0, weight)), value, place, ...sayReason(kind, value) });

  if (isEmpty) {
    add('nearly-empty', 0.3, facts.ink);
  } else if (reads < READS_WELL) {
    const [signal, softness] = legibilityTerms(facts);
    // What keeps it from being read: that which would help most if it were as on a good page.
    const bySoftness = -WEIGHTS.softness * Math.max(0, softness - 0.7);
    const bySignal = WEIGHTS.signal * Math.max(0, Math.log2(ENOUGH_SIGNAL) - signal);
    if (bySoftness > 0.3 * bySignal)
      add('blurred', (1 - reads) * (bySoftness > bySignal ? 1 : 0.6), facts.rise);
    if (bySignal > 0.3 * bySoftness) {
      const kind = facts.light < DARK || facts.contrast > 2 * FAINT ? 'too-dark' : 'faint';
      add(
        kind,
        (1 - reads) * (bySignal >= bySoftness ? 1 : 0.6),
        facts.contrast / facts.grain,
        facts.written,
      );
    }
  }
  if (!isEmpty) {
    const letters = facts.letters * photoScale;
    if (letters < SMALL) add('small', letters < TOO_SMALL ? 0.9 : 0.4, letters, facts.written);
    if (facts.contrast < FAINT && reasons.every(({ kind }) => kind !== 'faint')) {
      add('faint', 0.4, facts.contrast, facts.written);
    }
  }
  if (!isEmpty && facts.lost > LOST)
    add('strokes-lost', facts.lost > MUCH_LOST ? 0.85 : 0.5, facts.lost, facts.lostPlace);
  if (facts.glare > GLARE)
    add('glare', facts.glare > MUCH_GLARE ? 0.85 : 0.45, facts.glare, facts.glarePlace);
  if (facts.evenness < UNEVEN && reads < READS_WELL) add('shadow', 0.35, facts.evenness);
  if (outside > CUT_OFF) add('cut-off', outside > MUCH_CUT_OFF ? 0.8 : 0.4, outside);
  facts.overEdge.forEach((share, side) => {
    if (share > OVER_EDGE) add('over-edge', 0.4, share, EDGES[side]);
  });

  if (facts.covered > 0) add('covered', 0.4, facts.covered, facts.coveredPlace);
  if (facts.inRows < SIDEWAYS) add('sideways', 0.5, -facts.inRows);

  reasons.sort((a, b) => b.weight - a.weight);
  const worst = reasons[0]?.weight ?? 0;
  const word =
    reads < HOPELESS || worst >= 0.8
      ? 'take-again'
      : reads < READS_WELL || worst > 0.25
        ? 'hard-to-read'
        : 'reads-well';
  return { word, legibility: reads, reasons };
}

const EDGES: readonly Place[] = [
  [0, 0, 1, 0.02],
  [0.98, 0, 0.02, 1],
  [0, 0.98, 1, 0.02],
  [0, 0, 0.02, 1],
];
