import type { Point } from '../geometry/quad';
import type { Plane } from '../raster/image';

/** How far to either side of a side its rows are looked at, px of the searched picture. */
const REACH = 46;
/** Rows closer than this cannot be told apart, px. */
const LEAST_PITCH = 7;
const MOST_PITCH = 26;
/** Nearer to a side than this lies the side's own edge, px. */
const OWN = 4;
/** Of the side's ends, where a neighbour's margin begins, this share is left out. */
const ENDS = 0.12;
const STEP = 3;
/** What is usual around a place is its mean over so many to either side, px. */
const USUAL = 9;
/** Rows as faint as this on average are as likely noise, grey levels. */
const NOISE = 0.5;

/**
 * How much the rows that run along a side go on beyond it at the same pitch, 0 to 1: a side between two lines of writing,
 * or along a rule or a row of squares, has more of the same outside.
 *
 * @param ink dark marks of the searched picture, grey levels
 * @param from where the side begins, clockwise round the sheet; a side on the picture's border says nothing
 */
export function rowsBeyond(ink: Plane, from: Point, to: Point): number {
  const profile = profileAcross(ink, from, to);
  if (!profile) return 0;
  const rows = lessUsual(profile);
  let best = 0;
  for (let pitch = LEAST_PITCH; pitch <= MOST_PITCH; pitch++) {
    const alike = [OUTSIDE, ACROSS, INSIDE].map((part) => alikeOnePitchApart(rows, pitch, part));
    best = Math.max(best, Math.min(...alike));
  }
  return best;
}

/** Which places are held against those one pitch further in: from how far outside to how far, px. */
type Part = (pitch: number) => readonly [from: number, to: number];
const OUTSIDE: Part = (pitch) => [-REACH, -pitch];
const ACROSS: Part = (pitch) => [-pitch, 0];
const INSIDE: Part = (pitch) => [0, REACH - pitch];

/** How alike the rows are to those one pitch further in, over one part of the way across a side, 0 to 1. */
function alikeOnePitchApart(rows: Float64Array, pitch: number, part: Part): number {
  const [from, to] = part(pitch);
  let [product, first, second, count] = [0, 0, 0, 0];
  for (let d = from; d <= to; d++) {
    // The side itself, an edge and often a shadow, is no row.
    if (Math.abs(d) < OWN || Math.abs(d + pitch) < OWN) continue;
    const [a, b] = [rows[REACH + d], rows[REACH + d + pitch]];
    product += a * b;
    first += a * a;
    second += b * b;
    count++;
  }
  if (count < 5) return 0;
  const weaker = Math.sqrt(Math.min(first, second) / count);
  return Math.max(0, (product / Math.sqrt(first * second + 1e-9)) * (weaker / (weaker + NOISE)));
}

/** Mean ink along lines beside a side, from REACH outside to REACH inside; null where too little of them is seen. */
function profileAcross(ink: Plane, [ax, ay]: Point, [bx, by]: Point): Float64Array | null {
  const length = Math.hypot(bx - ax, by - ay);
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
  const profile = new Float64Array(2 * REACH + 1);
  for (let d = -REACH; d <= REACH; d++) {
    let [sum, seen, all] = [0, 0, 0];
    for (let t = length * ENDS; t <= length * (1 - ENDS); t += STEP) {
      // Clockwise on screen: the inside lies to the right of the way.
      const x = Math.floor(ax + ux * t - uy * d);
      const y = Math.floor(ay + uy * t + ux * d);
      all++;
      if (x < 0 || y < 0 || x >= ink.width || y >= ink.height) continue;
      sum += ink.data[y * ink.width + x];
      seen++;
    }
    if (seen < 0.5 * all || all === 0) return null;
    profile[d + REACH] = sum / seen;
  }
  return profile;
}

function lessUsual(profile: Float64Array): Float64Array {
  return profile.map((value, i) => {
    const [low, high] = [Math.max(0, i - USUAL), Math.min(profile.length, i + USUAL + 1)];
    let sum = 0;
    for (let k = low; k < high; k++) sum += profile[k];
    return value - sum / (high - low);
  });
}
