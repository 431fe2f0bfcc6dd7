import { kernels } from '../kernels/kernels';

/** Fills a row's worth of thresholds. Rows are asked for from the top, each once. */
export type RowOf = (y: number, out: Uint8ClampedArray) => void;

/** What is darker than a threshold, as runs along rows that are joined where they touch, also across corners. */
export interface StrokeRuns {
  readonly count: number;
  /** index of the first pixel of every run, and of the first behind it; in the order of the page */
  readonly starts: Int32Array;
  readonly ends: Int32Array;
  /** the first run of what each run hangs together with; itself for that first one */
  readonly roots: Int32Array;
  /** for first runs: pixels of all that hang together */
  readonly sizes: Int32Array;
  /** for first runs: the darkest of these pixels */
  readonly peaks: Uint8Array;
  /** for first runs: 1 when a pixel of them reaches the high threshold */
  readonly sure: Uint8Array;
}

const FIRST_ROOM = 1 << 15;

/**
 * Finds the runs of pixels that reach the low threshold, and joins those of neighbouring rows (union by smaller index).
 */
export function strokeRuns(
  plane: Uint8Array,
  width: number,
  height: number,
  low: RowOf,
  high: RowOf,
): StrokeRuns {
  let room = FIRST_ROOM;
  let starts = new Int32Array(room);
  let ends = new Int32Array(room);
  let roots = new Int32Array(room);
  let sizes = new Int32Array(room);
  let peaks = new Uint8Array(room);
  let sure = new Uint8Array(room);
  let count = 0;

  const find = (run: number): number => {
    let root = run;
    while (roots[root] !== root) root = roots[root];
    while (roots[run] !== root) {
      const next = roots[run];
      roots[run] = root;
      run = next;
    }
    return root;
  };
  const join = (a: number, b: number): void => {
    const first = find(a);
    const second = find(b);
    if (first === second) return;
    const keep = Math.min(first, second);
    const drop = Math.max(first, second);
    roots[drop] = keep;
    sizes[keep] += sizes[drop];
    if (peaks[drop] > peaks[keep]) peaks[keep] = peaks[drop];
    if (sure[drop] > 0) sure[keep] = 1;
  };

  const lowest = new Uint8ClampedArray(width);
  const highest = new Uint8ClampedArray(width);
  const isOver = new Uint8Array(width);
  let above = 0;
  let aboveEnd = 0;
  for (let y = 0; y < height; y++) {
    low(y, lowest);
    high(y, highest);
    const first = count;
    const row = y * width;
    reaches(plane.subarray(row, row + width), lowest, isOver);
    for (let x = isOver.indexOf(1); x >= 0; x = isOver.indexOf(1, x)) {
      const start = x;
      let peak = 0;
      let isSure = 0;
      for (; x < width && isOver[x] === 1; x++) {
        const value = plane[row + x];
        if (value > peak) peak = value;
        if (value >= highest[x]) isSure = 1;
      }
      if (count === room) {
        room *= 2;
        starts = grown(starts, room);
        ends = grown(ends, room);
        roots = grown(roots, room);
        sizes = grown(sizes, room);
        peaks = grown(peaks, room);
        sure = grown(sure, room);
      }
      const run = count++;
      starts[run] = row + start;
      ends[run] = row + x;
      roots[run] = run;
      sizes[run] = x - start;
      peaks[run] = peak;
      sure[run] = isSure;
      while (above < aboveEnd && ends[above] < row - width + start) above++;
      for (let k = above; k < aboveEnd && starts[k] <= row - width + x; k++) join(run, k);
    }
    above = first;
    aboveEnd = count;
  }
  // Roots come before what hangs on them.
  for (let run = 0; run < count; run++) roots[run] = roots[roots[run]];
  return { count, starts, ends, roots, sizes, peaks, sure };
}

function grown<T extends Int32Array | Uint8Array>(values: T, room: number): T {
  const result = new (values.constructor as new (length: number) => T)(room);
  result.set(values);
  return result;
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
