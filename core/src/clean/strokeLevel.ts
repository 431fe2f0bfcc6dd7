import { boxMean } from '../raster/boxMean';
import { forEachSet } from '../raster/forEachSet';
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
 * How dark strokes are about a cell, 1 to 255: the darkest of the stroke's cells near it, evened, so that a stroke that
 * gets fainter does not change at once. Cells under which a rule runs tell nothing, but where there are no others.
 */
export function strokeLevel(parts: PageParts): (cell: number) => number {
  const { width } = parts;
  const bounded = boundedLevel(coarseStrokes(parts));
  if (parts.onRules.includes(1)) {
    const all = boundedLevel(coarseStrokes(parts, { alsoOnRules: true }));
    bounded.data.forEach((known, i) => {
      if (known === 0) bounded.data[i] = all.data[i];
    });
  }
  const { data, width: columns } = boxMean(bounded, 1);
  return (cell) => {
    const x = cell % width;
    const y = (cell - x) / width;
    return Math.max(1, data[Math.floor(y / COARSE) * columns + Math.floor(x / COARSE)]);
  };
}

/** 0 where no stroke is near. */
function boundedLevel({ most, sums, counts }: ReturnType<typeof coarseStrokes>): Plane {
  const [columns, rows] = [sums.width, sums.height];
  const darkest = widestAround(most, columns, rows, REACH);
  const [sum, count] = [boxMean(sums, REACH), boxMean(counts, REACH)];
  const bounded = createPlane(columns, rows);
  for (let i = 0; i < darkest.length; i++) {
    if (count.data[i] > 0) bounded.data[i] = Math.min(darkest[i], (OVER_MEAN * sum.data[i]) / count.data[i]);
  }
  return bounded;
}

export interface CoarseStrokesOptions {
  /** cells under which a rule runs count as well @default false */
  readonly alsoOnRules?: boolean;
}

/** Of the strokes' cells in every coarse cell: the darkest, their darkness added up, and their number. */
export function coarseStrokes(
  { strokes, onRules, darkest, width, height }: PageParts,
  { alsoOnRules = false }: CoarseStrokesOptions = {},
) {
  const columns = Math.ceil(width / COARSE);
  const rows = Math.ceil(height / COARSE);
  const most = new Uint8Array(columns * rows);
  const sums = createPlane(columns, rows);
  const counts = createPlane(columns, rows);
  forEachSet(strokes, (i) => {
    if (onRules[i] === 1 && !alsoOnRules) return;
    const x = i % width;
    const y = (i - x) / width;
    const at = Math.floor(y / COARSE) * columns + Math.floor(x / COARSE);
    if (darkest[i] > most[at]) most[at] = darkest[i];
    sums.data[at] += darkest[i];
    counts.data[at]++;
  });
  return { most, sums, counts };
}
