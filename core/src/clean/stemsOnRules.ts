import { forEachSet } from '../raster/forEachSet';
import { binAtRank, binAtShare } from '../statistics/histogram';
import type { RuledPlanes } from './evenEnds';
import type { LevelledRule } from './levelAlong';

/** Cells beside a rule's edge that a stroke along it reaches, on each side. */
const BESIDE = 2;
/** How dark a rule's flanks usually are is told for stretches of about so many cells: strokes lie on less than half of them. */
const STRETCH = 192;
/**
 * A stroke's flanks are darker than the rule's own by this share of how dark strokes mostly are, by so many deviations of bare paper, and
 * by so many levels.
 */
const OF_STROKES = 0.35;
const OF_NOISE = 4;
const LEAST_OVER = 8;
/** Less than this is grain, and more is no letter but a line beside the rule, or the rule itself out of focus there; cells along it. */
const LEAST_LENGTH = 3;
const MOST_LENGTH = 28;
/** Gaps of so many cells are closed. */
const GAP = 2;
/** A crossing rule is dark so many cells further than it is thick. */
const CROSSING_FLANK = 1;

/** A stretch of a rule, from its first cell to the one behind its last. */
type Run = readonly [from: number, to: number];

/**
 * Gives strokes back what of them lies along a rule and was taken for it: the stem of a letter, the side of a figure, a dot. There
 * the rule is wider than elsewhere, by flanks that are about as dark as strokes are.
 *
 * @param planes `strokes` and `rules` are changed
 * @param courses the page's rules
 * @param noise standard deviation of bare paper
 */
export function stemsOnRules(planes: RuledPlanes, courses: readonly LevelledRule[], noise: number): void {
  const least = leastOver(planes, noise);
  if (least === null) return;
  for (const course of courses) {
    const isOther = (other: LevelledRule) => other.along !== course.along;
    const over = overFlanks(planes, course, least);
    const crossings = crossingsOf(course, courses.filter(isOther));
    for (const run of widerRuns(course, over, crossings)) giveBack(planes, course, run, over);
  }
}

/** How much darker than usual a flank is where a stroke lies on it; null where there are no strokes. */
function leastOver({ darkest, strokes }: RuledPlanes, noise: number): number | null {
  const counts = new Uint32Array(256);
  let total = 0;
  forEachSet(strokes, (i) => {
    counts[darkest[i]]++;
    total++;
  });
  if (total === 0) return null;
  // The upper of two middle ones.
  const median = binAtRank(counts, Math.floor(total / 2) + 1);
  return Math.max(LEAST_OVER, OF_NOISE * noise, OF_STROKES * median);
}

/** 1 at the cells along a rule where others cross it, 0 elsewhere. */
function crossingsOf(course: LevelledRule, others: readonly LevelledRule[]): Uint8Array {
  const crossings = new Uint8Array(course.length);
  for (const { half, middleAt } of others) {
    // Rules bend little: where the other one is near this one's middle it is about where it crosses it; once more from there.
    const guess = middleAt(Math.max(0, course.middleAt(course.length >> 1)));
    const at = middleAt(Math.max(0, course.middleAt(Math.min(course.length - 1, Math.max(0, guess)))));
    crossings.fill(1, Math.max(0, at - half - CROSSING_FLANK), Math.max(0, at + half + CROSSING_FLANK + 1));
  }
  return crossings;
}

/** Whether a cell beside a rule is darker than the rule's flank usually is; by the cell along it, and across from its middle. */
type Over = (k: number, d: number) => boolean;

function overFlanks({ darkest }: RuledPlanes, course: LevelledRule, least: number): Over {
  const { length, along, beside, places, half, middleAt } = course;
  const reach = half + BESIDE;
  const isIn = (k: number) => middleAt(k) >= reach && middleAt(k) < places - reach;
  const cellOf = (k: number, d: number) => (middleAt(k) + d) * beside + k * along;
  const stretch = Math.ceil(length / Math.max(1, Math.round(length / STRETCH)));
  const usual: Uint8Array[] = [];
  const counts = new Uint32Array(256);
  for (let from = 0; from < length; from += stretch) {
    const to = Math.min(length, from + stretch);
    const levels = new Uint8Array(2 * reach + 1);
    for (let d = -reach; d <= reach; d++) {
      counts.fill(0);
      let count = 0;
      for (let k = from; k < to; k++) {
        if (!isIn(k)) continue;
        counts[darkest[cellOf(k, d)]]++;
        count++;
      }
      if (count > 0) levels[d + reach] = binAtShare(counts, count, 0.5);
    }
    usual.push(levels);
  }
  return (k, d) => isIn(k) && darkest[cellOf(k, d)] - usual[Math.floor(k / stretch)][d + reach] >= least;
}

/** Where a rule is wider than usual to both sides, or by more than a cell to one. */
function widerRuns({ length, half }: LevelledRule, over: Over, crossings: Uint8Array): Run[] {
  const isBeside = (k: number, side: -1 | 1) => over(k, side * half) || over(k, side * (half + 1));
  const isFarBeside = (k: number, side: -1 | 1) => over(k, side * (half + 1)) && over(k, side * (half + 2));
  const isWider = (k: number) =>
    (isBeside(k, -1) && isBeside(k, 1)) || isFarBeside(k, -1) || isFarBeside(k, 1);
  const runs: Run[] = [];
  let [from, to, gap] = [-1, -1, 0];
  for (let k = 0; k <= length; k++) {
    // Another rule is dark beside this one as well: nothing is told there.
    if (k < length && crossings[k] === 1) continue;
    if (k < length && isWider(k)) {
      if (from < 0) from = k;
      [to, gap] = [k + 1, 0];
    } else if (from >= 0 && (k === length || ++gap > GAP)) {
      if (to - from >= LEAST_LENGTH && to - from <= MOST_LENGTH)
        runs.push(overCrossings([from, to], crossings));
      [from, gap] = [-1, 0];
    }
  }
  return runs;
}

/** A run with the crossings at its ends: a stroke that comes to one ends within it at the least. */
function overCrossings([from, to]: Run, crossings: Uint8Array): Run {
  while (crossings[from - 1] === 1) from--;
  while (crossings[to] === 1) to++;
  return [from, to];
}

/** Makes a run's cells the strokes', with the flanks beside it. */
function giveBack(
  { strokes, rules }: RuledPlanes,
  { along, beside, places, half, middleAt }: LevelledRule,
  [from, to]: Run,
  over: Over,
): void {
  const reach = half + BESIDE;
  for (let k = from; k < to; k++) {
    const middle = middleAt(k);
    if (middle < reach || middle >= places - reach) continue;
    for (let d = -reach; d <= reach; d++) {
      if (Math.abs(d) > half && !over(k, d)) continue;
      const i = (middle + d) * beside + k * along;
      strokes[i] = 1;
      rules[i] = 0;
    }
  }
}
