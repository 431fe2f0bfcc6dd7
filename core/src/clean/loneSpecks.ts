import type { StrokeRuns } from './strokeRuns';
import { widestAround } from './widestAround';

/** Fewer cells are a speck; what belongs to writing, a dot over an i, a comma, has a stroke no further away, in cells. */
const SPECK = 60;
const NEAR = 24;

export interface LoneSpecksOptions {
  readonly width: number;
  readonly height: number;
  /** whether what hangs together is shown as a stroke, by its first run */
  readonly isShown: (root: number) => boolean;
  /** whether it may as well be grain: much paler than the page's strokes, and not surely ink */
  readonly mayBeGrain: (root: number) => boolean;
}

/**
 * Specks far from all writing that may be the paper's grain or the sensor's: a page in the dark is full of such places. Set on 22 drawn
 * pages: of 304 specks that lie alone the page's own 34 are all as dark as its strokes, or surely ink.
 *
 * @returns first runs of such specks: 1, else 0; null where there is none
 */
export function loneSpecks(
  { count, starts, ends, roots, sizes }: StrokeRuns,
  { width, height, isShown, mayBeGrain }: LoneSpecksOptions,
): Uint8Array | null {
  const specks = new Uint8Array(count);
  for (let run = 0; run < count; run++) {
    if (roots[run] === run && sizes[run] < SPECK && isShown(run) && mayBeGrain(run)) specks[run] = 1;
  }
  if (!specks.includes(1)) return null;
  const large = new Uint8Array(width * height);
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    if (sizes[root] >= SPECK && isShown(root)) large.fill(1, starts[run], ends[run]);
  }
  const near = widestAround(large, width, height, NEAR);
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    if (specks[root] === 1 && near.subarray(starts[run], ends[run]).includes(1)) specks[root] = 0;
  }
  return specks;
}
