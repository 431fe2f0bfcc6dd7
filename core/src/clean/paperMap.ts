import { boxMean } from '../raster/boxMean';
import { closing } from '../raster/closing';
import { createPlane, type Plane, type Rgba } from '../raster/image';

/** The paper's own colour over the page, on a coarse grid: what the page would look like with nothing on it. */
export interface PaperMap {
  /** page pixels a grid cell */
  readonly cell: number;
  /** 1 to 255 each */
  readonly red: Plane;
  readonly green: Plane;
  readonly blue: Plane;
}

/** Grid cells on the page's longer side. */
const GRID = 96;
/** Ink and drawings up to twice this share of the page's longer side across are bridged. */
const BRIDGE = 1 / 16;
/** The share of a cell's pixels that are darker than what counts as its paper. */
const PAPER_SHARE = 0.8;

/**
 * Estimates the paper's colour everywhere: the light end of every small cell's pixels, closed over dark
 * things wider than a cell, and smoothed.
 */
export function paperMap(page: Rgba): PaperMap {
  const cell = Math.max(4, Math.ceil(Math.max(page.width, page.height) / GRID));
  const raw = lightEnd(page, cell);
  const bridge = Math.max(1, Math.round((Math.max(page.width, page.height) * BRIDGE) / cell));
  const [red, green, blue] = raw.map((plane) => boxMean(boxMean(closing(plane, bridge), 2), 2));
  return { cell, red, green, blue };
}

/** Mean colour of the lightest pixels of every cell, by a small histogram of lightness. */
function lightEnd(page: Rgba, cell: number): [Plane, Plane, Plane] {
  const columns = Math.ceil(page.width / cell);
  const rows = Math.ceil(page.height / cell);
  const planes: [Plane, Plane, Plane] = [
    createPlane(columns, rows),
    createPlane(columns, rows),
    createPlane(columns, rows),
  ];
  const counts = new Uint32Array(64);
  const sums = new Uint32Array(64 * 3);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      counts.fill(0);
      sums.fill(0);
      gather(page, column * cell, row * cell, cell, counts, sums);
      const total = counts.reduce((a, b) => a + b, 0);
      let wanted = total * (1 - PAPER_SHARE);
      let taken = 0;
      let red = 0;
      let green = 0;
      let blue = 0;
      for (let b = 63; b >= 0 && wanted > 0; b--) {
        wanted -= counts[b];
        taken += counts[b];
        red += sums[b * 3];
        green += sums[b * 3 + 1];
        blue += sums[b * 3 + 2];
      }
      const i = row * columns + column;
      planes[0].data[i] = Math.max(1, red / taken);
      planes[1].data[i] = Math.max(1, green / taken);
      planes[2].data[i] = Math.max(1, blue / taken);
    }
  }
  return planes;
}

function gather(
  page: Rgba,
  left: number,
  top: number,
  cell: number,
  counts: Uint32Array,
  sums: Uint32Array,
): void {
  const right = Math.min(page.width, left + cell);
  const bottom = Math.min(page.height, top + cell);
  for (let y = top; y < bottom; y++) {
    for (let x = left, at = (y * page.width + left) * 4; x < right; x++, at += 4) {
      const r = page.data[at];
      const g = page.data[at + 1];
      const b = page.data[at + 2];
      const bin = (r + 2 * g + b) >> 4;
      counts[bin]++;
      sums[bin * 3] += r;
      sums[bin * 3 + 1] += g;
      sums[bin * 3 + 2] += b;
    }
  }
}
