import { median, quantile } from '../statistics/quantile';
import { atLeast } from '../raster/atLeast';
import { eitherOf } from '../raster/eitherOf';
import { evenEnds } from './evenEnds';
import { findLines, type Rule } from './findRules';
import { logitByte } from './inkLikelihood';
import { joinOverRule } from './joinOverRule';
import { levelAlong, type LevelledRule } from './levelAlong';
import { loneLines } from './loneLines';
import { ruleProfiles, STEP } from './ruleProfiles';
import { stemsOnRules } from './stemsOnRules';
import { waysOver, type Way } from './way';

/** Cells of rules count so much in a profile; where a line begins it has rules on at least a third of a step. */
const EVIDENCE = 64;
const LEAST = EVIDENCE / 3;
/** What is at least as likely a rule counts as well, though a stroke may be likelier. */
const MAYBE = logitByte(0.1);
/** On so many steps there are some, or it is no line. */
const LEAST_SHARE = 0.4;
/** How far from a line's middle there is no line, in cells. */
const BESIDE = 6;
/** And on so much of it all told: of what may be a rule, more than a row of dots has, and of what is surely one. */
const LEAST_SEEN = 0.4;
const LEAST_SURE = 0.1;
/** What the net is surer of stays a stroke. */
const SURELY_INK = logitByte(0.97);
/** A line's own darkness strays by this factor and so many levels. */
const STRAYS = [1.15, 4] as const;
/** Where there are so many lines, one that is darker than the usual one by this factor is no rule. */
const FEW_LINES = 5;
const DARKER = 1.5;
/** A form has thicker lines than the usual ones: of such the others do not say so much. */
const LONE_DARKER = 2;
/** Less of it is no line. */
const LEAST_DARK = 0.35;
/** A margin runs right through the page, this near to a side of it, and is no thicker than so many cells each way. */
const MARGIN_SHARE = 0.93;
const NEAR_SIDE = 0.3;
const MARGIN_HALF = 3;
/** Where less of it is a stroke it is a rule already. */
const LEAST_STROKE = 0.25;
/** A margin is about as dark all along: of so many of its cells none is darker than such a share of how dark it mostly is, or it is none. */
const PALE_SHARE = 0.2;
const PALE = 0.5;
/** It ends at the page's own ends, but for such a share of its length: what ends before them is a frame's side. */
const END_SHARE = 0.025;
/** Cells of a margin are its own however sure the net is that they are ink. */
const ANY_INK = 255;

export interface RuledCells {
  readonly width: number;
  readonly height: number;
  /** how dark each cell is at most */
  readonly darkest: Uint8Array;
  /** how likely each is a rule, and ink, as bytes of a logit */
  readonly likely: Uint8Array;
  readonly ink: Uint8Array;
  /** cells of strokes and of rules, 1, else 0; both are changed */
  readonly strokes: Uint8Array;
  readonly rules: Uint8Array;
  /** standard deviation of bare paper */
  readonly noise: number;
  /** on dotted paper, which may have margins too @default false */
  readonly isDotted?: boolean;
}

/**
 * Makes rules whole. Along each straight line that most of the rules on it make out, what is no darker and no thicker than
 * the line is the line's, though it was taken for a stroke or for nothing: dark rules are seen as ink here and there, pale
 * ones not at all; strokes that cross it run on over it. Where strokes reach out of the line to a side, and where it is
 * darker than elsewhere, all stays; where it is wider a stroke lies along it (`stemsOnRules.ts`). Shorter lines are rules or strokes all along as well (`loneLines.ts`). A lone line right
 * through a ruled or dotted page, across its rules, near its side and about as dark all along, is a margin, though it may
 * look like a pen's.
 */
export function evenRules(cells: RuledCells): void {
  const { width, height, likely, rules, isDotted = false } = cells;
  const evidence = eitherOf(rules, atLeast(likely, MAYBE), EVIDENCE);
  const { across, upright } = ruleProfiles(evidence, width, height);
  const options = { beside: BESIDE, least: LEAST, leastShare: LEAST_SHARE };
  const ways = waysOver(width, height);
  const found = [
    [findLines(across, options), ways.across],
    [findLines(upright, options), ways.upright],
  ] as const;
  const measured = found.flatMap(([lines, way]) =>
    lines.flatMap((line) => {
      const course = measureLine(cells, line, way);
      return course ? [{ way, course }] : [];
    }),
  );
  const usual = median(measured.map(({ course }) => course.level));
  // What is darker somebody drew along the squares.
  const isPrinted = (level: number, darker: number) =>
    measured.length < FEW_LINES || level <= darker * usual + STRAYS[1];
  const makeWhole = (course: LevelledRule) => {
    evenLine(cells, course);
    joinOverRule(cells, course);
  };
  const printed = measured.map(({ course }) => course).filter(({ level }) => isPrinted(level, DARKER));
  printed.forEach(makeWhole);
  loneLines(cells, {
    isPrinted: (level) => isPrinted(level, LONE_DARKER),
    isAsRule: (i, level) => cells.darkest[i] <= level * STRAYS[0] + STRAYS[1],
    isSurelyInk: (i) => cells.ink[i] > SURELY_INK,
  }).forEach(makeWhole);
  evenEnds(cells, printed);
  stemsOnRules(cells, printed, cells.noise);
  const isRuled = (along: Way) => isDotted || measured.filter(({ way }) => way === along).length >= FEW_LINES;
  if (!isRuled(ways.across) && !isRuled(ways.upright)) return;
  const through = throughLines(cells);
  if (isRuled(ways.across)) evenMargins(cells, through.upright, ways.upright);
  if (isRuled(ways.upright)) evenMargins(cells, through.across, ways.across);
}

/** Lines of strokes and rules that run right through the page. */
function throughLines({ width, height, strokes, rules }: RuledCells) {
  const { across, upright } = ruleProfiles(eitherOf(strokes, rules, EVIDENCE), width, height);
  const options = { beside: BESIDE, least: LEAST, leastShare: MARGIN_SHARE };
  return { across: findLines(across, options), upright: findLines(upright, options) };
}

/** Makes rules of those near a side that are a stroke on much of their way. */
function evenMargins(cells: RuledCells, lines: readonly Rule[], way: Way): void {
  const { strokes, darkest } = cells;
  for (const line of lines) {
    const middle = line.middles[line.middles.length >> 1];
    if (Math.min(middle, way.places - 1 - middle) > NEAR_SIDE * way.places) continue;
    const traced = traceLine(line, way);
    const half = halfThickness(strokes, traced);
    if (half > MARGIN_HALF) continue;
    const levels: number[] = [];
    const all: number[] = [];
    for (let k = 0; k < way.length; k++) {
      const at = traced.middleAt(k) * way.beside + k * way.along;
      if (strokes[at] === 1) levels.push(darkest[at]);
      all.push(Math.max(darkest[at], darkest[at - way.beside] ?? 0, darkest[at + way.beside] ?? 0));
    }
    // Mostly a rule already: what is left of it are strokes that cross it.
    if (levels.length < LEAST_STROKE * way.length) continue;
    const level = median(levels);
    // Much paler on part of its way: somebody drew a line along a rule.
    if (quantile(all, PALE_SHARE) < PALE * level) continue;
    const there = all.map((dark) => dark >= PALE * level);
    const bare = Math.max(there.indexOf(true), way.length - 1 - there.lastIndexOf(true));
    if (bare > END_SHARE * way.length) continue;
    evenLine(cells, { ...traced, half, level, levelAt: () => level }, ANY_INK);
  }
}

/** @param mostInk what the net is surer of stays a stroke */
function evenLine(
  { darkest, ink, strokes, rules }: RuledCells,
  { length, places, along, beside, half, middleAt, levelAt }: LevelledRule,
  mostInk = SURELY_INK,
): void {
  for (let k = 1; k < length - 1; k++) {
    const middle = middleAt(k);
    if (middle < half + 4 || middle >= places - half - 4) continue;
    const at = middle * beside + k * along;
    if (reachesOut(strokes, at, half, { along, beside })) continue;
    const level = levelAt(k);
    let dark = 0;
    for (let d = -half; d <= half; d++) dark = Math.max(dark, darkest[at + d * beside]);
    if (dark > level * STRAYS[0] + STRAYS[1] || dark < LEAST_DARK * level) continue;
    for (let d = -half - 1; d <= half + 1; d++) {
      const i = at + d * beside;
      if (strokes[i] === 0 && (rules[i] === 1 || Math.abs(d) > half)) continue;
      if (darkest[i] < LEAST_DARK * level || ink[i] > mostInk) continue;
      strokes[i] = 0;
      rules[i] = 1;
    }
  }
}

/** Whether strokes lie beside the line, here or at the next cells along it: further out than `evenLine` changes any. */
function reachesOut(
  strokes: Uint8Array,
  at: number,
  half: number,
  { along, beside }: Pick<Way, 'along' | 'beside'>,
): boolean {
  for (let j = -1; j <= 1; j++) {
    for (let d = half + 2; d <= half + 3; d++) {
      if (strokes[at + j * along + d * beside] === 1 || strokes[at + j * along - d * beside] === 1)
        return true;
    }
  }
  return false;
}

/** How a line runs and how dark it is; null when it is seen too seldom. */
function measureLine(cells: RuledCells, line: Rule, way: Way): LevelledRule | null {
  const traced = traceLine(line, way);
  const half = halfThickness(cells.rules, traced);
  const level = levelOf(cells, traced, half);
  if (level === null) return null;
  const course = { ...traced, half, level };
  return { ...course, levelAt: levelAlong(cells, course) };
}

/** A way, and where the line's middle is at each cell along it. */
interface TracedLine extends Way {
  readonly middleAt: (k: number) => number;
}

/** Between the steps' middles in proportion; worked out once, for it is asked for many times. */
function traceLine({ middles }: Rule, way: Way): TracedLine {
  const all = Int32Array.from({ length: way.length }, (_, k) => {
    const place = Math.min(middles.length - 1, Math.max(0, (k + 0.5) / STEP - 0.5));
    const step = Math.floor(place);
    const next = Math.min(middles.length - 1, step + 1);
    return Math.round(middles[step] + (middles[next] - middles[step]) * (place - step));
  });
  return { ...way, middleAt: (k) => all[k] };
}

/** Cells from the line's middle to its edge: the usual one of places where it is seen. */
function halfThickness(mask: Uint8Array, { length, places, along, beside, middleAt }: TracedLine): number {
  const halves: number[] = [];
  for (let k = 0; k < length; k += 7) {
    const middle = middleAt(k);
    const at = k * along;
    if (middle < 0 || middle >= places || mask[middle * beside + at] === 0) continue;
    const [least, most] = [Math.max(0, middle - BESIDE), Math.min(places - 1, middle + BESIDE)];
    let [from, to] = [middle, middle];
    while (from > least && mask[(from - 1) * beside + at] === 1) from--;
    while (to < most && mask[(to + 1) * beside + at] === 1) to++;
    halves.push((to - from) / 2);
  }
  return halves.length === 0 ? 1 : Math.max(1, Math.ceil(median(halves)));
}

/** How dark the line is where it is seen; null when it is seen too seldom. */
function levelOf(
  { darkest, likely, rules }: RuledCells,
  { length, places, along, beside, middleAt }: TracedLine,
  half: number,
): number | null {
  const levels: number[] = [];
  let sure = 0;
  for (let k = 0; k < length; k++) {
    const middle = middleAt(k);
    let [dark, isSure] = [0, 0];
    for (let d = -half; d <= half; d++) {
      const place = middle + d;
      if (place < 0 || place >= places) continue;
      const i = place * beside + k * along;
      isSure |= rules[i];
      if (rules[i] === 1 || likely[i] >= MAYBE) dark = Math.max(dark, darkest[i]);
    }
    if (dark > 0) levels.push(dark);
    sure += isSure;
  }
  return levels.length < LEAST_SEEN * length || sure < LEAST_SURE * length ? null : median(levels);
}
