import { boxMean } from '../raster/boxMean';
import { forEachSet } from '../raster/forEachSet';
import { createPlane } from '../raster/image';
import type { InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';

/** A cell is coloured when its channels, over those of its paper, lie this far apart (0 to 1): half of a pale highlighter. */
const COLOURED = 0.17;
/** An area is wider than twice so many cells, and coloured on so much of that: no pen is as broad. */
const REACH = 4;
const FULL = 0.85;

/**
 * What the net sees, with wide coloured areas put right as tones: on dark photos it takes highlighter for ink.
 *
 * @returns the same where there are none
 */
export function colouredAreas(map: InkMap, seen: InkLikelihood): InkLikelihood {
  const { width, height } = seen;
  const coloured = colouredCells(map, seen);
  const middle = new Uint8Array(width * height);
  let count = 0;
  boxMean(coloured, REACH).data.forEach((share, i) => {
    if (share < FULL) return;
    middle[i] = 1;
    count++;
  });
  if (count === 0) return seen;
  const tones = seen.tones.slice();
  // As far as the areas go from their middles.
  forEachSet(middle, (i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    for (let row = Math.max(0, y - REACH); row <= Math.min(height - 1, y + REACH); row++) {
      for (
        let k = row * width + Math.max(0, x - REACH);
        k <= row * width + Math.min(width - 1, x + REACH);
        k++
      ) {
        if (coloured.data[k] === 1) tones[k] = 255;
      }
    }
  });
  return { ...seen, tones };
}

/** 1 where a cell's first pixel is coloured, else 0. */
function colouredCells({ page, paper }: InkMap, { step, width, height }: InkLikelihood) {
  const { red, green, blue, cell } = paper;
  const coloured = createPlane(width, height);
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.min(red.height - 1, Math.floor((y * step) / cell)) * red.width;
    for (let x = 0; x < width; x++, i++) {
      const at = (y * step * page.width + x * step) * 4;
      const of = row + Math.min(red.width - 1, Math.floor((x * step) / cell));
      const [r, g, b] = [
        page.data[at] / red.data[of],
        page.data[at + 1] / green.data[of],
        page.data[at + 2] / blue.data[of],
      ];
      if (Math.max(r, g, b) - Math.min(r, g, b) >= COLOURED) coloured.data[i] = 1;
    }
  }
  return coloured;
}
