import type { Grid } from './grid';

/** From the first grain on a page is looked at from further away as well, and from the second on for so much of what is seen. */
const GRAINY = [7, 12] as const;
const MOST = 0.5;

/**
 * From how far away each part of a page is looked at: as far as its strokes are soft, and in the dark a little further. Half as fine there
 * is half the grain; from near the net takes much of it for ink.
 *
 * @param soft how soft the page's strokes are, see `softness`
 * @param grain deviation of the photographed page's bare paper, levels over that paper
 */
export function fromAway(soft: Grid, grain: number): Grid {
  const share = Math.min(1, (grain - GRAINY[0]) / (GRAINY[1] - GRAINY[0]));
  return share > 0 ? { ...soft, data: soft.data.map((value) => Math.max(value, MOST * share)) } : soft;
}
