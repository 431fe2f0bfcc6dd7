import type { CleanPage } from './cleanPages';
import type { Letter } from './strokeScores';

/** Within this share of its radius a hole is looked at: its rim is the sheet's own edge. */
const WITHIN = 0.9;
/** It is gone where this share of it is at least as light as this. */
const WHITE_SHARE = 0.95;
const WHITE = 230;

/** How many of a page's holes are still to be seen in a look, given in grey. */
export function holesLeft({ holes, page }: Pick<CleanPage, 'holes' | 'page'>, grey: Uint8Array): number {
  return holes.filter(({ x, y, radius }) => {
    const reach = WITHIN * radius;
    let [all, white] = [0, 0];
    for (let row = Math.max(0, Math.ceil(y - reach)); row <= Math.min(page.height - 1, y + reach); row++) {
      const half = Math.sqrt(reach * reach - (row - y) ** 2);
      for (let i = Math.max(0, Math.ceil(x - half)); i <= Math.min(page.width - 1, x + half); i++) {
        all++;
        if (grey[row * page.width + i] >= WHITE) white++;
      }
    }
    return white < WHITE_SHARE * all;
  }).length;
}

/** A letter is taken for a hole when more of its middle line than this share was. */
const TAKEN_SHARE = 0.4;

/**
 * How many letters were taken for holes.
 *
 * @param width of the page, px
 * @param step page pixels a cell of the mask, each way
 * @param mask cells of holes: 1, else 0
 */
export function takenForHoles(
  letters: readonly Letter[],
  width: number,
  step: number,
  mask: Uint8Array,
): number {
  const columns = Math.ceil(width / step);
  const isTaken = (i: number) =>
    mask[Math.floor(Math.floor(i / width) / step) * columns + Math.floor((i % width) / step)] === 1;
  return letters.filter(({ middle }) => middle.filter(isTaken).length > TAKEN_SHARE * middle.length).length;
}
