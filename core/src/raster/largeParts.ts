import { connectedRuns } from './connectedRuns';

/** The mask without parts of fewer pixels than `least`; pixels that touch at a side hang together. */
export function largeParts(mask: Uint8Array, width: number, height: number, least: number): Uint8Array {
  const { count, starts, ends, roots } = connectedRuns(mask, width, height);
  const pixels = new Int32Array(count);
  for (let run = 0; run < count; run++) pixels[roots[run]] += ends[run] - starts[run];
  const kept = new Uint8Array(mask.length);
  for (let run = 0; run < count; run++) {
    if (pixels[roots[run]] >= least) kept.fill(1, starts[run], ends[run]);
  }
  return kept;
}
