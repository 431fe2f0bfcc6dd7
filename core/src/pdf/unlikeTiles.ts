import { PAPER, type PageParts } from '../clean/pageParts';
import { noTiles, type Tiles } from './tiles';
import type { Darkness } from './darknessOf';
import type { Stencil } from './stencil';

/** Squares of so many cells a side are held against each other: strokes are soft in the page and sharp in a stencil. */
const SQUARE = 8;
/** A tile is unlike the page from this mean difference of its squares on, in levels. */
const UNLIKE = 14;
/** Or when around more than this share of its dark cells nothing is at least half as dark. */
const LOST = 0.04;
/** Dark, in levels; and how many dark cells a tile has at least before a share of them means something. */
const DARK = 40;
const LEAST_DARK = 12;

/** The tiles in which stencils over white paper would not show the page as it is. */
export function unlikeTiles(
  parts: PageParts,
  stencils: readonly Stencil[],
  darkness: Darkness,
  soft: Uint8Array,
): Tiles {
  const tiles = noTiles(parts);
  const own = cellMeans(darkness, parts);
  const shown = shownDarkness(parts, stencils);
  const cellsATile = tiles.side / parts.step;
  for (let k = 0; k < tiles.isIn.length; k++) {
    const left = (k % tiles.columns) * cellsATile;
    const top = Math.floor(k / tiles.columns) * cellsATile;
    const [right, bottom] = [
      Math.min(parts.width, left + cellsATile),
      Math.min(parts.height, top + cellsATile),
    ];
    let [difference, squares, dark, lost] = [0, 0, 0, 0];
    for (let y0 = top; y0 < bottom; y0 += SQUARE) {
      for (let x0 = left; x0 < right; x0 += SQUARE) {
        let [sum, cells] = [0, 0];
        for (let y = y0; y < Math.min(bottom, y0 + SQUARE); y++) {
          for (let x = x0; x < Math.min(right, x0 + SQUARE); x++) {
            const i = y * parts.width + x;
            if (parts.kinds[i] === PAPER || soft[i] === 1) continue;
            cells++;
            sum += own[i] - shown[i];
            if (own[i] < DARK) continue;
            dark++;
            if (mostNear(shown, parts, x, y) < own[i] / 2) lost++;
          }
        }
        if (cells === 0) continue;
        difference += Math.abs(sum) / SQUARE ** 2;
        squares++;
      }
    }
    const isLosing = dark >= LEAST_DARK && lost > LOST * dark;
    if (isLosing || difference > UNLIKE * squares) tiles.isIn[k] = 1;
  }
  return tiles;
}

function cellMeans({ data, stride, at }: Darkness, { width, height, step, kinds }: PageParts): Float32Array {
  const means = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (kinds[i] === PAPER) continue;
      const corner = at + y * step * stride + x * step;
      means[i] =
        step === 1
          ? data[corner]
          : (data[corner] + data[corner + 1] + data[corner + stride] + data[corner + stride + 1]) / 4;
    }
  }
  return means;
}

/** How dark each cell comes out of the stencils: the share of it that is covered, times its colour's darkness. */
function shownDarkness(parts: PageParts, stencils: readonly Stencil[]): Float32Array {
  const { width, height, step } = parts;
  const shown = new Float32Array(width * height);
  for (const { mask, scale, colours } of stencils) {
    const side = scale * step;
    const patchCells = colours.patch / step;
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++, i++) {
        if (parts.kinds[i] === PAPER) continue;
        let covered = 0;
        for (let my = 0; my < side; my++) {
          const row = (y * side + my) * mask.width + x * side;
          for (let mx = 0; mx < side; mx++) covered += mask.data[row + mx];
        }
        if (covered === 0) continue;
        const at = (Math.floor(y / patchCells) * colours.width + Math.floor(x / patchCells)) * 3;
        const dark = 255 - Math.min(colours.data[at], colours.data[at + 1], colours.data[at + 2]);
        shown[i] = Math.max(shown[i], (covered / (side * side)) * dark);
      }
    }
  }
  return shown;
}

function mostNear(plane: Float32Array, { width, height }: PageParts, x: number, y: number): number {
  let most = 0;
  for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++) {
    for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) {
      most = Math.max(most, plane[ny * width + nx]);
    }
  }
  return most;
}
