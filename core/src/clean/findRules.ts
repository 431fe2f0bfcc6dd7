import { binAtRank } from '../statistics/histogram';
import { median, quantile } from '../statistics/quantile';
import type { Grid } from './grid';
import { STEP, type RuleProfile } from './ruleProfiles';

/** A plane seen along one of the ways in which lines can run. */
export interface LineView {
  readonly plane: Uint8Array;
  /** px along the lines, and across them */
  readonly length: number;
  readonly places: number;
  /** from a pixel to the next along the lines, and across them */
  readonly stepAlong: number;
  readonly stepAcross: number;
}

/** One rule: its middle at every step along the page. */
export interface Rule {
  readonly middles: Float32Array;
  /** on how much of the page it is there */
  readonly share: number;
}

/** A line may wander this much from one step to the next, px. */
const WANDER = 2;
/** A line that is a rule is there on at least this share of the page's width (or height). */
const LEAST_SHARE = 0.6;
/** A lone line, a margin, is there on at least this share. */
const MARGIN_SHARE = 0.88;
/** So many alike make a ruled sheet; fewer are somebody's drawing, or a form. */
const LEAST_RULES = 5;
/** Rules are fainter than the first share of the strokes' contrast; those that run nearly whole, than the second. */
const FAINTER = [0.55, 0.85] as const;
/** A rule runs nearly whole when it is there on this share of the page's width (or height). */
const WHOLE_SHARE = 0.95;
/** Least step from a line to the paper beside it, in levels, and in standard deviations of bare paper. */
const LEAST = 3.2;
const OF_NOISE = 1.1;
/** A line that is followed may be fainter than where it was found by this factor. */
const GOES_ON = 0.6;

export interface FindRulesOptions {
  readonly noise: Grid;
  readonly contrast: Grid;
  /** how far from a line's middle the paper beside it is, px */
  readonly beside: number;
}

/** Finds faint straight lines right across the page that have others like them, and margins. */
export function findRules(view: LineView, profile: RuleProfile, options: FindRulesOptions): Rule[] {
  const least = Math.max(LEAST, mean(options.noise.data) * OF_NOISE);
  // Where strokes are: a page's empty parts know only of its rules.
  const strokes = quantile(options.contrast.data, 0.9);
  const isRule = ({ middles, share }: Rule) =>
    bareDarkness(view, middles) <= strokes * FAINTER[share < WHOLE_SHARE ? 0 : 1];
  const rules = findLines(profile, { ...options, least, isWanted: isRule });
  return rules.length >= LEAST_RULES ? rules : rules.filter(({ share }) => share >= MARGIN_SHARE);
}

export interface FindLinesOptions {
  /** how far from a line's middle the paper beside it is */
  readonly beside: number;
  /** how much darker than that a line is at least where it begins */
  readonly least: number;
  /** on how much of the page it is there at least @default 0.6 */
  readonly leastShare?: number;
  /** others do not count, and leave their place to others beside them */
  readonly isWanted?: (line: Rule) => boolean;
}

/** Lines that run across most of a profile, the clearest first. */
export function findLines(
  profile: RuleProfile,
  { beside, least, leastShare = LEAST_SHARE, isWanted = () => true }: FindLinesOptions,
): Rule[] {
  const { steps, places } = profile;
  const response = lineResponse(profile, beside);
  const taken = new Uint8Array(places);
  const lines: Rule[] = [];
  for (const { place, step } of lineStarts(profile, response, least)) {
    const line = follow(response, steps, places, { place, step }, least * GOES_ON);
    const middle = line.middles[steps >> 1];
    if (line.share < leastShare || taken[middle] === 1 || !isWanted(line)) continue;
    taken.fill(1, Math.max(0, middle - 3), middle + 4);
    lines.push(line);
  }
  return lines;
}

/** How much darker a place is than those a little to both sides. */
function lineResponse({ steps, places, data }: RuleProfile, beside: number): Float32Array {
  const result = new Float32Array(data.length);
  for (let s = 0; s < steps; s++) {
    for (let p = beside; p < places - beside; p++) {
      const i = s * places + p;
      // Against the darker neighbour: the edge of something large is no line.
      result[i] = data[i] - Math.max(data[i - beside], data[i + beside]);
    }
  }
  return result;
}

interface LineStart {
  readonly place: number;
  readonly step: number;
}

/** Where lines are seen in the middle of the page and halfway to its ends, the clearest first. */
function lineStarts({ steps, places }: RuleProfile, response: Float32Array, least: number): LineStart[] {
  const starts: (LineStart & { value: number })[] = [];
  for (const step of [Math.floor(steps / 2), Math.floor(steps / 4), Math.floor((3 * steps) / 4)]) {
    for (let place = 1; place < places - 1; place++) {
      const i = step * places + place;
      const value = response[i];
      if (value >= least && value >= response[i - 1] && value > response[i + 1])
        starts.push({ place, value, step });
    }
  }
  return starts.sort((a, b) => b.value - a.value);
}

function follow(
  response: Float32Array,
  steps: number,
  places: number,
  { place, step }: LineStart,
  least: number,
): Rule {
  const middles = new Float32Array(steps);
  let there = 0;
  const go = (from: number, to: number, by: number) => {
    let at = place;
    for (let s = from; s !== to; s += by) {
      let best = -1;
      let bestAt = at;
      for (let k = Math.max(0, at - WANDER); k <= Math.min(places - 1, at + WANDER); k++) {
        if (response[s * places + k] <= best) continue;
        best = response[s * places + k];
        bestAt = k;
      }
      if (best >= least) {
        at = bestAt;
        there++;
      }
      middles[s] = at;
    }
  };
  go(step, steps, 1);
  go(step - 1, -1, -1);
  return { middles, share: there / steps };
}

/** How dark a line is in its middle where nothing lies on it. */
function bareDarkness(view: LineView, middles: Float32Array): number {
  return median(middles.map((place, s) => bareRule(view, s * STEP, (s + 1) * STEP, place)));
}

/** Nothing lies on at least this share of a rule. */
const BARE_SHARE = 0.4;

/** How dark a rule is where nothing lies on it: a low quantile of one place over one step. */
export function bareRule(view: LineView, from: number, to: number, place: number): number {
  const { plane, places, stepAlong, stepAcross } = view;
  if (place < 0 || place >= places) return 0;
  const counts = new Uint16Array(256);
  const end = Math.min(to, view.length);
  for (let k = from, i = place * stepAcross + from * stepAlong; k < end; k++, i += stepAlong)
    counts[plane[i]]++;
  return binAtRank(counts, Math.floor((end - from) * BARE_SHARE) + 1);
}

function mean(values: Float32Array): number {
  let sum = 0;
  for (const value of values) sum += value;
  return sum / values.length;
}
