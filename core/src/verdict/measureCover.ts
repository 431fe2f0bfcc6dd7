import type { InkMap } from '../clean/inkMap';
import { acrossPage } from '../geometry/pageScale';
import { connectedParts } from '../raster/connectedParts';
import type { Place } from '../geometry/place';

/** Cells that are looked at as one, px of a full page. */
const CELL = 26;
/** Least darkness of what covers a page, 0 to 255. */
const DARK = 40;
/** Share of a cell that must be dark for it to be covered: strokes leave paper between them. */
const NEARLY_ALL = 0.85;
/** What reaches in from the edge by less than this share of the shorter side is a sliver, and is cleaned away. */
const REACH = 0.04;
/** A page that is dark on more than this share is a picture; nothing lies over it. */
const PICTURE = 0.2;

/** A finger, a folded corner or the desk: the largest dark thing without gaps that lies over the edge of a page. */
export function measureCover({ width, height, smooth }: InkMap): {
  covered: number;
  coveredPlace: Place | null;
} {
  const none = { covered: 0, coveredPlace: null };
  const short = Math.min(width, height);
  const cell = Math.max(4, Math.round(acrossPage(CELL, { width, height })));
  const columns = Math.floor(width / cell);
  const rows = Math.floor(height / cell);
  const isDark = new Uint8Array(columns * rows);
  let dark = 0;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (!isDarkThroughout(smooth, width, column * cell, row * cell, cell)) continue;
      isDark[row * columns + column] = 1;
      dark++;
    }
  }
  if (dark === 0 || dark > PICTURE * isDark.length) return none;

  let best: { cells: number; place: Place } | null = null;
  for (const { left, right, top, bottom, pixels: cells } of connectedParts(isDark, columns, rows)) {
    // The outermost cells may have been cleaned already.
    const reach = Math.max(
      left <= 2 ? right + 1 : 0,
      right >= columns - 3 ? columns - left : 0,
      top <= 2 ? bottom + 1 : 0,
      bottom >= rows - 3 ? rows - top : 0,
    );
    if (reach * cell < REACH * short || (best && best.cells >= cells)) continue;
    best = {
      cells,
      place: [left / columns, top / rows, (right - left + 1) / columns, (bottom - top + 1) / rows],
    };
  }
  return best ? { covered: best.cells / isDark.length, coveredPlace: best.place } : none;
}

function isDarkThroughout(
  smooth: Uint8Array,
  width: number,
  left: number,
  top: number,
  cell: number,
): boolean {
  let light = 0;
  let looked = 0;
  for (let y = top; y < top + cell; y += 3) {
    for (let x = left; x < left + cell; x += 3) {
      looked++;
      if (smooth[y * width + x] < DARK) light++;
    }
    // Most cells are paper: their first rows say so.
    if (light > looked * 0.5) return false;
  }
  return light <= looked * (1 - NEARLY_ALL);
}
