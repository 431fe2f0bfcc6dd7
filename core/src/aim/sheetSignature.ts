import { flatMap } from '../flatten/pageMap';
import { inkPlane } from '../flatten/inkPatches';
import { warp } from '../flatten/warp';
import type { Quad } from '../geometry/quad';
import { boxMean } from '../raster/boxMean';
import { createPlane, type Rgba } from '../raster/image';
import { smooth } from '../raster/smooth';

/** Where a flat sheet has more ink than round about, in the cells of a grid: words and gaps, as a blurred eye sees them. */
export type SheetSignature = Float32Array;

const COLUMNS = 30;
const ROWS = 40;
/** Page pixels a cell. */
const CELL = 6;
/** Cells either way that count as round about. */
const AROUND = 2;
/** The very edge holds the desk when the quad is a little off: so many cells are left out. */
const RIM = 2;

/** The signature of the sheet inside a quad, whatever the light: ink is held against the paper beside it. */
export function sheetSignature(frame: Rgba, quad: Quad): SheetSignature {
  const width = COLUMNS * CELL;
  const ink = inkPlane(warp(frame, flatMap(quad), { width, height: ROWS * CELL })).data;
  const cells = createPlane(COLUMNS, ROWS);
  for (let i = 0; i < ink.length; i++) {
    const column = Math.floor((i % width) / CELL);
    const row = Math.floor(i / width / CELL);
    cells.data[row * COLUMNS + column] += ink[i] / (CELL * CELL);
  }
  // A little smoothing, so that a sheet that lies half a cell off is still itself.
  const seen = smooth(cells).data;
  const around = boxMean(cells, AROUND).data;
  return seen.map((value, k) => (isRim(k) ? 0 : value - around[k]));
}

function isRim(k: number): boolean {
  const column = k % COLUMNS;
  const row = Math.floor(k / COLUMNS);
  return column < RIM || row < RIM || column >= COLUMNS - RIM || row >= ROWS - RIM;
}
