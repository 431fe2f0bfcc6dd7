import type { Place } from '../geometry/place';
import { atLeast } from '../raster/atLeast';
import { forEachSet } from '../raster/forEachSet';
import { LOGIT_SCALE, logitByte, type InkLikelihood } from './inkLikelihood';
import { addToTile, createTiles, placeOfMost } from './tiledSums';

/** Ink that the net expects and can hardly tell. */
export interface UnclearInk {
  /** of all the ink that is expected, what lies where most of it is in two minds */
  readonly share: number;
  /** where most of it is; null where there is none */
  readonly place: Place | null;
}

/** "Where" is in tiles of so many cells. */
const TILE = 96;
/** Less likely cells are not counted: there are so many of them. */
const PERHAPS = logitByte(0.05);
/**
 * A tile is unclear where so much of its ink is in two minds. Set on 90 drawn pages: of those with more than a quarter of their ink
 * in such tiles nearly all lose letters in every look.
 */
const IN_TWO_MINDS = 0.45;
/** How likely a byte is, and how far it is from being sure. */
const ODDS = Float32Array.from({ length: 256 }, (_, byte) => 1 / (1 + Math.exp((128 - byte) / LOGIT_SCALE)));
const DOUBT = ODDS.map((p) => Math.min(p, 1 - p));

/**
 * How much of a page's ink cannot be told from paper with any certainty: out of focus, hardly darker than the paper, drowned in
 * grain. A look shows of it what is likelier ink than not, and so pieces of letters.
 */
export function unclearInk({ ink, rules, unwanted, width, height }: InkLikelihood): UnclearInk {
  const expected = createTiles(width, height, TILE);
  const doubted = createTiles(width, height, TILE);
  forEachSet(atLeast(ink, PERHAPS), (i) => {
    const byte = ink[i];
    if (unwanted[i] > byte || rules[i] > byte) return;
    addToTile(expected, i, ODDS[byte]);
    addToTile(doubted, i, DOUBT[byte]);
  });
  const unclear = createTiles(width, height, TILE);
  let [all, hardly] = [0, 0];
  expected.sums.forEach((sum, i) => {
    all += sum;
    if (doubted.sums[i] <= IN_TWO_MINDS * sum) return;
    unclear.sums[i] = sum;
    hardly += sum;
  });
  return { share: all > 0 ? hardly / all : 0, place: placeOfMost(unclear) };
}
