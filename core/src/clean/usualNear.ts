import { forEachSet } from '../raster/forEachSet';
import { binAtShare } from '../statistics/histogram';
import { atLeast } from '../raster/atLeast';
import { logitByte, TONE_FROM, type InkLikelihood } from './inkLikelihood';

/** "Near" is in tiles of so many cells, and in those next to them; without any there, all over the page. */
const NEAR = 64;
/** Strokes that the net is so sure of tell how dark the page's own are. */
const SURELY_INK = logitByte(0.8);
const USUAL = 0.8;
/** Fewer of their cells in a tile do not tell. */
const FEW_SURE = 30;

/** How dark the strokes are that the net is sure of, near a cell, or else on the page; 0 where there are none. */
export function usualNear(
  { ink, tones, width, height }: InkLikelihood,
  darkest: Uint8Array,
): (i: number) => number {
  const columns = Math.ceil(width / NEAR);
  const rows = Math.ceil(height / NEAR);
  const counts = new Uint32Array(columns * rows * 256);
  const tileOf = (i: number) => Math.floor(i / width / NEAR) * columns + Math.floor((i % width) / NEAR);
  forEachSet(atLeast(ink, SURELY_INK), (i) => {
    // On highlighter a stroke is darker by that.
    if (tones[i] < TONE_FROM) counts[tileOf(i) * 256 + darkest[i]]++;
  });
  const levels = new Float32Array(columns * rows);
  const all = new Uint32Array(256);
  let count = 0;
  for (let k = 0; k < levels.length; k++) {
    const of = counts.subarray(k * 256, (k + 1) * 256);
    let total = 0;
    for (let level = 0; level < 256; level++) {
      total += of[level];
      all[level] += of[level];
    }
    count += total;
    levels[k] = total >= FEW_SURE ? binAtShare(of, total, USUAL) : 0;
  }
  const onPage = count >= FEW_SURE ? binAtShare(all, count, USUAL) : 0;
  const around = new Float32Array(levels.length);
  for (let k = 0; k < around.length; k++) {
    const [column, row] = [k % columns, Math.floor(k / columns)];
    let most = 0;
    for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++) {
      for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++) {
        most = Math.max(most, levels[r * columns + c]);
      }
    }
    around[k] = most > 0 ? most : onPage;
  }
  return (i) => around[tileOf(i)];
}
