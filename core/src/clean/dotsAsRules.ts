import { atLeast } from '../raster/atLeast';
import { eitherOf } from '../raster/eitherOf';
import { forEachSet } from '../raster/forEachSet';
import { evenDots } from './evenDots';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import { SURELY_THERE } from './pageParts';

/** A dot is plainly there, or seen as something as likely as this. */
const LIKELY = logitByte(0.3);
/** On squared paper there is more of what is likely a rule beside the crossings than on them. */
const RULE = logitByte(0.5);

/**
 * What the net sees, with the printed dots of dotted paper put right: where writing is near it takes them for full stops.
 *
 * @param darkest of each cell
 * @returns the same where the paper is not dotted
 */
export function dotsAsRules(seen: InkLikelihood, darkest: Uint8Array): InkLikelihood {
  const { width, height } = seen;
  const likely = eitherOf(atLeast(seen.ink, LIKELY), atLeast(seen.rules, LIKELY));
  const marks = eitherOf(likely, atLeast(darkest, SURELY_THERE[0]));
  const dots = evenDots({ width, height, darkest, marks });
  if (!dots || isRuled(seen.rules, dots)) return seen;
  const [ink, rules] = [seen.ink.slice(), seen.rules.slice()];
  forEachSet(dots, (i) => {
    ink[i] = 0;
    rules[i] = 255;
  });
  return { ...seen, ink, rules, isDotted: true };
}

function isRuled(rules: Uint8Array, dots: Uint8Array): boolean {
  let [beside, on] = [0, 0];
  forEachSet(dots, () => on++);
  forEachSet(atLeast(rules, RULE), (i) => (beside += 1 - dots[i]));
  return beside > on;
}
