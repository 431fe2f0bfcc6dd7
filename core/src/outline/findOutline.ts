import type { Plane, Rgba } from '../raster/image';
import { isEvenToTheBorder } from './isEvenToTheBorder';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { bendSides } from './bendSides';
import { cautious } from './cautious';
import { cutsWriting } from './cutsWriting';
import { extendBeyond } from './extendBeyond';
import { intersectionOverUnion } from '../geometry/clipPolygon';
import { scaleQuad, startAtTopLeft, type Point, type Quad } from '../geometry/quad';
import type { QuadFeatures } from './quadFeatures';
import { middleOf } from './netCover';
import { marginOf, outlineConfidence } from './rankQuad';
import { refineSides } from './refineSides';
import { runStages } from './runStages';
import { searchStages, type FoundQuad, type Search } from './searchPicture';
import { seeStages, type SeenPicture } from './seePicture';
import { bothPages, firstAlone, showsTwoPages } from './sheetNet';
import { scaleBow, type Bows } from '../geometry/bows';
import type { SideCurve } from '../geometry/sideCurve';

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
/** Below this the whole photo is the better proposal: what is less sure than this is hardly ever the sheet. */
export const LEAST_OUTLINE_CONFIDENCE = 0.1;
/** An outline surer than this is believed though all of the picture looks like paper: white sheet, white desk. */
const SURE = cautious(0.9);
const MOST_OTHERS = 3;
/** So many of the likeliest quads may cut through writing before the whole photo is the better proposal. */
const MOST_TRIED = 15;
/** Sides are refined twice: roughly, within some pixels of the small picture, then closely. */
const ROUNDS = [
  { radius: 3, places: 36 },
  { radius: 1.2, places: 72 },
] as const;
/**
 * A quad lies within the sheet where the net takes more than this of all that is about it for the sheet as well: a square of squared
 * paper from near. About the true sheet on 320 drawn photos it was 0.57 at most, 0.33 on all but two.
 */
const MOST_OUTSIDE = 0.6;
/** Others that share more than this with the chosen one are no choice. */
const SAME_PLACE = 0.93;

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
  const search = yield* searchStages(seen, isBook ? bothPages(seen.map) : seen.map.first);
  const choice = choose(search, seen.ink);
  yield;
  if (!choice) return { ...NO_OUTLINE, isAllSheet: isEven, isThroughWriting: !isEven };
  const { best, confidence, elsewhere, refused } = choice;
  const isSure = confidence >= LEAST_OUTLINE_CONFIDENCE;
  const others = elsewhere.map(({ quad }) => startAtTopLeft(scaleQuad(quad, factor)));
  const found = { ...NO_OUTLINE, confidence, others, features: best.features };
  // A picture of nothing is no page, however even it is.
  const isPage = isWhole(best) && isSure && hasMarks(seen.ink);
  if (isPage || (isEven && (isWhole(best) || confidence < SURE))) return { ...found, isAllSheet: true };
  if (isWhole(best) || !isSure) return { ...found, isThroughWriting: refused > 0 };
  return { ...found, ...refine(photo, choice, factor) };
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

/** The likeliest quad of a search, and how sure it is. */
interface Choice {
  readonly search: Search;
  readonly best: FoundQuad;
  readonly confidence: number;
  /** how many likelier ones cut through writing, or lie within the sheet */
  readonly refused: number;
  /** the best in other places */
  readonly elsewhere: readonly FoundQuad[];
}

/**
 * The likeliest quad, of those that cut through no writing and do not lie within the sheet.
 *
 * @param neighbour the middle of the book's other page, px of the searched picture
 */
function choose(search: Search, ink: Plane, neighbour: Point | null = null): Choice | null {
  const refused = search.quads.slice(0, MOST_TRIED).findIndex((candidate) => {
    const fold = neighbour && sideNearest(candidate.quad, neighbour);
    return candidate.features.sheetOutside <= MOST_OUTSIDE && !cutsWriting(ink, candidate, fold);
  });
  if (refused < 0) return null;
  const best = search.quads[refused];
  const elsewhere = otherPlaces([best, ...search.quads.slice(refused + 1)]);
  const margin = marginOf(best.rank, elsewhere[0]?.rank ?? -Infinity);
  return { search, best, confidence: outlineConfidence(best.features, margin), refused, elsewhere };
}

/** Which side of a quad has its middle nearest to a point. */
function sideNearest(quad: Quad, [x, y]: Point): number {
  const away = quad.map(([ax, ay], i) => {
    const [bx, by] = quad[(i + 1) % 4];
    return Math.hypot((ax + bx) / 2 - x, (ay + by) / 2 - y);
  });
  return away.indexOf(Math.min(...away));
}

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
const isWhole = ({ sides }: FoundQuad) => sides.every((side) => side === null);

/** Pages of one book share less ground than this. */
const MOST_SHARED = 0.12;

/** The two pages of an open book; null where they cannot be told apart well enough. */
function* twoPages(photo: Rgba, seen: SeenPicture, factor: number): Generator<void, Outline | null> {
  const pages = [firstAlone(seen.map), seen.map.second];
  const [firstMiddle, secondMiddle] = pages.map((page) => middleOf(page, seen.width, seen.height));
  const first = choose(yield* searchStages(seen, pages[0]), seen.ink, secondMiddle);
  yield;
  const second = choose(yield* searchStages(seen, pages[1]), seen.ink, firstMiddle);
  yield;
  if (!first || !second) return null;
  if (Math.min(first.confidence, second.confidence) < LEAST_OUTLINE_CONFIDENCE) return null;
  if (isWhole(first.best) || isWhole(second.best)) return null;
  if (intersectionOverUnion(first.best.quad, second.best.quad) > MOST_SHARED) return null;
  const both = choose(yield* searchStages(seen, bothPages(seen.map)), seen.ink);
  yield;
  const sheetOf = (choice: Choice) => ({
    ...refine(photo, choice, factor),
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

function otherPlaces([best, ...rest]: readonly FoundQuad[]): FoundQuad[] {
  const places: FoundQuad[] = [];
  for (const other of rest) {
    if (places.length >= MOST_OTHERS) break;
    const isNew = [best, ...places].every(
      (known) => intersectionOverUnion(known.quad, other.quad) < SAME_PLACE,
    );
    if (isNew) places.push(other);
  }
  return places;
}

function refine(
  photo: Rgba,
  { search, best: { quad, sides: lines } }: Choice,
  factor: number,
): Pick<SheetOutline, 'quad' | 'bows'> {
  const fixed = lines.map((line) => line === null);
  const { sides: small, bent } = bendSides(search, clampFixed(quad, fixed, search.field), fixed);
  let sides = small.map((side) => scaleSide(side, factor));
  if (fixed.some(Boolean)) sides = sides.map((side) => stretchToBorder(side, factor, photo));
  for (const { radius, places } of ROUNDS) {
    ({ sides } = refineSides(photo, sides, { radius: radius * factor, places, fixed, bent }));
  }
  const cut = fixed.indexOf(true);
  const seen = sides.map(({ from }) => from) as unknown as Quad;
  const isOneCut = cut >= 0 && fixed.indexOf(true, cut + 1) < 0 && !bent.some(Boolean);
  const corners = isOneCut ? extendBeyond(seen, cut, photo) : seen;
  const first = firstCorner(corners);
  const turned = [0, 1, 2, 3].map((i) => sides[(first + i) % 4]);
  return {
    quad: startAtTopLeft(corners),
    bows: bent.some(Boolean) ? (turned.map(({ bow }) => bow) as unknown as Bows) : null,
  };
}

const firstCorner = (corners: Quad): number => corners.indexOf(startAtTopLeft(corners)[0]);

function scaleSide({ from, to, bow }: SideCurve, factor: number): SideCurve {
  return {
    from: [from[0] * factor, from[1] * factor],
    to: [to[0] * factor, to[1] * factor],
    bow: scaleBow(bow, factor),
  };
}

/** Corners on the border of the picture lie on it exactly. */
function clampFixed(
  quad: Quad,
  fixed: readonly boolean[],
  { width, height }: { readonly width: number; readonly height: number },
): Quad {
  const snap = (value: number, size: number) =>
    Math.abs(value - size) < 1e-6 ? size : Math.abs(value) < 1e-6 ? 0 : value;
  return quad.map(([x, y], i) =>
    fixed[i] || fixed[(i + 3) % 4] ? [snap(x, width), snap(y, height)] : [x, y],
  ) as unknown as Quad;
}

/** A shrunken picture drops up to a factor of the photo's last columns and rows: its border stands for theirs. */
function stretchToBorder(side: SideCurve, factor: number, { width, height }: Rgba): SideCurve {
  const [lastX, lastY] = [Math.floor(width / factor) * factor, Math.floor(height / factor) * factor];
  const stretch = ([x, y]: readonly [number, number]): [number, number] => [
    x === lastX ? width : x,
    y === lastY ? height : y,
  ];
  return { ...side, from: stretch(side.from), to: stretch(side.to) };
}
