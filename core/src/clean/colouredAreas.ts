import { boxMean } from '../raster/boxMean';
import { forEachSet } from '../raster/forEachSet';
import type { InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import { widestAround } from './widestAround';

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
  const shares = boxMean({ width: columns, height: rows, data: new Float32Array(coloured) }, REACH);
  const middles = new Uint8Array(coloured.length);
  for (let i = 0; i < middles.length; i++) if (shares.data[i] >= FULL) middles[i] = 1;
  if (!middles.includes(1)) return seen;
  const tones = seen.tones.slice();
  // As far as the areas go from their middles.
  const areas = widestAround(middles, columns, rows, REACH);
  forEachSet(areas, (i) => {
    if (coloured[i] === 0) return;
    const column = i % columns;
    const [left, top] = [column * COARSE, ((i - column) / columns) * COARSE];
    const [right, bottom] = [Math.min(seen.width, left + COARSE), Math.min(seen.height, top + COARSE)];
    for (let y = top; y < bottom; y++) {
      for (let x = left; x < right; x++) tones[y * seen.width + x] = 255;
    }
  });
  return { ...seen, tones };
}

/** 1 where a coarse cell's first pixel is coloured, else 0. */
function colouredCells({ page, paper }: InkMap, { step, width, height }: InkLikelihood) {
  const { red, green, blue, cell } = paper;
  const { data } = page;
  const [columns, rows] = [Math.ceil(width / COARSE), Math.ceil(height / COARSE)];
  const coloured = new Uint8Array(columns * rows);
  const stride = step * COARSE;
  // The paper's cells are a multiple of the stride wide: none of its nodes changes within.
  const columnsANode = cell / stride;
  for (let row = 0; row < rows; row++) {
    const y = row * stride;
    const nodes = Math.min(red.height - 1, Math.floor(y / cell)) * red.width;
    for (let node = 0; node < red.width; node++) {
      const [r, g, b] = [red.data[nodes + node], green.data[nodes + node], blue.data[nodes + node]];
      const end = node === red.width - 1 ? columns : Math.min(columns, (node + 1) * columnsANode);
      for (let column = node * columnsANode; column < end; column++) {
        const at = (y * page.width + column * stride) * 4;
        const [r1, g1, b1] = [data[at] / r, data[at + 1] / g, data[at + 2] / b];
        const most = r1 > g1 ? (r1 > b1 ? r1 : b1) : g1 > b1 ? g1 : b1;
        const least = r1 < g1 ? (r1 < b1 ? r1 : b1) : g1 < b1 ? g1 : b1;
        if (most - least >= COLOURED) coloured[row * columns + column] = 1;
      }
    }
  }
  return { columns, rows, coloured };
}
