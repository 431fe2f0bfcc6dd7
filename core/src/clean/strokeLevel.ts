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
  const strokes = coarseStrokes(parts);
  const bounded = boundedLevel(strokes.free);
  if (strokes.all !== strokes.free) {
    const all = boundedLevel(strokes.all);
    for (let i = 0; i < all.data.length; i++) if (bounded.data[i] === 0) bounded.data[i] = all.data[i];
  }
  const { data, width: columns } = boxMean(bounded, 1);
  return (cell) => {
    const x = cell % width;
    const y = (cell - x) / width;
    return Math.max(1, data[Math.floor(y / COARSE) * columns + Math.floor(x / COARSE)]);
  };
}

/** 0 where no stroke is near. */
function boundedLevel({ most, sums, counts }: CoarseStrokes): Plane {
  const [columns, rows] = [sums.width, sums.height];
  const darkest = widestAround(most, columns, rows, REACH);
  const [sum, count] = [boxMean(sums, REACH), boxMean(counts, REACH)];
  const bounded = createPlane(columns, rows);
  for (let i = 0; i < darkest.length; i++) {
    if (count.data[i] > 0) bounded.data[i] = Math.min(darkest[i], (OVER_MEAN * sum.data[i]) / count.data[i]);
  }
  return bounded;
}

/** Of some of the strokes' cells in every coarse cell: the darkest, their darkness added up, and their number. */
interface CoarseStrokes {
  readonly most: Uint8Array;
  readonly sums: Plane;
  readonly counts: Plane;
}

/** The strokes that lie on no rule, and all of them: the same where none lies on one. */
export function coarseStrokes({ strokes, onRules, darkest, width, height }: PageParts) {
  const columns = Math.ceil(width / COARSE);
  const rows = Math.ceil(height / COARSE);
  const none = (): CoarseStrokes => ({
    most: new Uint8Array(columns * rows),
    sums: createPlane(columns, rows),
    counts: createPlane(columns, rows),
  });
  const add = ({ most, sums, counts }: CoarseStrokes, at: number, level: number) => {
    if (level > most[at]) most[at] = level;
    sums.data[at] += level;
    counts.data[at]++;
  };
  const free = none();
  const all = onRules.includes(1) ? none() : free;
  forEachSet(strokes, (i) => {
    const x = i % width;
    const y = (i - x) / width;
    const at = Math.floor(y / COARSE) * columns + Math.floor(x / COARSE);
    if (onRules[i] === 0) add(free, at, darkest[i]);
    if (all !== free) add(all, at, darkest[i]);
  });
  return { free, all };
}
