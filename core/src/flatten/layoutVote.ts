import type { Plane } from '../raster/image';
import { median } from '../statistics/quantile';

/** More ink than this counts as writing; printed rules are fainter. */
const WRITTEN = 0.5;
/** A row of the page belongs to a line of writing when this share of it is written on. */
const LEAST_WRITTEN = 0.012;
const LEAST_LINES = 4;
/** How much the two signs count, in log odds, and at most. */
const EDGE_WEIGHT = 22;
const PLACE_WEIGHT = 9;
const MOST = 2.2;

/**
 * What the layout of a page of writing says about its being upright rather than upside down, in log odds: lines begin
 * below each other and end where they end, so the left edge of the writing is the straighter one; and a page that is
 * not full is full at the top.
 *
 * @param ink of the page, its lines of writing level, one way up or the other
 */
export function layoutVote(ink: Plane): number {
  const { width, height } = ink;
  const lines = writtenLines(ink);
  if (lines.length < LEAST_LINES) return 0;
  const raggedLeft = spreadOf(lines.map(({ left }) => left)) / width;
  const raggedRight = spreadOf(lines.map(({ right }) => right)) / width;
  let sum = 0;
  let weighted = 0;
  for (const { row, amount } of lines) {
    sum += amount;
    weighted += amount * row;
  }
  const middle = weighted / sum / height;
  const bounded = (value: number) => Math.min(MOST, Math.max(-MOST, value));
  return bounded(EDGE_WEIGHT * (raggedRight - raggedLeft)) + bounded(PLACE_WEIGHT * (0.5 - middle));
}

interface WrittenLine {
  readonly row: number;
  readonly left: number;
  readonly right: number;
  readonly amount: number;
}

/** Runs of written rows, each with where its writing begins and ends. */
function writtenLines({ width, height, data }: Plane): WrittenLine[] {
  const lines: WrittenLine[] = [];
  const margin = Math.round(0.02 * width);
  let columns = new Uint16Array(width);
  let from = -1;
  let amount = 0;
  const close = (to: number) => {
    const line = from >= 0 && to - from >= 3 ? extentOf(columns, (from + to) / 2, amount) : null;
    if (line) lines.push(line);
    from = -1;
    amount = 0;
    columns = new Uint16Array(width);
  };
  for (let y = 0; y < height; y++) {
    let written = 0;
    for (let x = margin; x < width - margin; x++) {
      if (data[y * width + x] > WRITTEN) written++;
    }
    if (written < LEAST_WRITTEN * width) {
      close(y);
      continue;
    }
    if (from < 0) from = y;
    amount += written;
    for (let x = margin; x < width - margin; x++) if (data[y * width + x] > WRITTEN) columns[x]++;
  }
  close(height);
  return lines;
}

/** The first and last place with enough ink round it to be a letter. */
function extentOf(columns: Uint16Array, row: number, amount: number): WrittenLine | null {
  const span = 8;
  const isLetter = (x: number, step: 1 | -1) => {
    let sum = 0;
    for (let k = 0; k < span; k++) sum += columns[x + k * step] ?? 0;
    return sum >= 5;
  };
  let left = 0;
  while (left < columns.length && !(columns[left] > 0 && isLetter(left, 1))) left++;
  let right = columns.length - 1;
  while (right > left && !(columns[right] > 0 && isLetter(right, -1))) right--;
  return right - left > 0.05 * columns.length ? { row, left, right, amount } : null;
}

/** Median absolute deviation: a few indents do not count. */
function spreadOf(values: readonly number[]): number {
  const middle = median(values);
  return median(values.map((value) => Math.abs(value - middle)));
}
