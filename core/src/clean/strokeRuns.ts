import { kernels } from '../kernels/kernels';
import { connectedRuns, type ConnectedRuns } from '../raster/connectedRuns';

/** Fills a row's worth of thresholds. Rows are asked for from the top, each once. */
export type RowOf = (y: number, out: Uint8ClampedArray) => void;

/** What is darker than a threshold, as runs along rows that are joined where they touch, also across corners. */
export interface StrokeRuns extends ConnectedRuns {
  /** for first runs: pixels of all that hang together */
  readonly sizes: Int32Array;
  /** for first runs: the darkest of these pixels */
  readonly peaks: Uint8Array;
  /** for first runs: 1 when a pixel of them reaches the high threshold */
  readonly sure: Uint8Array;
}

/**
 * Finds the runs of pixels that reach the low threshold, and joins those of neighbouring rows.
 */
export function strokeRuns(
  plane: Uint8Array,
  width: number,
  height: number,
  low: RowOf,
  high: RowOf,
): StrokeRuns {
  const isOver = new Uint8Array(width * height);
  const thresholds = new Uint8ClampedArray(width);
  for (let y = 0, row = 0; y < height; y++, row += width) {
    low(y, thresholds);
    reaches(plane.subarray(row, row + width), thresholds, isOver.subarray(row, row + width));
  }
  const runs = connectedRuns(isOver, width, height, { joinsCorners: true });
  const { count, starts, ends, roots } = runs;
  const sizes = new Int32Array(count);
  const peaks = new Uint8Array(count);
  const sure = new Uint8Array(count);
  for (let y = 0, row = 0, run = 0; y < height; y++, row += width) {
    high(y, thresholds);
    for (; run < count && starts[run] < row + width; run++) {
      const root = roots[run];
      sizes[root] += ends[run] - starts[run];
      for (let i = starts[run]; i < ends[run]; i++) {
        const value = plane[i];
        if (value > peaks[root]) peaks[root] = value;
        if (value >= thresholds[i - row]) sure[root] = 1;
      }
    }
  }
  return { ...runs, sizes, peaks, sure };
}

/** Which bytes of a row reach their thresholds: 1, else 0. */
function reaches(values: Uint8Array, thresholds: Uint8ClampedArray, out: Uint8Array): void {
  const quick = kernels();
  if (!quick) {
    for (let x = 0; x < out.length; x++) out[x] = values[x] >= thresholds[x] ? 1 : 0;
    return;
  }
  const [from, limits, to] = quick.scratch(out.length, out.length, out.length);
  quick.bytes(from, out.length).set(values);
  quick.bytes(limits, out.length).set(thresholds);
  quick.reaches(from, limits, out.length, to);
  out.set(quick.bytes(to, out.length));
}
