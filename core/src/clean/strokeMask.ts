import { GLANCE_PAGE, pageScale } from '../geometry/pageScale';
import { median } from '../statistics/quantile';
import { gridRow } from './grid';
import type { InkMap } from './inkMap';
import { strokeRuns, type RowOf, type StrokeRuns } from './strokeRuns';

export interface StrokeMaskOptions {
  /** least darkness of a stroke's pixels: the low threshold of the hysteresis */
  readonly low: RowOf;
  /** at least one of a stroke's pixels is as dark as this: the high threshold */
  readonly high: RowOf;
  /** fewer pixels together are a speck, on a page of 200 dots an inch; on a smaller picture it takes fewer */
  readonly leastPixels: number;
}

/** Which pixels belong to something on the paper: 1, and 0 for bare paper. */
export function strokeMask(map: InkMap, options: StrokeMaskOptions): Uint8Array {
  const mask = new Uint8Array(map.width * map.height);
  forStrokes(map, options, (start, end) => mask.fill(1, start, end));
  return mask;
}

/**
 * Calls with the first pixel of every run of pixels along a row that belong to something on the paper, and with the
 * first behind it. Pixels over the low threshold count where
 * they hang together with one over the high threshold, where enough of them do, and where little things are not far
 * fainter than the strokes around.
 */
export function forStrokes(
  { width, height, smooth }: InkMap,
  options: StrokeMaskOptions,
  fill: (start: number, end: number) => void,
): void {
  const runs = strokeRuns(smooth, width, height, options.low, options.high);
  const scale = pageScale({ width, height }) ** 2;
  const least = options.leastPixels * scale;
  // On a small picture everything is little, and squares are.
  const isFaint =
    Math.max(width, height) < GLANCE_PAGE
      ? () => false
      : faintBesideStrokes(runs, width, height, LITTLE * scale);
  for (let run = 0; run < runs.count; run++) {
    const root = runs.roots[run];
    if (runs.sure[root] === 0 || runs.sizes[root] < least || isFaint(root)) continue;
    fill(runs.starts[run], runs.ends[run]);
  }
}

/** Less than so many pixels together are a dot, at 200 dots an inch: of an i, of a decimal fraction, or dirt. */
const LITTLE = 60;
/** A dot was made by the same pen as the strokes beside it: it is at least this dark against them. */
const OF_STROKES = 0.28;
/** Strokes beside: in cells of so many px, and in those next to them. */
const CELL = 64;

/** Tells which little things are too faint to have been written by whoever wrote the strokes around them. */
function faintBesideStrokes(
  { count, starts, ends, roots, sizes, peaks }: StrokeRuns,
  width: number,
  height: number,
  little: number,
): (root: number) => boolean {
  const columns = Math.ceil(width / CELL);
  const rows = Math.ceil(height / CELL);
  const darkest = new Uint8Array(columns * rows);
  const cellOf = (i: number) => {
    const x = i % width;
    return Math.floor((i - x) / width / CELL) * columns + Math.floor(x / CELL);
  };
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    if (sizes[root] < little) continue;
    for (const cell of [cellOf(starts[run]), cellOf(ends[run] - 1)]) {
      if (peaks[root] > darkest[cell]) darkest[cell] = peaks[root];
    }
  }
  const elsewhere = median(darkest.filter((value) => value > 0)) || 0;
  const beside = (cell: number): number => {
    const column = cell % columns;
    let most = 0;
    for (let row = cell - column - columns; row <= cell - column + columns; row += columns) {
      if (row < 0 || row >= darkest.length) continue;
      for (let k = Math.max(0, column - 1); k <= Math.min(columns - 1, column + 1); k++) {
        if (darkest[row + k] > most) most = darkest[row + k];
      }
    }
    return most > 0 ? most : elsewhere;
  };
  return (root) => sizes[root] < little && peaks[root] < OF_STROKES * beside(cellOf(starts[root]));
}

/** Thresholds of so many standard deviations of bare paper, and no less than `least`. */
export function overNoise({ noise, width }: InkMap, factor: number, least: number): RowOf {
  const deviation = new Float32Array(width);
  return (y, out) => {
    // The noise changes slowly: a row in eight is enough.
    if ((y & 7) !== 0) return;
    gridRow(noise, y, deviation);
    for (let x = 0; x < out.length; x++) out[x] = Math.ceil(Math.max(least, deviation[x] * factor));
  };
}
