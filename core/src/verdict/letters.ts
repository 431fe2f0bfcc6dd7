import type { InkMap } from '../clean/inkMap';
import { connectedParts } from '../raster/connectedParts';
import { median, quantileOfSorted } from '../statistics/quantile';
import type { Place } from '../geometry/place';

/** Letters are looked for on every third pixel each way. */
const STEP = 3;
/** Smaller things are dots, larger ones are drawings: px of height. */
const LEAST = 8;
const MOST = 160;

export interface Letters {
  /** page px; 0 where there are none */
  readonly heights: number;
  /** share of the page that strokes cover */
  readonly ink: number;
  readonly written: Place | null;
  /** how much more clearly the writing stands in rows than in columns, in doublings; 0 where there is too little */
  readonly inRows: number;
}

/** Fewer things that hang together do not tell which way lines run. */
const ENOUGH_LETTERS = 40;

/** How tall the things are that hang together, letters or joined-up words, and where they are. */
export function measureLetters({ width, height, smooth }: InkMap, from: number): Letters {
  const columns = Math.floor(width / STEP);
  const rows = Math.floor(height / STEP);
  const dark = new Uint8Array(columns * rows);
  let count = 0;
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) {
      if (smooth[(y * STEP + 1) * width + x * STEP + 1] < from) continue;
      dark[y * columns + x] = 1;
      count++;
    }
  }
  const heights: number[] = [];
  const across = new Float32Array(rows);
  const down = new Float32Array(columns);
  const lefts: number[] = [];
  const tops: number[] = [];
  for (const { left, right, top, bottom } of connectedParts(dark, columns, rows, { joinsCorners: true })) {
    const tall = (bottom - top + 1) * STEP;
    // Long flat or thin things are rules, underlines and frames.
    const wide = (right - left + 1) * STEP;
    if (tall < LEAST || tall > MOST || wide > 14 * tall || tall > 8 * wide) continue;
    heights.push(tall);
    for (let y = top; y <= bottom; y++) across[y]++;
    for (let x = left; x <= right; x++) down[x]++;
    lefts.push(left / columns, right / columns);
    tops.push(top / rows, bottom / rows);
  }
  const ink = count / (columns * rows);
  if (heights.length === 0) return { heights: 0, ink, written: null, inRows: 0 };
  const [x0, x1] = middleOf(lefts);
  const [y0, y1] = middleOf(tops);
  const letterHeight = median(heights);
  const lag = Math.max(2, Math.round(letterHeight / STEP));
  const inRows = heights.length < ENOUGH_LETTERS ? 0 : Math.log2(unrest(across, lag) / unrest(down, lag));
  return { heights: letterHeight, ink, written: [x0, y0, x1 - x0, y1 - y0], inRows };
}

/** How much a profile changes over the height of a letter: lines of writing with gaps between them change it most. */
function unrest(profile: Float32Array, lag: number): number {
  let change = 0;
  let all = 0;
  for (let i = 0; i + lag < profile.length; i++) {
    change += (profile[i] - profile[i + lag]) ** 2;
    all += profile[i] ** 2;
  }
  return (change + 1) / (all + 1);
}

/** From the second to the last but second of a hundred. */
function middleOf(values: readonly number[]): [number, number] {
  const sorted = Float64Array.from(values).sort();
  return [quantileOfSorted(sorted, 0.02), quantileOfSorted(sorted, 0.98)];
}
