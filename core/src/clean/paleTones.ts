import { atLeast } from '../raster/atLeast';
import { connectedRuns } from '../raster/connectedRuns';
import { TONE_FROM, type InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';

/** A tone whose mean darkness is less than this, in levels, is none. On eleven drawn pages highlighter and shading have 48 and more. */
const PALE = 12;

/**
 * What the net sees, without tones that are hardly darker than the paper: the soft edge of a shadow looks like one.
 *
 * @returns the same where there are none
 */
export function withoutPaleTones(
  { smooth, width: stride }: Pick<InkMap, 'smooth' | 'width'>,
  seen: InkLikelihood,
): InkLikelihood {
  const { step, width, height } = seen;
  const toned = atLeast(seen.tones, TONE_FROM);
  const { count, starts, ends, roots } = connectedRuns(toned, width, height, { joinsCorners: true });
  if (count === 0) return seen;
  /** by first run */
  const sums = new Float64Array(count);
  const cells = new Uint32Array(count);
  for (let run = 0; run < count; run++) {
    const left = starts[run] % width;
    let at = ((starts[run] - left) / width) * step * stride + left * step;
    for (let i = starts[run]; i < ends[run]; i++, at += step) sums[roots[run]] += smooth[at];
    cells[roots[run]] += ends[run] - starts[run];
  }
  const tones = seen.tones.slice();
  for (let run = 0; run < count; run++) {
    if (sums[roots[run]] < PALE * cells[roots[run]]) tones.fill(0, starts[run], ends[run]);
  }
  return { ...seen, tones };
}
