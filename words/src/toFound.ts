import type { Bows as CoreBows, FoundPage, Quad, SheetOutline, Turn } from '@ravlo/core';
import { scaleBows, scaleQuad } from '@ravlo/core/geometry';
import type { Bows, Corners, Found, RecipeOutline } from '@ravlo/contract';

/** What core finds in a photo; corners and bows in photo pixels. */
export interface FoundSheet {
  readonly corners: Quad | null;
  readonly bows: CoreBows | null;
  readonly confidence: number;
  /** there is nothing to cut out: a flat scan, a close-up */
  readonly isAllSheet: boolean;
  /** every outline would have cut through writing */
  readonly isThroughWriting: boolean;
  /** brings the flat page upright */
  readonly turn: Turn;
  readonly isTurnUnsure: boolean;
  /** further pages that the photo shows (an open book's other page), in the order in which they are read */
  readonly further: readonly FoundOutline[];
  /** an open book's pages as one sheet */
  readonly spread: Quad | null;
}

/** One page's outline; photo pixels. */
export interface FoundOutline {
  readonly corners: Quad;
  readonly bows: CoreBows | null;
  readonly confidence: number;
}

/** @param scale photo pixels for one of the picture that was looked into */
export function toFoundSheet({ outline, turn, isTurnUnsure }: FoundPage, scale: number): FoundSheet {
  const scaled = ({ quad, bows, confidence }: SheetOutline): FoundOutline => ({
    corners: scaleQuad(quad, scale),
    bows: bows && scaleBows(bows, scale),
    confidence,
  });
  const { quad, bows, confidence, isAllSheet, isThroughWriting, further, spread } = outline;
  return {
    corners: quad && scaleQuad(quad, scale),
    bows: bows && scaleBows(bows, scale),
    confidence,
    isAllSheet,
    isThroughWriting,
    turn,
    isTurnUnsure,
    further: further.map(scaled),
    spread: spread && scaleQuad(spread.quad, scale),
  };
}

/** What was found in a photo, as recipes say it. */
export function toFound(sheet: FoundSheet): Found {
  const { corners, bows, confidence, turn, isTurnUnsure, further, spread } = sheet;
  const way = isTurnUnsure ? ({ way: 'unsure' } as const) : null;
  if (!corners) return { outline: { by: 'whole', reason: whyWhole(sheet) }, turn, ...way };
  const both = spread ? { spread: plainCorners(spread) } : null;
  const outlineOf = (page: FoundOutline): RecipeOutline => ({
    by: 'finder',
    corners: plainCorners(page.corners),
    confidence: page.confidence,
    ...(page.bows ? { bows: plainBows(page.bows) } : null),
    ...both,
  });
  const found: Found = { outline: outlineOf({ corners, bows, confidence }), turn, ...way };
  return further.length > 0 ? { ...found, further: further.map(outlineOf) } : found;
}

const whyWhole = ({ isAllSheet, isThroughWriting }: FoundSheet) =>
  isAllSheet ? 'all-sheet' : isThroughWriting ? 'through-writing' : 'none-found';

const plainCorners = ([a, b, c, d]: Quad): Corners => [[...a], [...b], [...c], [...d]];
const plainBows = ([a, b, c, d]: CoreBows): Bows => [[...a], [...b], [...c], [...d]];
