import { distanceTo } from '../geometry/line';
import type { Point } from '../geometry/quad';
import {
  along,
  meanOver,
  seenOver,
  SUM_AHEAD,
  SUM_BEHIND,
  SUM_CROSSING,
  SUM_EDGE,
  SUM_INK_AHEAD,
  SUM_INK_AHEAD_SQUARED,
  SUM_INK_BEHIND,
  SUM_INK_BEHIND_SQUARED,
  SUM_INK_PRODUCT,
  SUM_NET_SIDE,
  SUM_SHEET_STEP,
  SUM_SUPPORT,
  type LineEvidence,
} from './lineEvidence';

/** A corner's evidence is taken over this share of the sides that meet there. */
const CORNER_SHARE = 0.13;
const BORDER_SUPPORT = 0.08;
/** A side runs on for this share of its length when looked at beyond its corner. */
const OVERRUN_SHARE = 0.12;

/** What is measured on one side of a candidate. */
export interface SideFacts {
  /** px */
  readonly length: number;
  /** how much of it lies outside the picture, px */
  readonly unseen: number;
  /** edge evidence along all of it, at the corner where it starts and at the one where it ends */
  readonly support: CornerFacts;
  /** edge evidence with thin dark marks counted as edges */
  readonly edge: CornerFacts;
  /** null where the side is the picture's own border */
  readonly paper: PaperFacts | null;
}

export interface CornerFacts {
  readonly all: number;
  readonly start: number;
  readonly end: number;
}

export interface PaperFacts {
  /** mean colour just inside */
  readonly inside: readonly number[];
  /** length of the colour step across */
  readonly contrast: number;
  readonly lighter: number;
  readonly overrun: number;
  /** the net's step from outside to inside */
  readonly sheetStep: number;
  /** the net's word that a side is here */
  readonly netSide: number;
  readonly ink: InkFacts;
}

/** What the writing says about a side. */
export interface InkFacts {
  /** marks on both sides are the same rows or rules, 0 to 1 */
  readonly rowsAcross: number;
  readonly crossing: number;
  /** how many marks there are, 0 to 1 */
  readonly outside: number;
  readonly inside: number;
}

/** A side of which fewer pixels are seen has no evidence. */
const LEAST_SEEN = 8;
const BORDER: CornerFacts = { all: BORDER_SUPPORT, start: BORDER_SUPPORT, end: BORDER_SUPPORT };

/** What is measured on a side, whose sheet has its middle at `centre`. @param side null for the picture's own border */
export function sideFacts(side: LineEvidence | null, from: Point, to: Point, centre: Point): SideFacts {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (!side) return { length, unseen: 0, support: BORDER, edge: BORDER, paper: null };
  const a = along(side.line, ...from);
  const b = along(side.line, ...to);
  const seen = seenOver(side, a, b);
  const evidence = (kind: number): CornerFacts => ({
    all: seen < LEAST_SEEN ? 0 : meanOver(side, a, b, kind),
    start: meanOver(side, a, a + (b - a) * CORNER_SHARE, kind),
    end: meanOver(side, b, b - (b - a) * CORNER_SHARE, kind),
  });
  return {
    length,
    unseen: Math.max(0, length - seen - 1),
    support: evidence(SUM_SUPPORT),
    edge: evidence(SUM_EDGE),
    paper: paperFacts(side, a, b, distanceTo(side.line, centre) > 0),
  };
}

/** @param facesIn the line's normal points into the sheet */
function paperFacts(side: LineEvidence, a: number, b: number, facesIn: boolean): PaperFacts {
  const inside = colourOver(side, a, b, facesIn ? SUM_AHEAD : SUM_BEHIND);
  const outside = colourOver(side, a, b, facesIn ? SUM_BEHIND : SUM_AHEAD);
  return {
    inside,
    contrast: colourDistance(inside, outside),
    lighter: Math.tanh((inside[0] - outside[0]) / 20),
    overrun: overrunOf(side, a, b),
    sheetStep: meanOver(side, a, b, SUM_SHEET_STEP) * (facesIn ? 1 : -1),
    netSide: meanOver(side, a, b, SUM_NET_SIDE),
    ink: inkFacts(side, a, b, facesIn),
  };
}

/** Marks of this many grey levels on average are half of as many as can be. */
const HALF_INK = 3;
function inkFacts(side: LineEvidence, a: number, b: number, facesIn: boolean): InkFacts {
  const mean = (kind: number) => meanOver(side, a, b, kind);
  const [ahead, behind] = [mean(SUM_INK_AHEAD), mean(SUM_INK_BEHIND)];
  const share = (ink: number) => ink / (ink + HALF_INK);
  return {
    rowsAcross: rowsAcrossStretch(side, a, b),
    crossing: mean(SUM_CROSSING),
    outside: share(facesIn ? behind : ahead),
    inside: share(facesIn ? ahead : behind),
  };
}

/** How much the marks on both sides of a line are the same rows or rules, from one point of it to another, 0 to 1. */
export const rowsAcross = (side: LineEvidence, from: Point, to: Point): number =>
  rowsAcrossStretch(side, along(side.line, ...from), along(side.line, ...to));

/** Rows are as clear as noise where they stray by this, grey levels squared. */
const NOISE_ROWS = 1.5;

function rowsAcrossStretch(side: LineEvidence, a: number, b: number): number {
  const mean = (kind: number) => meanOver(side, a, b, kind);
  const [ahead, behind] = [mean(SUM_INK_AHEAD_SQUARED), mean(SUM_INK_BEHIND_SQUARED)];
  const alike = mean(SUM_INK_PRODUCT) / Math.sqrt(ahead * behind + 1e-9);
  const weaker = Math.min(ahead, behind);
  return (Math.max(0, alike) * weaker) / (weaker + NOISE_ROWS);
}

function overrunOf(side: LineEvidence, a: number, b: number): number {
  const reach = Math.abs(b - a) * OVERRUN_SHARE;
  const [low, high] = a < b ? [a, b] : [b, a];
  // Three pixels past the corner the sheet's own edge has ended.
  const before = meanOver(side, low - reach - 3, low - 3, SUM_SUPPORT);
  const after = meanOver(side, high + 3, high + reach + 3, SUM_SUPPORT);
  return (before + after) / 2;
}

function colourOver(side: LineEvidence, a: number, b: number, first: number): number[] {
  return [0, 1, 2].map((c) => meanOver(side, a, b, first + c));
}

export function colourDistance(a: readonly number[], b: readonly number[]): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
}
