import type { Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { gridRow, type Grid } from './grid';
import { INK_CLASSES, type InkClass, type InkLikelihood } from './inkLikelihood';
import { inkNet } from './inkNet';
import { paperMap, type PaperMap } from './paperMap';
import { SOFTEST } from './softness';

/**
 * What the net sees of a page, each part of it looked at as coarsely as its strokes are soft or its grain is strong: it has learned
 * from strokes in focus, and sees wide soft ones as their darkest crumbs only.
 *
 * @param away how far away each part is looked at from, see `fromAway`
 */
export function inkAtScale(page: Rgba, paper: PaperMap, away: Grid): InkLikelihood {
  const fine = inkNet(page, paper);
  let seen = fine;
  for (let level = 1; level <= SOFTEST; level++) {
    const share = away.data.map((value) => Math.min(1, Math.max(0, value - level + 1)));
    if (!share.some((value) => value > 0)) break;
    seen = blended(seen, coarser(page, fine.step, level), 2 ** level, { ...away, data: share });
  }
  return seen;
}

/** What the net sees on a page shrunk so that each of its cells covers 2 ** `level` of the usual ones each way. */
function coarser(page: Rgba, step: 1 | 2, level: number): InkLikelihood {
  const small = shrinkByInteger(page, (step * 2 ** level) / 2);
  return inkNet(small, paperMap(small), 2);
}

/** Cells of a finer likelihood mixed with those of one that is `by` times coarser: `share` of the latter, over the finer one's cells. */
function blended(fine: InkLikelihood, coarse: InkLikelihood, by: number, share: Grid): InkLikelihood {
  const { width, height } = fine;
  const planes = INK_CLASSES.map((name): [InkClass, Uint8Array] => [name, fine[name].slice()]);
  const of = new Float32Array(width);
  const rowOf = new Float32Array(coarse.width);
  const columns = between(width, coarse.width, by);
  const rows = between(height, coarse.height, by);
  for (let y = 0; y < height; y++) {
    gridRow(share, y, of);
    if (!of.some((value) => value > 0)) continue;
    const above = rows.first[y] * coarse.width;
    const below = Math.min(coarse.height - 1, rows.first[y] + 1) * coarse.width;
    for (const [name, plane] of planes) {
      const from = coarse[name];
      for (let k = 0; k < rowOf.length; k++)
        rowOf[k] = from[above + k] + rows.part[y] * (from[below + k] - from[above + k]);
      for (let x = 0; x < width; x++) {
        if (of[x] === 0) continue;
        const k = columns.first[x];
        const value = rowOf[k] + columns.part[x] * ((rowOf[k + 1] ?? rowOf[k]) - rowOf[k]);
        const i = y * width + x;
        // From further away a soft letter looks like a hole: what is unwanted must look so from near as well.
        if (name === 'unwanted' && value > plane[i]) continue;
        plane[i] += Math.round(of[x] * (value - plane[i]));
      }
    }
  }
  return { ...fine, ...(Object.fromEntries(planes) as Record<InkClass, Uint8Array>) };
}

/** For each of `count` fine places: the coarse one before it, and how far it is on to the next. */
function between(count: number, coarse: number, by: number): { first: Uint16Array; part: Float32Array } {
  const first = new Uint16Array(count);
  const part = new Float32Array(count);
  for (let i = 0; i < count; i++) {
    const at = Math.min(coarse - 1, Math.max(0, (i + 0.5) / by - 0.5));
    first[i] = Math.floor(at);
    part[i] = at - first[i];
  }
  return { first, part };
}
