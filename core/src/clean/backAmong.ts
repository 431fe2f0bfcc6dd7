import { connectedRuns } from '../raster/connectedRuns';
import { isMuch } from './findUnwanted';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import { strokeFacts } from './strokeFacts';
import type { UsualDarkness } from './usualNear';
import { widestAround } from './widestAround';

/** A stroke's darkest cells are so near to all of its others, in cells. */
const REACH = 3;
/** Of the page's own strokes hardly a part is fainter than this share of what is usual near it. */
const OF_USUAL = 0.6;
/** So many cells together are a part; one of the back's is on the mean as likely unwanted as this, and no likelier ink than that. */
const LEAST_CELLS = 24;
const UNWANTED = logitByte(0.05);
const MOST_INK = logitByte(0.7);

/**
 * Cells of the back's strokes that hang together with the page's own: each part is told by itself, or a back that crosses
 * the writing would be lifted with it. Set on 15 drawn pages of six pens through which a back shows: there all such parts were the back's.
 *
 * @param own how likely ink each cell is, as a byte of a logit, without what was told before
 * @param low cells of strokes are at least as likely
 * @param backCells how many cells are likelier the back's than the page's
 * @returns 1 where a cell is the back's, else 0; null where no back shows through
 */
export function backAmong(
  own: Uint8Array,
  seen: InkLikelihood,
  darkest: Uint8Array,
  { near }: UsualDarkness,
  { low, backCells }: { readonly low: number; readonly backCells: number },
): Uint8Array | null {
  if (!isMuch(backCells, seen)) return null;
  const { unwanted, rules, width, height } = seen;
  const dark = new Uint8Array(own.length);
  for (let i = 0; i < own.length; i++) if (own[i] >= low) dark[i] = darkest[i];
  const around = widestAround(dark, width, height, REACH);
  const faint = new Uint8Array(own.length);
  for (let i = 0; i < own.length; i++) if (dark[i] > 0 && around[i] < OF_USUAL * near(i)) faint[i] = 1;
  const runs = connectedRuns(faint, width, height, { joinsCorners: true });
  const parts = strokeFacts(runs, () => true, { darkest, ink: own, unwanted, rules });
  for (let run = 0; run < runs.count; run++) {
    const part = runs.roots[run];
    const isBack =
      parts.cells[part] >= LEAST_CELLS && parts.unwanted[part] >= UNWANTED && parts.ink[part] <= MOST_INK;
    if (!isBack) faint.fill(0, runs.starts[run], runs.ends[run]);
  }
  return faint;
}
