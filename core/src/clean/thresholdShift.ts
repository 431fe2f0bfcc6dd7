import { LOGIT_SCALE } from './inkLikelihood';
import type { RowOf } from './strokeRuns';
import { createTiles, type TiledSums } from './tiledSums';

/** How far the net's thresholds are moved, in units of a logit: more is ink below 0. */
export interface ThresholdShift {
  readonly everywhere: number;
  /** so much more, tile by tile; null: nowhere */
  readonly byTile: TiledSums | null;
}

export const UNSHIFTED: ThresholdShift = { everywhere: 0, byTile: null };

/** The thresholds of every row for one that is `base`, as a byte of a logit. */
export function shiftedRows(base: number, { everywhere, byTile }: ThresholdShift): RowOf {
  const byteOf = (shift: number) => Math.round(base + shift * LOGIT_SCALE);
  if (!byTile) return (y, out) => y === 0 && out.fill(byteOf(everywhere));
  const { sums, tile, width } = byTile;
  const columns = Math.ceil(width / tile);
  return (y, out) => {
    if (y % tile > 0) return;
    const row = (y / tile) * columns;
    for (let k = 0; k < columns; k++) out.fill(byteOf(everywhere + sums[row + k]), k * tile, (k + 1) * tile);
  };
}

/** The furthest that thresholds are moved towards more ink. */
export const gentlest = ({ everywhere, byTile }: ThresholdShift): number =>
  everywhere + Math.min(0, ...(byTile?.sums ?? []));

/** Less in a tile is grain, in cells. */
const LEAST_MISSED = 3;

/**
 * Moves the thresholds in tiles in which something was missed and in those next to them. Elsewhere nothing is gained by it: there rules
 * and a back that shows through would come out as ink.
 *
 * @param missed how many cells were missed where
 * @param shift in units of a logit
 */
export function shiftWhereMissed({ sums, tile, width, height }: TiledSums, shift: number): ThresholdShift {
  const byTile = createTiles(width, height, tile);
  const columns = Math.ceil(width / tile);
  const rows = sums.length / columns;
  sums.forEach((missed, i) => {
    if (missed < LEAST_MISSED) return;
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const [left, right] = [Math.max(0, column - 1), Math.min(columns, column + 2)];
    for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
      byTile.sums.fill(shift, y * columns + left, y * columns + right);
  });
  return { everywhere: 0, byTile };
}
