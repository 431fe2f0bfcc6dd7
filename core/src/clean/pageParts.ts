import { atLeast } from '../raster/atLeast';
import { eitherOf } from '../raster/eitherOf';
import { forEachSet } from '../raster/forEachSet';
import { median } from '../statistics/quantile';
import { cellFacts, type CellFacts } from './cellFacts';
import { evenRules } from './evenRules';
import { logitByte, TONE_FROM, type InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import { joinOverDots } from './joinOverDots';
import { noiseAbout } from './noiseAbout';
import { ruleCells } from './ruleCells';
import { strokeCells } from './strokeCells';
import { UNSHIFTED, type ThresholdShift } from './thresholdShift';
import { widen } from './widen';

/** What a cell of a page shows; paper is 0, so that the kinds are a mask of what is none. */
export const PAPER = 0;
/** strokes, written, drawn or printed, with their soft flanks */
export const INK = 1;
/** the stationer's rules, squares and dots where no stroke lies on them */
export const RULE = 2;
/** highlighter, printed pictures, and whatever is plainly there and was not made out: shown as it is */
export const TONE = 3;

/** A page's parts, cell by cell. */
export interface PageParts {
  /** page pixels a cell, each way */
  readonly step: 1 | 2;
  /** cells: the page's size over the step, rounded up */
  readonly width: number;
  readonly height: number;
  readonly kinds: Uint8Array;
  /** cells of strokes without their flanks: 1, else 0 */
  readonly strokes: Uint8Array;
  /** cells of strokes under which a rule runs, or may run: they are as dark as the rule: 1, else 0 */
  readonly onRules: Uint8Array;
  /** the darkest pixel of each cell, lightly smoothed; over its ground where it lies on a tone */
  readonly darkest: Uint8Array;
  /** cells of highlighter, pictures and other areas, also where strokes lie on them: 1, else 0 */
  readonly toned: Uint8Array;
  /** how the net's thresholds were moved */
  readonly shift: ThresholdShift;
}

/** From these odds on a cell is taken for unwanted. */
const UNWANTED_FROM = logitByte(0.5);
/** On a tone a stroke is at least as likely: the tone itself is a little like ink. */
const INK_ON_TONE = logitByte(0.5);
/** And darker than the tone by so many deviations of paper. */
const OVER_TONE = 2.2;
/** A rule that is as likely as this may lie under a stroke. */
const RULE_UNDER = logitByte(0.3);
/** What is so much darker than the paper stays though nobody knows what it is, in levels, and in deviations of paper. */
export const SURELY_THERE = [34, 9] as const;
/** What is as dark as this is no back that shows through: it stays, unless it is a hole. */
const DARK_THING = 80;
/** A stroke's flank is at least this dark, in levels. */
const FLANK = 3;

/**
 * Tells a page's parts by what the net sees and by how dark they are. When in doubt a thing stays.
 *
 * @param shift moves the net's thresholds
 * @param facts what is known of the cells, where that was worked out already
 */
export function pageParts(
  map: InkMap,
  seen: InkLikelihood,
  shift = UNSHIFTED,
  facts: CellFacts = cellFacts(map, seen),
): PageParts {
  const { step, width, height, ink, tones, unwanted } = seen;
  const { darkest, holes } = facts;
  const cells = strokeCells(map, seen, facts, shift);
  const { strokes, doubted } = cells;
  const rules = ruleCells(seen, cells);
  if (seen.isDotted) joinOverDots(strokes, rules, width, height);
  const plain = atLeast(darkest, SURELY_THERE[0]);
  evenRules({
    ...{ width, height, darkest, ink, strokes, rules },
    likely: seen.rules,
    noise: median(map.noise.data),
    isDotted: seen.isDotted,
  });
  const wide = widen(strokes, width, height);
  const wideRules = widen(rules, width, height);
  const toned = atLeast(tones, TONE_FROM);
  const nearRules = eitherOf(wideRules, atLeast(seen.rules, RULE_UNDER));
  const onRules = new Uint8Array(width * height);
  forEachSet(strokes, (i) => (onRules[i] = nearRules[i]));
  const kinds = new Uint8Array(width * height);
  const { ground } = map;
  const noise = noiseAbout(map, step, width);
  /** Whether a cell of a tone is a stroke's, or its flank's. */
  const isOnTone = (i: number) =>
    ground?.on[i] === 1
      ? strokes[i] === 1 || (wide[i] === 1 && darkest[i] >= OVER_TONE * noise(i))
      : strokes[i] === 1 && ink[i] >= INK_ON_TONE;
  const isSurelyThere = (i: number) => plain[i] === 1 && darkest[i] >= SURELY_THERE[1] * noise(i);
  const things = [wide, wideRules, toned, doubted, plain];
  forEachSet(
    things.reduce((one, other) => eitherOf(one, other)),
    (i) => {
      const dark = darkest[i];
      if ((dark < FLANK && toned[i] === 0) || holes[i] === 1) return;
      if (rules[i] === 1) kinds[i] = RULE;
      else if (toned[i] === 0 ? strokes[i] === 1 : isOnTone(i)) kinds[i] = INK;
      else if (toned[i] === 1 || doubted[i] === 1) kinds[i] = TONE;
      else if (wide[i] === 1 && wideRules[i] === 0) kinds[i] = INK;
      else if (wideRules[i] === 1) kinds[i] = RULE;
      else if ((unwanted[i] < UNWANTED_FROM || dark >= DARK_THING) && isSurelyThere(i)) kinds[i] = TONE;
    },
  );
  // Under strokes the net may not see what they lie on: whoever looks for a whole area would find it in pieces.
  const tonedUnder = ground ? eitherOf(toned, ground.on) : toned;
  return { step, width, height, kinds, strokes, onRules, darkest, toned: tonedUnder, shift };
}
