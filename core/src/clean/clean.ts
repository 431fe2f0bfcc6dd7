import type { Rgba } from '../raster/image';
import { daylight } from './daylight';

/** How a page is cleaned. */
export type Look = 'as-shot' | 'daylight';

export const LOOKS: readonly Look[] = ['as-shot', 'daylight'];

/** Runs a look over a flat page; As shot returns the page itself. */
export function clean(page: Rgba, look: Look): Rgba {
  switch (look) {
    case 'as-shot':
      return page;
    case 'daylight':
      return daylight(page);
  }
}
