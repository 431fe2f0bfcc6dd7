import type { Rgba } from '../raster/image';
import { daylight } from './daylight';
import { pencil, softGrey } from './grey';
import { pen } from './pen';
import { AS_FOUND, type Tuning } from './tone';

/** How a page is cleaned. */
export type Look = 'as-shot' | 'daylight' | 'pen' | 'pencil' | 'soft-grey';

export const LOOKS: readonly Look[] = ['as-shot', 'daylight', 'pen', 'pencil', 'soft-grey'];

export interface CleanOptions {
  readonly tuning?: Tuning;
}

/** Runs a look over a flat page; As shot returns the page itself. */
export function clean(page: Rgba, look: Look, { tuning = AS_FOUND }: CleanOptions = {}): Rgba {
  switch (look) {
    case 'as-shot':
      return page;
    case 'daylight':
      return daylight(page, tuning);
    case 'pen':
      return pen(page, tuning);
    case 'pencil':
      return pencil(page, tuning);
    case 'soft-grey':
      return softGrey(page, tuning);
  }
}
