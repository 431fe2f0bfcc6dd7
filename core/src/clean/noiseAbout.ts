import { gridRow } from './grid';
import type { InkMap } from './inkMap';

/** Grain changes slowly: it is worked out for every so many rows of cells. */
const ROWS = 8;

/**
 * Tells how much bare paper deviates about a cell. Cells are best asked for in the order of the page.
 *
 * @param step page pixels a cell, each way
 * @param columns cells across the page
 */
export function noiseAbout(
  { noise, width }: InkMap,
  step: number,
  columns: number,
): (cell: number) => number {
  const row = new Float32Array(width);
  let known = -1;
  return (cell) => {
    const x = cell % columns;
    const y = (cell - x) / columns;
    const wanted = y - (y % ROWS);
    if (wanted !== known) gridRow(noise, wanted * step, row);
    known = wanted;
    return row[Math.min(width - 1, x * step)];
  };
}
