import type { Rgba } from '../raster/image';
import { clearEdges } from './clearEdges';
import { clearHoles } from './clearHoles';
import { daylight } from './daylight';
import { fadeRules } from './fadeRules';
import { pencil, softGrey } from './grey';
import { isChalk } from './isChalk';
import { inkMap, type InkMap } from './inkMap';
import { pen } from './pen';
import { AS_FOUND, type Tuning } from './tone';

/** How a page is cleaned. */
export type Look = 'as-shot' | 'daylight' | 'pen' | 'pencil' | 'soft-grey';

export const LOOKS: readonly Look[] = ['as-shot', 'daylight', 'pen', 'pencil', 'soft-grey'];

export interface CleanOptions {
  readonly tuning?: Tuning;
  /** take printed rules and squares away; Pen always does */
  readonly fadeRules?: boolean;
}

/**
 * Runs a look over a flat page; As shot returns the page itself, and so does any look where light is written on dark:
 * chalk on a dark board is shown as it is.
 *
 * @param known the page's ink, where it was measured already
 */
export function clean(page: Rgba, look: Look, options: CleanOptions = {}, known?: InkMap): Rgba {
  if (look === 'as-shot' || isChalk(page)) return page;
  const { tuning = AS_FOUND } = options;
  const measured = known ?? inkMapOf(page);
  const map = options.fadeRules || look === 'pen' ? fadeRules(measured) : measured;
  switch (look) {
    case 'daylight':
      return daylight(page, tuning, map);
    case 'pen':
      return pen(page, tuning, map);
    case 'pencil':
      return pencil(page, tuning, map);
    case 'soft-grey':
      return softGrey(page, tuning, map);
  }
}

/** A page's ink without what is not on the page: desk along its edges, holes. */
export function inkMapOf(page: Rgba): InkMap {
  const map = inkMap(page);
  clearEdges(map);
  clearHoles(map);
  return map;
}
