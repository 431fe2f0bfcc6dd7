import { boxMean } from '../raster/boxMean';
import { createPlane, type Plane } from '../raster/image';
import { widestAround } from './widestAround';
import type { PageParts } from './pageParts';

/** Levels change slowly: they are worked out for every second cell, each way. */
const COARSE = 2;
/** The darkest place of a stroke is looked for so many coarse cells to each side, and levels are evened over as many. */
const REACH = 2;
/** A stroke's darkest place is no darker than its cells are on the mean by more than this: what is more is grain. */
const OVER_MEAN = 1.25;

/**
 * How dark strokes are about each cell, 1 to 255: the darkest of the stroke's cells near it, evened, so that a stroke that
 * gets fainter does not change at once.
 */
export function strokeLevel(parts: PageParts): Plane {
  const { width, height } = parts;
  const { most, sums, counts } = coarseStrokes(parts);
  const [columns, rows] = [sums.width, sums.height];
  const darkest = widestAround(most, columns, rows, REACH);
  const [sum, count] = [boxMean(sums, REACH), boxMean(counts, REACH)];
  const bounded = createPlane(columns, rows);
  for (let i = 0; i < darkest.length; i++) {
    if (count.data[i] > 0) bounded.data[i] = Math.min(darkest[i], (OVER_MEAN * sum.data[i]) / count.data[i]);
  }
  const evened = boxMean(bounded, 1);
  const level = createPlane(width, height);
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / COARSE) * columns;
    for (let x = 0; x < width; x++, i++) level.data[i] = Math.max(1, evened.data[row + (x >> 1)]);
  }
  return level;
}

/** Of the strokes' cells in every coarse cell: the darkest, their darkness added up, and their number. */
export function coarseStrokes({ strokes, darkest, width, height }: PageParts) {
  const columns = Math.ceil(width / COARSE);
  const rows = Math.ceil(height / COARSE);
  const most = new Uint8Array(columns * rows);
  const sums = createPlane(columns, rows);
  const counts = createPlane(columns, rows);
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / COARSE) * columns;
    for (let x = 0; x < width; x++, i++) {
      if (strokes[i] === 0) continue;
      const at = row + (x >> 1);
      if (darkest[i] > most[at]) most[at] = darkest[i];
      sums.data[at] += darkest[i];
      counts.data[at]++;
    }
  }
  return { most, sums, counts };
}
