import { forEachSet } from '../raster/forEachSet';
import { widen } from './widen';

/** Strokes are joined over gaps of up to twice as many cells. */
const OVER_DOT = 3;

/**
 * Lets strokes run on over the dots of dotted paper, which hide them: a dot's cells between strokes near by are the stroke's.
 *
 * @param strokes cells of strokes: 1, else 0; changed, and so are
 * @param rules those of dots
 */
export function joinOverDots(strokes: Uint8Array, rules: Uint8Array, width: number, height: number): void {
  let closed = strokes;
  for (let k = 0; k < OVER_DOT; k++) closed = widen(closed, width, height);
  // And back again: what was widened is narrowed by widening all else.
  closed = closed.map((value) => 1 - value);
  for (let k = 0; k < OVER_DOT; k++) closed = widen(closed, width, height);
  forEachSet(rules, (i) => {
    if (closed[i] === 1) return;
    strokes[i] = 1;
    rules[i] = 0;
  });
}
