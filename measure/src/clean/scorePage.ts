import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { checkPage, clean, inkMapOf, pickLook, type Look, type Rgba } from '@ravlo/core';
import { classicalMapOf, holesSeen } from '@ravlo/core/inside';
import type { Comparison } from '../comparison';
import { greyOf, otsu, sauvola } from './baselines';
import { readCleanPage, type CleanPage } from './cleanPages';
import { fadeScore, hueError, inkF, paperScore, tintChroma, type FadeScore, type InkF } from './cleanScores';
import { holesLeft, takenForHoles } from './holeScores';
import { ruleScore, type RuleScore } from './ruleScores';
import { lettersOf, lostLetters, widthError } from './strokeScores';

export const SCORED_LOOKS = ['daylight', 'pen', 'pencil', 'soft-grey'] as const;
export type ScoredLook = (typeof SCORED_LOOKS)[number];
export const BASELINES = ['otsu', 'sauvola', 'division'] as const;
export type Baseline = (typeof BASELINES)[number];

export interface LookScore extends InkF {
  /** letters of which less than 60 % of the middle line is left, a quarter darker than white; a share */
  readonly lost: number;
}

export interface PageScore {
  readonly name: string;
  readonly kind: string;
  readonly pencil: boolean;
  readonly letters: number;
  readonly looks: Readonly<Record<ScoredLook | 'auto', LookScore>>;
  readonly picked: Look;
  /** without the net, as before there was one */
  readonly classical: Readonly<Record<'daylight' | 'pen', LookScore>>;
  readonly baselines: Readonly<Record<Baseline, LookScore>>;
  readonly white: number;
  readonly deviation: number;
  readonly hue: number | null;
  readonly tint: number | null;
  readonly rules: RuleScore | null;
  readonly faded: FadeScore | null;
  /** punched, still to be seen in Daylight; letters that were taken for holes */
  readonly holes: { readonly punched: number; readonly left: number; readonly letters: number };
  readonly width: ReturnType<typeof widthError>;
  /** in the verdict, one way or another */
  readonly saysLost: boolean;
  readonly reasons: readonly string[];
  readonly word: string;
  readonly ms: Readonly<Record<'daylight' | 'pen' | 'verdict', number>>;
  readonly otherMs: Readonly<Record<'daylight' | 'pen', number>>;
}

function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  return [work(), performance.now() - start];
}

/** Black and white as a page. */
function asPage({ width, height }: Rgba, ink: Uint8Array): Rgba {
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < ink.length; i++) if (ink[i]) data.fill(0, i * 4, i * 4 + 3);
  return { width, height, data };
}

/** What the verdict says of a page whose strokes do not all come through. */
const SAYS_LOST: readonly string[] = ['strokes-lost', 'faint', 'too-dark', 'blurred'];

type Letters = ReturnType<typeof lettersOf>;

function scoreLook(truth: CleanPage, letters: Letters, page: Rgba): LookScore {
  // Ink by the one threshold that tells the page's dark from its light best.
  const grey = greyOf(page);
  return {
    ...inkF(truth, otsu(grey)),
    lost: letters.length > 0 ? lostLetters(letters, grey).length / letters.length : 0,
  };
}

function classicalScores(truth: CleanPage, letters: Letters): PageScore['classical'] {
  const map = classicalMapOf(truth.page);
  const score = (look: Look) => scoreLook(truth, letters, clean(truth.page, look, {}, map));
  return { daylight: score('daylight'), pen: score('pen') };
}

/** They never change: worked out once a page. */
function baselineScores(
  name: string,
  truth: CleanPage,
  letters: Letters,
  comparison: Comparison,
): PageScore['baselines'] {
  const file = `${name}.baselines.json`;
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8')) as PageScore['baselines'];
  const { page } = truth;
  const grey = greyOf(page);
  const scores = {
    otsu: scoreLook(truth, letters, asPage(page, otsu(grey))),
    sauvola: scoreLook(truth, letters, asPage(page, sauvola(grey, page.width, page.height))),
    division: scoreLook(truth, letters, comparison.divided(page)),
  };
  writeFileSync(file, JSON.stringify(scores));
  return scores;
}

/** Cleans one drawn page in every look and holds it against the truth. */
export async function scorePage(name: string, comparison: Comparison): Promise<PageScore> {
  const truth = await readCleanPage(name);
  const { page } = truth;
  const letters = lettersOf(truth);
  const [day, dayMs] = timed(() => clean(page, 'daylight'));
  const [pen, penMs] = timed(() => clean(page, 'pen'));
  const map = inkMapOf(page);
  const [verdict, verdictMs] = timed(() => checkPage(page, null, map));
  const shown: Record<ScoredLook, Rgba> = {
    daylight: day,
    pen,
    pencil: clean(page, 'pencil', {}, map),
    'soft-grey': clean(page, 'soft-grey', {}, map),
  };
  const dayGrey = greyOf(day);
  const picked = pickLook(map);
  const scores = Object.fromEntries(
    SCORED_LOOKS.map((look) => [look, scoreLook(truth, letters, shown[look])]),
  ) as Record<ScoredLook, LookScore>;
  return {
    name: truth.name,
    kind: truth.kind,
    pencil: truth.pen === 'pencil',
    letters: letters.length,
    looks: { ...scores, auto: picked === 'as-shot' ? scoreLook(truth, letters, page) : scores[picked] },
    picked,
    classical: classicalScores(truth, letters),
    baselines: baselineScores(name, truth, letters, comparison),
    ...paperScore(truth, day),
    hue: hueError(truth, day),
    tint: tintChroma(truth, day),
    rules: ruleScore(truth, day),
    faded: fadeScore(truth, day, clean(page, 'daylight', { rules: 'faded' }, map)),
    holes: {
      punched: truth.holes.length,
      left: holesLeft(truth, dayGrey),
      letters: map.seen ? takenForHoles(letters, truth.page.width, map.seen.step, holesSeen(map.seen)) : 0,
    },
    width: widthError(letters, truth, dayGrey),
    saysLost: verdict.reasons.some(({ kind }) => SAYS_LOST.includes(kind)),
    reasons: verdict.reasons.map(({ kind }) => kind),
    word: verdict.word,
    ms: { daylight: dayMs, pen: penMs, verdict: verdictMs },
    otherMs: { daylight: comparison.daylightMs(page), pen: comparison.penMs(page) },
  };
}
