import { logitByte, type InkLikelihood } from './inkLikelihood';
import { PAPER, TONE, type PageParts } from './pageParts';

/** As good as sure, as a byte of a logit. */
const SURE = 255;
/** What is not shown and as likely unwanted as this is the back's as well. */
const MAYBE = logitByte(0.1);

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
    const isTold = kinds[i] === TONE ? toned[i] === 0 : kinds[i] === PAPER && unwanted[i] >= MAYBE;
    if (isTold && darkest[i] < faintBelow) unwanted[i] = SURE;
  }
  return { ...seen, unwanted };
}
