import { boxMean } from '../raster/boxMean';
import { forEachSet } from '../raster/forEachSet';
import type { InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';

/** Colours are looked at in every second cell, each way. */
const COARSE = 2;
/** A cell is coloured when its channels, over those of its paper, lie this far apart (0 to 1): half of a pale highlighter. */
const COLOURED = 0.17;
/** An area is wider than twice so many coarse cells, and coloured on so much of that: no pen is as broad. */
const REACH = 2;
const FULL = 0.7;

/**
 * What the net sees, with wide coloured areas put right as tones: on dark photos it takes highlighter for ink.
 *
 * @returns the same where there are none
 */
export function colouredAreas(map: InkMap, seen: InkLikelihood): InkLikelihood {
  const { columns, rows, coloured } = colouredCells(map, seen);
  const least = FULL * (2 * REACH + 1) ** 2;
  let left = least;
  forEachSet(coloured, () => left--);
  if (left > 0) return seen;
  const shares = boxMean({ width: columns, height: rows, data: Float32Array.from(coloured) }, REACH);
  const middles = Uint8Array.from(shares.data, (share) => (share >= FULL ? 1 : 0));
  if (!middles.includes(1)) return seen;
  const tones = seen.tones.slice();
  // As far as the areas go from their middles.
  forEachSet(middles, (i) => {
    const [x, y] = [i % columns, Math.floor(i / columns)];
    for (let row = Math.max(0, y - REACH); row <= Math.min(rows - 1, y + REACH); row++) {
      for (let column = Math.max(0, x - REACH); column <= Math.min(columns - 1, x + REACH); column++) {
        if (coloured[row * columns + column] === 0) continue;
        for (let fine = row * COARSE; fine < Math.min(seen.height, (row + 1) * COARSE); fine++) {
          const from = fine * seen.width + column * COARSE;
          tones.fill(255, from, Math.min(from + COARSE, (fine + 1) * seen.width));
        }
      }
    }
  });
  return { ...seen, tones };
}

/** 1 where a coarse cell's first pixel is coloured, else 0. */
function colouredCells({ page, paper }: InkMap, { step, width, height }: InkLikelihood) {
  const { red, green, blue, cell } = paper;
  const [columns, rows] = [Math.ceil(width / COARSE), Math.ceil(height / COARSE)];
  const coloured = new Uint8Array(columns * rows);
  const stride = step * COARSE;
  for (let row = 0, i = 0; row < rows; row++) {
    const y = row * stride;
    const nodes = Math.min(red.height - 1, Math.floor(y / cell)) * red.width;
    for (let column = 0; column < columns; column++, i++) {
      const x = column * stride;
      const at = (y * page.width + x) * 4;
      const node = nodes + Math.min(red.width - 1, Math.floor(x / cell));
      const r = page.data[at] / red.data[node];
      const g = page.data[at + 1] / green.data[node];
      const b = page.data[at + 2] / blue.data[node];
      if (Math.max(r, g, b) - Math.min(r, g, b) >= COLOURED) coloured[i] = 1;
    }
  }
  return { columns, rows, coloured };
}
