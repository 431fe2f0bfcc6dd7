/** From here on a likelihood is told more cautiously. */
const CAUTIOUS_FROM = 0.75;
/**
 * Set on 480 drawn photos (seeds 24600 to 24759, 25000 to 25159, 27000 to 27159), where all of the surest, 275, were right from a likelihood
 * of .97 on: that one is told as .9.
 */
const CAUTION = 4;

/**
 * How sure to say one is. Whoever is told "surer than .9" looks no further, and a wrong outline cuts work off: the upper end is
 * stretched, so that being so sure means to be right all but always, and not in nine of ten.
 */
export function cautious(likelihood: number): number {
  if (likelihood <= CAUTIOUS_FROM) return likelihood;
  const room = 1 - CAUTIOUS_FROM;
  return CAUTIOUS_FROM + room * ((likelihood - CAUTIOUS_FROM) / room) ** CAUTION;
}
