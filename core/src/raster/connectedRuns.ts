import { inWords, WORD } from './inWords';

/** Runs of a mask's pixels along rows, joined where they touch. */
export interface ConnectedRuns {
  readonly count: number;
  /** index of the first pixel of every run, and of the first behind it; in the order of the page */
  readonly starts: Int32Array;
  readonly ends: Int32Array;
  /** the first run of what each run hangs together with; itself for that first one */
  readonly roots: Int32Array;
}

export interface ConnectedRunsOptions {
  /** pixels that touch only at a corner hang together as well @default false */
  readonly joinsCorners?: boolean;
}

const FIRST_ROOM = 1 << 15;

/**
 * Finds what of a mask hangs together, run by run (union by smaller index), which takes much less than pixel by pixel.
 *
 * @param mask rows from the top; all but 0 counts
 */
export function connectedRuns(
  mask: Uint8Array,
  width: number,
  height: number,
  { joinsCorners = false }: ConnectedRunsOptions = {},
): ConnectedRuns {
  const corner = joinsCorners ? 1 : 0;
  const { bytes, words } = inWords(mask);
  let starts = new Int32Array(FIRST_ROOM);
  let ends = new Int32Array(FIRST_ROOM);
  let roots = new Int32Array(FIRST_ROOM);
  let count = 0;
  let [above, aboveEnd] = [0, 0];
  for (let row = 0; row < width * height; row += width) {
    const first = count;
    const rowEnd = row + width;
    for (let i = row; i < rowEnd; i++) {
      if (i % WORD === 0) while (words[i / WORD] === 0 && i + WORD < rowEnd) i += WORD;
      if (bytes[i] === 0) continue;
      const start = i;
      while (i < rowEnd && bytes[i] !== 0) i++;
      if (count === starts.length) [starts, ends, roots] = [grown(starts), grown(ends), grown(roots)];
      const run = count++;
      starts[run] = start;
      ends[run] = i;
      roots[run] = run;
      // Of the row above, what ends before this begins is over for the runs to come as well.
      while (above < aboveEnd && ends[above] + corner <= start - width) above++;
      for (let k = above; k < aboveEnd && starts[k] < i - width + corner; k++) join(roots, run, k);
    }
    above = first;
    aboveEnd = count;
  }
  // Roots come before what hangs on them.
  for (let run = 0; run < count; run++) roots[run] = roots[roots[run]];
  return { count, starts, ends, roots };
}

function join(roots: Int32Array, a: number, b: number): void {
  const [first, second] = [rootOf(roots, a), rootOf(roots, b)];
  if (first < second) roots[second] = first;
  else roots[first] = second;
}

/** Shortens the way to the root for whoever asks next. */
function rootOf(roots: Int32Array, run: number): number {
  let root = run;
  while (roots[root] !== root) root = roots[root];
  while (roots[run] !== root) {
    const next = roots[run];
    roots[run] = root;
    run = next;
  }
  return root;
}

function grown(values: Int32Array): Int32Array<ArrayBuffer> {
  const result = new Int32Array(values.length * 2);
  result.set(values);
  return result;
}
