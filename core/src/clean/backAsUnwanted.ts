import type { InkLikelihood } from './inkLikelihood';
import { TONE, type PageParts } from './pageParts';

/** As good as sure, as a byte of a logit. */
const SURE = 255;

/**
 * What the net sees, with the faint back that was told from the page put right as unwanted: it is no ink that may be lost, nor
 * any that can hardly be read.
 *
 * @param faintBelow what is darker is not the back's: see `Unwanted`
 * @returns the same where there is none
 */
export function backAsUnwanted(
  seen: InkLikelihood,
  { kinds, toned, darkest }: PageParts,
  faintBelow: number,
): InkLikelihood {
  if (faintBelow === 0) return seen;
  const unwanted = seen.unwanted.slice();
  for (let i = 0; i < unwanted.length; i++) {
    if (kinds[i] === TONE && toned[i] === 0 && darkest[i] < faintBelow) unwanted[i] = SURE;
  }
  return { ...seen, unwanted };
}
