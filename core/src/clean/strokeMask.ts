import { kernels } from '../kernels/kernels';
import { gridRow } from './grid';
import type { InkMap } from './inkMap';

/** The longer side of an A4 page at 200 dots an inch, px. */
const FULL_SIDE = 2339;

/** Fills a row's worth of thresholds. */
export type RowOf = (y: number, out: Float32Array) => void;

export interface StrokeMaskOptions {
  /** a stroke's pixels are at least this dark */
  readonly low: RowOf;
  /** and at least one of them is as dark as this */
  readonly high: RowOf;
  /** fewer pixels together are a speck, on a page of 200 dots an inch; on a smaller picture it takes fewer */
  readonly leastPixels: number;
}

/**
 * Which pixels belong to something on the paper: 1, and 0 for bare paper. Pixels over the low threshold count where
 * they hang together (also across corners) with one over the high threshold, and where enough of them do. Runs of
 * each row are joined with those of the row above (union by smaller index).
 */
export function strokeMask({ width, height, smooth }: InkMap, options: StrokeMaskOptions): Uint8Array {
  const { low, high } = options;
  const leastPixels = options.leastPixels * Math.min(1, Math.max(width, height) / FULL_SIDE) ** 2;
  const starts: number[] = [];
  const ends: number[] = [];
  const parents: number[] = [];
  const sizes: number[] = [];
  const sure: boolean[] = [];
  const find = (run: number): number => {
    let root = run;
    while (parents[root] !== root) root = parents[root];
    while (parents[run] !== root) [run, parents[run]] = [parents[run], root];
    return root;
  };
  const join = (a: number, b: number): void => {
    const [first, second] = [find(a), find(b)];
    if (first === second) return;
    const [keep, drop] = first < second ? [first, second] : [second, first];
    parents[drop] = keep;
    sizes[keep] += sizes[drop];
    sure[keep] ||= sure[drop];
  };

  const lowest = new Float32Array(width);
  const highest = new Float32Array(width);
  const isOver = new Uint8Array(width);
  let above = 0;
  let aboveEnd = 0;
  for (let y = 0; y < height; y++) {
    low(y, lowest);
    high(y, highest);
    const first = starts.length;
    const row = y * width;
    reaches(smooth.subarray(row, row + width), lowest, isOver);
    for (let x = isOver.indexOf(1); x >= 0; x = isOver.indexOf(1, x)) {
      const start = x;
      let isSure = false;
      for (; x < width && isOver[x] === 1; x++) {
        if (smooth[row + x] >= highest[x]) isSure = true;
      }
      const run = starts.length;
      starts.push(row + start);
      ends.push(row + x);
      parents.push(run);
      sizes.push(x - start);
      sure.push(isSure);
      while (above < aboveEnd && ends[above] < row - width + start) above++;
      for (let k = above; k < aboveEnd && starts[k] <= row - width + x; k++) join(run, k);
    }
    above = first;
    aboveEnd = starts.length;
  }

  const mask = new Uint8Array(width * height);
  for (let run = 0; run < starts.length; run++) {
    const root = find(run);
    if (sure[root] && sizes[root] >= leastPixels) mask.fill(1, starts[run], ends[run]);
  }
  return mask;
}

/** So many times what bare paper strays, and no less than `least`. */
export function overNoise({ noise }: InkMap, factor: number, least: number): RowOf {
  return (y, out) => {
    // The noise changes slowly: a row in eight is enough.
    if ((y & 7) !== 0) return;
    gridRow(noise, y, out);
    for (let x = 0; x < out.length; x++) out[x] = Math.max(least, out[x] * factor);
  };
}

/** The same with one more pixel all round: the soft flanks of strokes belong to them. */
export function widen(mask: Uint8Array, width: number, height: number): Uint8Array {
  const quick = kernels();
  if (!quick) return widenPlainly(mask, width, height);
  const [from, to] = quick.room(mask.length, mask.length);
  quick.bytes(from, mask.length).set(mask);
  for (let y = 0; y < height; y++) {
    const here = from + y * width;
    const above = y > 0 ? here - width : here;
    quick.widenRow(above, here, y + 1 < height ? here + width : here, to + y * width, width);
  }
  return quick.bytes(to, mask.length).slice();
}

/** The reference for the kernel: the same bytes. */
export function widenPlainly(mask: Uint8Array, width: number, height: number): Uint8Array {
  const result = new Uint8Array(mask.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (mask[y * width + x] === 0) continue;
      for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++) {
        for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) result[ny * width + nx] = 1;
      }
    }
  }
  return result;
}

/** Which bytes of a row reach their thresholds: 1, else 0. */
function reaches(values: Uint8Array, thresholds: Float32Array, out: Uint8Array): void {
  const quick = kernels();
  if (!quick) {
    for (let x = 0; x < out.length; x++) out[x] = values[x] >= thresholds[x] ? 1 : 0;
    return;
  }
  const [from, limits, to] = quick.scratch(out.length, out.length * 4, out.length);
  quick.bytes(from, out.length).set(values);
  quick.floats(limits, out.length).set(thresholds);
  quick.reaches(from, limits, out.length, to);
  out.set(quick.bytes(to, out.length));
}
