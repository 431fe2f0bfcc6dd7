import { boxMean } from '../raster/boxMean';
import { createPlane, createRgba, type Plane, type Rgba } from '../raster/image';
import type { InkMap } from './inkMap';
import { INK, TONE, type PageParts } from './pageParts';
import type { Tuning } from './tone';

/** Least darkness of an ink pixel, as a share of the darkest place of its stroke: half its depth, so its width is true. */
const OF_LEVEL = 0.52;
/** Least darkness of an ink pixel, in levels. */
const LEAST = 5;
/** Of what is no stroke, only what is as dark as this becomes black. */
const TONE_FROM = 110;
const NEVER = 256;

/** The *Pen* look: every pixel black or white, a stroke where it is half as dark as its darkest place. */
export function penOfParts(map: InkMap, parts: PageParts, level: Plane, tuning: Tuning): Rgba {
  const { width, height, smooth } = map;
  const { step, width: columns, kinds } = parts;
  const share = OF_LEVEL * 2 ** (-tuning.ink * 0.6);
  const thresholds = new Uint16Array(kinds.length);
  const ground = groundUnder(parts);
  for (let i = 0; i < thresholds.length; i++) {
    if (kinds[i] === INK) {
      const under = ground ? Math.min(level.data[i], ground.data[i]) : 0;
      thresholds[i] = Math.max(LEAST, Math.ceil(under + share * (level.data[i] - under)));
    } else thresholds[i] = kinds[i] === TONE ? TONE_FROM : NEVER;
  }
  const result = createRgba(width, height);
  const out = new Uint32Array(result.data.buffer);
  const shift = step - 1;
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / step) * columns;
    for (let x = 0; x < width; x++, i++) {
      out[i] = smooth[i] >= thresholds[row + (x >> shift)] ? 0xff000000 : 0xffffffff;
    }
  }
  return result;
}

/** How far around a stroke the highlighter under it is looked at, cells. */
const AROUND = 6;

/** How dark the highlighter is that strokes lie on; 0 beside it. Null where there is none on the page. */
function groundUnder({ kinds, toned, darkest, width, height }: PageParts): Plane | null {
  const sums = createPlane(width, height);
  const balance = createPlane(width, height);
  const counts = createPlane(width, height);
  let found = 0;
  for (let i = 0; i < kinds.length; i++) {
    if (kinds[i] === INK) continue;
    if (toned[i] === 0) {
      balance.data[i] = -1;
      continue;
    }
    sums.data[i] = darkest[i];
    balance.data[i] = counts.data[i] = 1;
    found++;
  }
  if (found === 0) return null;
  const [sum, over, count] = [boxMean(sums, AROUND), boxMean(balance, AROUND), boxMean(counts, AROUND)];
  const ground = createPlane(width, height);
  for (let i = 0; i < kinds.length; i++) {
    // A stroke lies on highlighter where there is more of it around than bare paper.
    if (over.data[i] > 0) ground.data[i] = sum.data[i] / count.data[i];
  }
  return ground;
}
