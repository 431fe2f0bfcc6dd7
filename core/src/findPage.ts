import { findSkew } from './flatten/findSkew';
import { flatten } from './flatten/flatten';
import { findUpright, type Upright } from './flatten/upright';
import { findOutline, type Outline, type SheetOutline } from './outline/findOutline';
import type { Bows } from './geometry/bows';
import { mapQuad, rotateCorners, wholeQuad, type Point, type Quad } from './geometry/quad';
import type { Rgba } from './raster/image';
import type { Turn } from './geometry/turn';

/** What there is to know of a photo before it is developed. */
export interface FoundPage {
  /** of the page; of an open book, of the page that is read first, the others in reading order under `further` */
  readonly outline: Outline;
  readonly upright: Upright;
  /** the clockwise turn of the flat page to propose: upright when that is sure enough, none otherwise */
  readonly turn: Turn;
  /** there is writing on it, but which way up it is cannot be told */
  readonly isTurnUnsure: boolean;
}

export interface FindPageOptions {
  /** the photo's focal length in its pixels, where it says so */
  readonly focal?: number;
}

function levelled(photo: Rgba, outline: Outline): Outline {
  if (!outline.isAllSheet) return outline;
  const { angle, confidence } = findSkew(photo);
  if (confidence < LEAST_SKEW_CONFIDENCE || Math.abs(angle) < LEAST_SKEW) return outline;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [cx, cy] = [photo.width / 2, photo.height / 2];
  const quad = mapQuad(wholeQuad(photo.width, photo.height), ([x, y]) => [
    cx + (x - cx) * cos - (y - cy) * sin,
    cy + (x - cx) * sin + (y - cy) * cos,
  ]);
  return { ...outline, quad, confidence };
}

/** Engines differ in the last bits of their sines and roots; on steps of 1/1024 px they agree. */
function onGrid<T extends Pick<Outline, 'quad' | 'bows'>>(outline: T): T {
  const { quad, bows } = outline;
  return {
    ...outline,
    quad: quad && mapQuad(quad, ([x, y]) => [rounded(x), rounded(y)]),
    bows: bows && (bows.map((bow) => bow.map(rounded)) as unknown as Bows),
  };
}

const rounded = (value: number) => Math.round(value * 1024) / 1024;

/** The corners named anew so that the page's own top left comes first, for a page that `turn` brings upright. */
export function fromOwnTopLeft(quad: Quad, turn: Turn): Quad {
  return rotateCorners(quad, (4 - turn / 90) % 4);
}

/** A guess that is no better than this leaves the page as the photo shows it. */
const LEAST_UPRIGHT_CONFIDENCE = 0.8;
/** Whether there is writing on a page, but which way up it is cannot be told. */
export const isTurnUnsure = ({ confidence }: Upright): boolean =>
  confidence > 0 && confidence < LEAST_UPRIGHT_CONFIDENCE;

/** Writing is read at this resolution, dots an inch on A4. */
const READING_SIDE = 1170;

/** A flat scan that lies askew by less than this (radians) is left as it is. */
const LEAST_SKEW = 0.004;
const LEAST_SKEW_CONFIDENCE = 0.5;

/**
 * Finds the sheet in a photo and which way up it is. Where there is no sheet to be found because the picture is nothing
 * but page, as a flat scan is, and its writing runs askew, the outline is the whole picture turned level.
 */
export function findPage(photo: Rgba, { focal }: FindPageOptions = {}): FoundPage {
  const found = findOutline(photo);
  const outline = onGrid(found.quad ? found : levelled(photo, found));
  const read = ({ quad, bows }: Pick<Outline, 'quad' | 'bows'>) =>
    findUpright(flatten(photo, quad, { dpi: 100, longSide: READING_SIDE, bows, focal }).image);
  const uprights = [outline, ...outline.further].map(read);
  // The pages of a book lie the same way: the one that can be read best speaks for all.
  const upright = uprights.reduce((best, each) => (each.confidence > best.confidence ? each : best));
  const turn = upright.confidence >= LEAST_UPRIGHT_CONFIDENCE ? upright.turn : 0;
  return { outline: inReadingOrder(outline, turn), upright, turn, isTurnUnsure: isTurnUnsure(upright) };
}

/** The page that is read first, and behind it the others, for pages that `turn` brings upright. */
function inReadingOrder(outline: Outline, turn: Turn): Outline {
  const { quad, bows, confidence, further, spread } = outline;
  if (!quad || further.length === 0) return outline;
  const pages = [{ quad, bows, confidence }, ...further.map(onGrid)];
  const angle = (turn * Math.PI) / 180;
  /** how far a page lies along a line of writing, or down the page where they lie above each other */
  const place = (page: SheetOutline, along: number) => {
    const [x, y] = centreOf(page.quad);
    return x * Math.cos(along) + y * Math.sin(along);
  };
  const apart = (along: number) => Math.abs(place(pages[1], along) - place(pages[0], along));
  const reading = -angle;
  const along = apart(reading) >= apart(reading + Math.PI / 2) ? reading : reading + Math.PI / 2;
  const [first, ...rest] = [...pages].sort((a, b) => place(a, along) - place(b, along));
  return { ...outline, ...first, further: rest, spread: spread && onGrid(spread) };
}

const centreOf = (quad: Quad): Point => [
  quad.reduce((sum, [x]) => sum + x / 4, 0),
  quad.reduce((sum, [, y]) => sum + y / 4, 0),
];
