import { boxMean } from '../raster/boxMean';
import { forEachSet } from '../raster/forEachSet';
import { createPlane, createRgba, type Plane, type Rgba } from '../raster/image';
import { forPixelsOf } from './forPixelsOf';
import type { InkMap } from './inkMap';
import { INK, RULE, type PageParts } from './pageParts';
import type { Tuning } from './tone';

/** Least darkness of an ink pixel, as a share of the darkest place of its stroke: half its depth, so its width is true. */
const OF_LEVEL = 0.52;
/** Least darkness of an ink pixel, in levels. */
const LEAST = 5;
/** Of what is no stroke, only what is as dark as this becomes black. */
const TONE_FROM = 110;
/** Opaque pixels, all four bytes at once. */
const BLACK = 0xff000000;
const WHITE = 0xffffffff;

/** The *Pen* look: every pixel black or white, a stroke where it is half as dark as its darkest place. */
export function penOfParts(
  map: InkMap,
  parts: PageParts,
  level: (cell: number) => number,
  tuning: Tuning,
): Rgba {
  const { smooth } = map;
  const { kinds } = parts;
  const share = OF_LEVEL * 2 ** (-tuning.ink * 0.6);
  const ground = groundUnder(parts);
  const thresholdOf = (cell: number) => {
    const darkness = level(cell);
    const under = ground ? Math.min(darkness, ground.data[cell]) : 0;
    return Math.max(LEAST, Math.ceil(under + share * (darkness - under)));
  };
  const result = createRgba(map.width, map.height);
  const out = new Uint32Array(result.data.buffer).fill(WHITE);
  forEachSet(kinds, (cell) => {
    if (kinds[cell] === RULE) return;
    const threshold = kinds[cell] === INK ? thresholdOf(cell) : TONE_FROM;
    forPixelsOf(parts, map, cell, (i) => {
      if (smooth[i] >= threshold) out[i] = BLACK;
    });
  });
  return result;
}

/** How far around a stroke the highlighter under it is looked at, cells. */
const AROUND = 6;

/** How dark the highlighter is that strokes lie on; 0 beside it. Null where there is none on the page. */
function groundUnder({ kinds, toned, darkest, width, height }: PageParts): Plane | null {
  const first = toned.indexOf(1);
  if (first < 0) return null;
  // Only rows that highlighter is near, and what is around those: most of a page has none.
  const top = Math.max(0, Math.floor(first / width) - 2 * AROUND);
  const bottom = Math.min(height, Math.floor(toned.lastIndexOf(1) / width) + 1 + 2 * AROUND);
  const [sums, balance, counts] = [1, 2, 3].map(() => createPlane(width, bottom - top));
  for (let k = 0, i = top * width; k < sums.data.length; k++, i++) {
    if (kinds[i] === INK) continue;
    if (toned[i] === 0) {
      balance.data[k] = -1;
      continue;
    }
    sums.data[k] = darkest[i];
    balance.data[k] = counts.data[k] = 1;
  }
  const [sum, over, count] = [boxMean(sums, AROUND), boxMean(balance, AROUND), boxMean(counts, AROUND)];
  const ground = createPlane(width, height);
  for (let k = 0, i = top * width; k < over.data.length; k++, i++) {
    // A stroke lies on highlighter where there is more of it around than bare paper.
    if (over.data[k] > 0) ground.data[i] = sum.data[k] / count.data[k];
  }
  return ground;
}
