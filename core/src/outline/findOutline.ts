import type { Bows } from '../geometry/bows';
import { intersectionOverUnion } from '../geometry/clipPolygon';
import { scaleQuad, startAtTopLeft, type Quad } from '../geometry/quad';
import type { Plane, Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { cautious } from './cautious';
import { chooseQuad, type Choice } from './chooseQuad';
import { isEvenToTheBorder } from './isEvenToTheBorder';
import { lookCloserStages, type CloserSearch } from './lookCloser';
import { middleOf } from './netCover';
import type { QuadCandidate } from './quadCandidates';
import type { QuadFeatures } from './quadFeatures';
import { refineQuad } from './refineQuad';
import { runStages } from './runStages';
import { searchStages } from './searchPicture';
import { seeStages, type SeenPicture } from './seePicture';
import { bothPages, firstAlone, showsTwoPages } from './sheetNet';

/** Where a sheet is. */
export interface SheetOutline {
  /** photo pixels, clockwise from the corner nearest the photo's top left */
  readonly quad: Quad;
  /** the sides of a curled sheet; null when they are straight */
  readonly bows: Bows | null;
  /** 0 to 1 */
  readonly confidence: number;
}

/** Where the sheet is, or the sheets. */
export interface Outline extends Omit<SheetOutline, 'quad'> {
  /** as a sheet's; of an open book, the page further left (or further up); null when no sheet stands out */
  readonly quad: Quad | null;
  /** an open book's other page */
  readonly further: readonly SheetOutline[];
  /** an open book's two pages as one sheet; null where there is one page, or they make no sheet together */
  readonly spread: SheetOutline | null;
  /** the picture is nothing but sheet, to its borders: there is nothing to cut out (a flat scan, a close-up) */
  readonly isAllSheet: boolean;
  /** all that looked like a sheet's sides ran through rows of writing: the whole photo is safer */
  readonly isThroughWriting: boolean;
  /** up to three other places where it could be, likeliest first */
  readonly others: readonly Quad[];
  /** what was measured on the chosen quad, for those who tune */
  readonly features: QuadFeatures | null;
}

/** Longest side of the small picture that the search runs on, px. */
const SEARCH_SIDE = 512;
/**
 * Below this the whole photo is the better proposal: what is less sure than this is hardly ever the sheet. Of 40 bare desks (seeds 780001 to
 * 780040) it leaves seven with an outline, all of these told with more than .2; the others' are less than .03, or even.
 */
const LEAST_CONFIDENCE = 0.04;
/** The whole picture is called a page from here on. */
const LEAST_CONFIDENCE_OF_WHOLE = 0.1;
/** An outline surer than this is believed though all of the picture looks like paper: white sheet, white desk. */
const SURE = cautious(0.9);

/**
 * Finds the sheet in a photo: searches a small copy (see `seePicture` and `searchPicture`), tries whether the sheet is
 * bent, and refines the likeliest quad's sides on the full photo to a fraction of a pixel.
 *
 * @param photo upright by its EXIF turn
 */
export function findOutline(photo: Rgba): Outline {
  return runStages(outlineStages(photo));
}

/** As `findOutline`, a few milliseconds at a time: yields until it returns what was found. */
export function* outlineStages(photo: Rgba): Generator<void, Outline> {
  const factor = Math.max(1, Math.ceil(Math.max(photo.width, photo.height) / SEARCH_SIDE));
  const seen = yield* seeStages(shrinkByInteger(photo, factor, { coarse: true }));
  yield;
  const isEven = isEvenToTheBorder(seen.channels[0]);
  // Whatever the net makes of an even picture, there is no side of a sheet in it.
  if (!seen.rawField.strength.some((strength) => strength > 0)) return { ...NO_OUTLINE, isAllSheet: isEven };
  const isBook = showsTwoPages(seen.map);
  if (isBook) {
    const pages = yield* twoPages(photo, seen, factor);
    if (pages) return pages;
  }
  const search = yield* searchPage(seen, isBook ? bothPages(seen.map) : seen.map.first);
  const choice = chooseQuad(search, seen.ink);
  yield;
  if (!choice) return { ...NO_OUTLINE, isAllSheet: isEven, isThroughWriting: !isEven };
  const { best, confidence, elsewhere, refused } = choice;
  const isSure = confidence >= (isWhole(best) ? LEAST_CONFIDENCE_OF_WHOLE : LEAST_CONFIDENCE);
  const others = elsewhere.map(({ quad }) => startAtTopLeft(scaleQuad(quad, factor)));
  const found = { ...NO_OUTLINE, confidence, others, features: best.features };
  // A picture of nothing is no page, however even it is.
  const isPage = isWhole(best) && isSure && hasMarks(seen.ink);
  if (isPage || (isEven && (isWhole(best) || confidence < SURE))) return { ...found, isAllSheet: true };
  if (isWhole(best) || !isSure) return { ...found, isThroughWriting: refused > 0 };
  return { ...found, ...refineQuad(photo, choice, factor) };
}

/** No sheet stands out. */
export const NO_OUTLINE: Outline = {
  quad: null,
  bows: null,
  confidence: 0,
  further: [],
  spread: null,
  isAllSheet: false,
  isThroughWriting: false,
  others: [],
  features: null,
};

/** Marks darker than their surroundings by this are seen, grey levels; a page has them on this share of it at least. */
const CLEAR_MARK = 10;
const LEAST_MARKED = 0.003;

/** Whether there is anything on a page: writing, print, rules. */
function hasMarks({ data }: Plane): boolean {
  let marked = 0;
  for (const value of data) if (value > CLEAR_MARK) marked++;
  return marked > LEAST_MARKED * data.length;
}

/** Every side is the picture's own border. */
const isWhole = ({ sides }: QuadCandidate) => sides.every((side) => side === null);

/** Pages of one book share less ground than this. */
const MOST_SHARED = 0.12;

/** All quads for a page, those that are likeliest looked at closely. */
function* searchPage(seen: SeenPicture, page: Plane): Generator<void, CloserSearch> {
  return yield* lookCloserStages(yield* searchStages(seen, page), seen);
}

/** The two pages of an open book; null where they cannot be told apart well enough. */
function* twoPages(photo: Rgba, seen: SeenPicture, factor: number): Generator<void, Outline | null> {
  const pages = [firstAlone(seen.map), seen.map.second];
  const [firstMiddle, secondMiddle] = pages.map((page) => middleOf(page, seen.width, seen.height));
  const first = chooseQuad(yield* searchPage(seen, pages[0]), seen.ink, secondMiddle);
  yield;
  const second = chooseQuad(yield* searchPage(seen, pages[1]), seen.ink, firstMiddle);
  yield;
  if (!first || !second) return null;
  if (Math.min(first.confidence, second.confidence) < LEAST_CONFIDENCE) return null;
  if (isWhole(first.best) || isWhole(second.best)) return null;
  if (intersectionOverUnion(first.best.quad, second.best.quad) > MOST_SHARED) return null;
  const both = chooseQuad(yield* searchPage(seen, bothPages(seen.map)), seen.ink);
  yield;
  const sheetOf = (choice: Choice) => ({
    ...refineQuad(photo, choice, factor),
    confidence: choice.confidence,
  });
  return {
    ...NO_OUTLINE,
    ...sheetOf(first),
    further: [sheetOf(second)],
    spread: both && !isWhole(both.best) ? sheetOf(both) : null,
    features: first.best.features,
  };
}
