import { quantile } from '../statistics';
import type { Rgba } from '@ravlo/core';
import type { CleanPage } from './cleanPages';
import { greyOf } from './baselines';
import { paperDarkness } from './paperDarkness';

/** Every pixel that has one of the set within `reach` px. */
export function grow(mask: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  let from = mask;
  for (const [step, limit] of [
    [1, width],
    [width, height],
  ] as const) {
    const to = new Uint8Array(from);
    for (let k = 1; k <= Math.min(reach, limit - 1); k++) {
      const apart = k * step;
      for (let i = apart; i < from.length; i++) {
        if (from[i]) to[i - apart] = 1;
        if (from[i - apart]) to[i] = 1;
      }
    }
    from = to;
  }
  return from;
}

export function over(cover: Uint8Array, level: number): Uint8Array {
  const mask = new Uint8Array(cover.length);
  for (let i = 0; i < mask.length; i++) mask[i] = cover[i] > level ? 1 : 0;
  return mask;
}

function either(a: Uint8Array, b: Uint8Array): Uint8Array {
  const mask = new Uint8Array(a.length);
  for (let i = 0; i < mask.length; i++) mask[i] = a[i] | b[i];
  return mask;
}

interface TruthMasks {
  /** what is meant to be read: written or printed */
  readonly ink: Uint8Array;
  readonly nearInk: Uint8Array;
  /** rules and highlighter, and what is near them */
  readonly other: Uint8Array;
}

/** A page is scored in many looks: what follows from its truth alone is worked out once. */
const masks = new WeakMap<CleanPage, TruthMasks>();

function masksOf(truth: CleanPage): TruthMasks {
  const known = masks.get(truth);
  if (known) return known;
  const { width, height } = truth.page;
  const ink = either(over(truth.ink, 127), over(truth.print, 127));
  const made = {
    ink,
    nearInk: grow(ink, width, height, 1),
    other: grow(either(over(truth.rules, 30), over(truth.tint, 60)), width, height, 2),
  };
  masks.set(truth, made);
  return made;
}

/** What is meant to be read: written or printed. */
export const inkOf = (truth: CleanPage): Uint8Array => masksOf(truth).ink;

export interface InkF {
  readonly f: number;
  readonly precision: number;
  readonly recall: number;
}

/** F-measure of found ink, one pixel of tolerance, rules and highlighter left out. */
export function inkF(truth: CleanPage, found: Uint8Array): InkF {
  const { width, height } = truth.page;
  const { ink, nearInk, other: ignored } = masksOf(truth);
  const nearFound = grow(found, width, height, 1);
  let right = 0;
  let claimed = 0;
  let met = 0;
  let wanted = 0;
  for (let i = 0; i < ink.length; i++) {
    if (ink[i]) {
      wanted++;
      met += nearFound[i];
    }
    if (found[i] && (nearInk[i] || !ignored[i])) {
      claimed++;
      right += nearInk[i];
    }
  }
  const precision = claimed > 0 ? right / claimed : 1;
  const recall = wanted > 0 ? met / wanted : 1;
  return { f: (2 * precision * recall) / Math.max(1e-9, precision + recall), precision, recall };
}

/** Ink (1) in a black and white page. */
export function blackOf(page: Rgba): Uint8Array {
  const grey = greyOf(page);
  for (let i = 0; i < grey.length; i++) grey[i] = grey[i] < 128 ? 1 : 0;
  return grey;
}

/** The share of ink pixels that come out at least a quarter darker than white paper. */
export function inkRecall(truth: CleanPage, page: Rgba): number {
  const grey = greyOf(page);
  const ink = over(truth.ink, 127);
  let wanted = 0;
  let met = 0;
  for (let i = 0; i < ink.length; i++) {
    if (!ink[i]) continue;
    wanted++;
    if (grey[i] <= 0.75 * 255) met++;
  }
  return wanted > 0 ? met / wanted : 1;
}

/** Bare paper away from everything: the share over 245, and how much it strays. */
export function paperScore(truth: CleanPage, page: Rgba): { white: number; deviation: number } {
  const { width, height } = page;
  const used = either(
    either(over(truth.ink, 8), over(truth.print, 8)),
    either(over(truth.rules, 8), over(truth.tint, 8)),
  );
  const near = grow(used, width, height, 6);
  const grey = greyOf(page);
  const margin = Math.round(width * 0.01);
  let count = 0;
  let white = 0;
  let sum = 0;
  let square = 0;
  for (let y = margin; y < height - margin; y++) {
    for (let x = margin; x < width - margin; x++) {
      const i = y * width + x;
      if (near[i]) continue;
      count++;
      if (grey[i] > 245) white++;
      sum += grey[i];
      square += grey[i] * grey[i];
    }
  }
  const mean = sum / count;
  return { white: white / count, deviation: Math.sqrt(Math.max(0, square / count - mean * mean)) };
}

/** Hue of red green blue in degrees, and how strongly it is coloured, 0 to 1. */
function hueOf(r: number, g: number, b: number): { hue: number; chroma: number } {
  const x = r - (g + b) / 2;
  const y = (Math.sqrt(3) / 2) * (g - b);
  return { hue: (Math.atan2(y, x) * 180) / Math.PI, chroma: Math.hypot(x, y) / 255 };
}

const SURELY_INK = 200;
const SURELY_COLOURED = 0.2;

/** How far the hue of coloured ink strays, median, degrees; null where there is none. */
export function hueError(truth: CleanPage, page: Rgba): number | null {
  const errors: number[] = [];
  for (let i = 0; i < truth.ink.length; i++) {
    if (truth.ink[i] < SURELY_INK) continue;
    const wanted = hueOf(truth.colour[i * 3], truth.colour[i * 3 + 1], truth.colour[i * 3 + 2]);
    if (wanted.chroma < SURELY_COLOURED) continue;
    const found = hueOf(page.data[i * 4], page.data[i * 4 + 1], page.data[i * 4 + 2]);
    const apart = Math.abs(wanted.hue - found.hue) % 360;
    errors.push(Math.min(apart, 360 - apart));
  }
  return errors.length > 200 ? quantile(errors, 0.5) : null;
}

/** How strongly coloured highlighter is where nothing else lies on it, median, 0 to 1; null where there is none. */
export function tintChroma(truth: CleanPage, page: Rgba): number | null {
  const found: number[] = [];
  for (let i = 0; i < truth.tint.length; i++) {
    if (truth.tint[i] < SURELY_INK || truth.ink[i] > 8 || truth.rules[i] > 8) continue;
    found.push(hueOf(page.data[i * 4], page.data[i * 4 + 1], page.data[i * 4 + 2]).chroma);
  }
  return found.length > 200 ? quantile(found, 0.5) : null;
}

export interface FadeScore {
  /** how dark the rules still are over how dark they are in the photo */
  readonly left: number;
  /** ink recall lost */
  readonly harmed: number;
}

/** What fading has left of the rules, and done to the ink; null where there are no rules. */
export function fadeScore(truth: CleanPage, kept: Rgba, faded: Rgba): FadeScore | null {
  const { width, height } = truth.page;
  const nearInk = grow(either(over(truth.ink, 8), over(truth.print, 8)), width, height, 4);
  const before = paperDarkness(truth.page);
  const after = greyOf(faded);
  let [all, left, count] = [0, 0, 0];
  for (let i = 0; i < before.length; i++) {
    if (truth.rules[i] < 60 || nearInk[i]) continue;
    count++;
    all += before[i];
    left += 255 - after[i];
  }
  if (count < 5000 || all === 0) return null;
  return { left: left / all, harmed: inkRecall(truth, kept) - inkRecall(truth, faded) };
}
