import type { Place } from '../geometry/place';
import { connectedParts } from '../raster/connectedParts';
import { forEachSet } from '../raster/forEachSet';
import { atLeast } from '../raster/atLeast';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import { noiseAbout } from './noiseAbout';
import { PAPER, type PageParts } from './pageParts';
import { addToTile, createTiles, placeOfMost, type TiledSums } from './tiledSums';

/** What is seen on the page and not in its parts. */
export interface LostStrokes {
  /** of all that is seen, strokes and lost ones */
  readonly share: number;
  /** of what the net takes for ink, what it is in two minds about and what is not shown */
  readonly unsure: number;
  /** where most are; null where there are none */
  readonly place: Place | null;
  /** how many cells of both kinds lie where */
  readonly missed: TiledSums;
}

/** Cells along a line, to each side of its middle, and how far from it the paper beside it is. */
const ALONG = 2;
const BESIDE = 3;
/** A line is darker than the paper on both sides by so many levels, and by so many deviations of bare paper. */
const LEAST = 3.5;
const OF_NOISE = 2;
/** Only cells this dark are looked at: in levels, and in deviations. */
const LOOKED_AT = [4, 2.2] as const;
/** Fewer cells together, or closer together, are grain. */
const LEAST_CELLS = 9;
const LEAST_LENGTH = 7;
/** What the net takes for unwanted with more than these odds is not missed; nor is what is in two minds and likelier that than ink. */
const UNWANTED = logitByte(0.5);
/** Odds of ink: in two minds from the first, likely from the second; and so many levels darker than the paper. */
const PERHAPS = logitByte(0.12);
const LIKELY = logitByte(0.5);
const LEAST_UNSURE = 3;
/** Nor is what may be a rule. */
const MAYBE_RULE = logitByte(0.12);
/** Across, down, and the two ways between. */
const WAYS = [
  [1, 0],
  [0, 1],
  [1, 1],
  [1, -1],
] as const;
/** From a cell to the next along a line, and to the paper beside it. */
interface LineWay {
  readonly along: number;
  readonly across: number;
}
/** A page with fewer cells of strokes than this counts as if it had so many: a crumb on a blank page is not half of it. */
const FEW = 800;
/** Places are told by tiles of so many cells. */
const TILE = 96;
/** And what was missed by smaller ones. */
const MISSED_TILE = 48;

/**
 * Looks for strokes without the net, as ridges: a short line of cells that is darker than the paper on both sides of it,
 * in any of four directions (after line detectors of M. Laws, 1980). Those that lie where the page's parts say paper are lost.
 */
export function lostStrokes(map: InkMap, parts: PageParts, seen: InkLikelihood): LostStrokes {
  const { width, height } = parts;
  const found = unseenLines(map, parts, seen);
  const missed = createTiles(width, height, MISSED_TILE);
  const { shown, sure, unsure } = countStrokes(parts, seen, missed);
  const tiles = createTiles(width, height, TILE);
  let lost = 0;
  for (const part of connectedParts(found, width, height, { joinsCorners: true })) {
    const length = Math.max(part.right - part.left, part.bottom - part.top) + 1;
    if (part.pixels < LEAST_CELLS || length < LEAST_LENGTH) continue;
    lost += part.pixels;
    const middle = ((part.top + part.bottom) >> 1) * width + ((part.left + part.right) >> 1);
    addToTile(tiles, middle, part.pixels);
    addToTile(missed, middle, part.pixels);
  }
  return {
    share: lost / Math.max(FEW, lost + shown),
    unsure: unsure / Math.max(FEW, unsure + sure),
    place: placeOfMost(tiles),
    missed,
  };
}

/** Cells on a line that the parts take for paper: 1, else 0. */
function unseenLines(map: InkMap, parts: PageParts, { unwanted, rules }: InkLikelihood): Uint8Array {
  const { width, height, kinds, darkest, step } = parts;
  const found = new Uint8Array(kinds.length);
  const noise = noiseAbout(map, step, width);
  const margin = BESIDE + ALONG + 1;
  const ways = WAYS.map(([dx, dy]): LineWay => ({
    along: dy * width + dx,
    across: BESIDE * (dx * width - dy),
  }));
  // A plain loop: of a grainy page there are many such cells.
  for (let y = margin; y < height - margin; y++) {
    for (let i = y * width + margin; i < (y + 1) * width - margin; i++) {
      const dark = darkest[i];
      if (dark < LOOKED_AT[0] || kinds[i] !== PAPER || unwanted[i] >= UNWANTED || rules[i] >= MAYBE_RULE)
        continue;
      const deviation = noise(i);
      if (dark < LOOKED_AT[1] * deviation) continue;
      if (isLine(darkest, ways, i, Math.max(LEAST, OF_NOISE * deviation))) found[i] = 1;
    }
  }
  return found;
}

/** Cells of strokes, those among them that are likely ink, and those that are shown as paper but may be ink, these also by tiles. */
function countStrokes(
  { strokes, kinds, darkest }: PageParts,
  { ink, rules, unwanted }: InkLikelihood,
  missed: TiledSums,
) {
  let [shown, sure, unsure] = [0, 0, 0];
  forEachSet(strokes, (i) => {
    shown++;
    if (ink[i] >= LIKELY) sure++;
  });
  forEachSet(atLeast(ink, PERHAPS), (i) => {
    if (strokes[i] === 1 || kinds[i] !== PAPER || darkest[i] < LEAST_UNSURE) return;
    if (rules[i] >= MAYBE_RULE || unwanted[i] >= Math.min(UNWANTED, ink[i])) return;
    unsure++;
    addToTile(missed, i, 1);
  });
  return { shown, sure, unsure };
}

function isLine(plane: Uint8Array, ways: readonly LineWay[], i: number, least: number): boolean {
  for (const { along, across } of ways) {
    let line = plane[i];
    for (let k = 1, at = along; k <= ALONG; k++, at += along) line += plane[i - at] + plane[i + at];
    // What three cells of the paper beside it may come to.
    const most = (line / (2 * ALONG + 1) - least) * 3;
    if (most <= 0) continue;
    const left = i - across;
    if (plane[left - along] + plane[left] + plane[left + along] > most) continue;
    const right = i + across;
    if (plane[right - along] + plane[right] + plane[right + along] <= most) return true;
  }
  return false;
}
