import { recoverProportion, USUAL_FOCAL } from '../geometry/proportion';
import type { Plane } from '../raster/image';
import { distanceTo } from '../geometry/line';
import {
  along,
  meanOver,
  seenOver,
  SUM_AHEAD,
  SUM_BEHIND,
  SUM_EDGE,
  SUM_SHEET_STEP,
  SUM_SUPPORT,
  type LineEvidence,
} from './lineEvidence';
import { signedArea, type Point, type Quad } from '../geometry/quad';
import type { QuadCandidate } from './quadCandidates';

/** Measured facts about one possible sheet; each about 0 to 1. */
export interface QuadFeatures {
  /** edge evidence, mean over the four sides by length */
  readonly meanSupport: number;
  /** edge evidence of the weakest side, and of the second weakest */
  readonly leastSupport: number;
  readonly secondSupport: number;
  /** edge evidence right at the corners, on both sides of each: mean, weakest and second weakest corner */
  readonly meanCorner: number;
  readonly leastCorner: number;
  readonly secondCorner: number;
  /** edge evidence with thin dark marks counted as edges: mean, weakest and second weakest side, and corner */
  readonly meanEdge: number;
  readonly leastEdge: number;
  readonly secondEdge: number;
  readonly leastEdgeCorner: number;
  readonly secondEdgeCorner: number;
  /** how far the page's proportion is from those of common papers, log, at most 1 */
  readonly proportionOff: number;
  /** length of the colour step across the weakest side, log of grey levels */
  readonly leastContrast: number;
  /** how much lighter the inside is, mean over the sides, -1 to 1 */
  readonly lighter: number;
  /** how much the colours just inside the four sides differ */
  readonly insideSpread: number;
  /** evidence that the sides run on beyond the corners, as the edge of a table does */
  readonly overrun: number;
  /** evidence that the side that runs on the most does so */
  readonly mostOverrun: number;
  /** square root of the share of the picture covered */
  readonly area: number;
  /** share of the outline's length that lies outside the picture */
  readonly unseen: number;
  /** sides that are the picture's own border, of four */
  readonly borders: number;
  /** what the net takes for sheet, against the quad: shared over united */
  readonly sheetOverlap: number;
  /** mean of the net's answer inside; how much of its answer lies outside */
  readonly sheetInside: number;
  readonly sheetOutside: number;
  /** the net's step from outside to inside: mean over the sides, and the weakest side's */
  readonly sheetStep: number;
  readonly leastSheetStep: number;
}

/** The order in which the features are weighed. */
export const FEATURE_NAMES = [
  'meanSupport',
  'leastSupport',
  'secondSupport',
  'meanCorner',
  'leastCorner',
  'secondCorner',
  'meanEdge',
  'leastEdge',
  'secondEdge',
  'leastEdgeCorner',
  'secondEdgeCorner',
  'proportionOff',
  'leastContrast',
  'lighter',
  'insideSpread',
  'overrun',
  'mostOverrun',
  'area',
  'unseen',
  'borders',
  'sheetOverlap',
  'sheetInside',
  'sheetOutside',
  'sheetStep',
  'leastSheetStep',
] as const satisfies readonly (keyof QuadFeatures)[];

/** Height over width, or width over height, of the papers there are: A and B sizes, Letter, legal. */
const COMMON_PROPORTIONS = [1.414, 1.294, 1.647];
/** A corner's evidence is taken over this share of the sides that meet there. */
const CORNER_SHARE = 0.13;
const BORDER_SUPPORT = 0.08;
/** A side runs on for this share of its length when looked at beyond its corner. */
const OVERRUN_SHARE = 0.12;

/** What is measured on one side of a candidate. */
interface SideFacts {
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

interface CornerFacts {
  readonly all: number;
  readonly start: number;
  readonly end: number;
}

interface PaperFacts {
  /** mean colour just inside */
  readonly inside: readonly number[];
  /** length of the colour step across */
  readonly contrast: number;
  readonly lighter: number;
  readonly overrun: number;
  /** the net's step from outside to inside */
  readonly sheetStep: number;
}

/** A side of which fewer pixels are seen has no evidence. */
const LEAST_SEEN = 8;
const BORDER: CornerFacts = { all: BORDER_SUPPORT, start: BORDER_SUPPORT, end: BORDER_SUPPORT };

/**
 * Reads the features of a candidate.
 *
 * @param width of the searched picture
 * @param sheet the net's answer, stretched over the picture, with running row sums (see `runningRows`)
 */
export function quadFeatures(
  { quad, sides }: QuadCandidate,
  width: number,
  height: number,
  sheet: RunningRows,
): QuadFeatures {
  const centre = centreOf(quad);
  const facts = quad.map((corner, i) => sideFacts(sides[i], corner, quad[(i + 1) % 4], centre));
  const real = facts.flatMap(({ paper }) => paper ?? []);
  const perimeter = sum(facts, ({ length }) => length);
  const overReal = (of: (side: PaperFacts) => number) => (real.length ? sum(real, of) / real.length : 0);
  const [leastSupport, secondSupport] = rising(facts.map(({ support }) => support.all));
  const edges = rising(facts.map(({ edge }) => edge.all));
  const corners = cornersOf(facts.map(({ support }) => support));
  const [leastEdgeCorner, secondEdgeCorner] = cornersOf(facts.map(({ edge }) => edge));
  const leastContrast = Math.min(255, ...real.map(({ contrast }) => contrast));
  const cover = coverOf(quad, width, height, sheet);
  return {
    meanSupport: sum(facts, ({ support, length }) => support.all * length) / perimeter,
    leastSupport,
    secondSupport,
    meanCorner: sum(corners, (corner) => corner) / 4,
    leastCorner: corners[0],
    secondCorner: corners[1],
    meanEdge: sum(edges, (edge) => edge) / 4,
    leastEdge: edges[0],
    secondEdge: edges[1],
    leastEdgeCorner,
    secondEdgeCorner,
    proportionOff: proportionOff(quad, width, height),
    leastContrast: real.length ? Math.log1p(leastContrast) / 5 : 0,
    lighter: overReal(({ lighter }) => lighter),
    insideSpread: Math.min(1, spread(real.map(({ inside }) => inside)) / 60),
    overrun: overReal(({ overrun }) => overrun),
    mostOverrun: Math.max(0, ...real.map(({ overrun }) => overrun)),
    area: Math.sqrt(Math.min(1, Math.abs(signedArea(quad)) / (width * height))),
    unseen: sum(facts, ({ unseen }) => unseen) / perimeter,
    borders: (4 - real.length) / 4,
    sheetOverlap: cover.inside / Math.max(1e-6, cover.total + cover.cells - cover.inside),
    sheetInside: cover.cells > 0 ? cover.inside / cover.cells : 0,
    sheetOutside: (cover.total - cover.inside) / Math.max(1, cover.total),
    sheetStep: overReal(({ sheetStep }) => sheetStep),
    leastSheetStep: Math.min(1, ...real.map(({ sheetStep }) => sheetStep)),
  };
}

const centreOf = (quad: Quad): Point => [sum(quad, ([x]) => x) / 4, sum(quad, ([, y]) => y) / 4];

function sum<T>(list: readonly T[], of: (each: T) => number): number {
  let total = 0;
  for (const each of list) total += of(each);
  return total;
}

const rising = (values: readonly number[]) => [...values].sort((a, b) => a - b);

function sideFacts(side: LineEvidence | null, from: Point, to: Point, centre: Point): SideFacts {
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
  };
}

/** A plane with sums along its rows: row r holds width + 1 of them, from 0. */
export interface RunningRows {
  readonly width: number;
  readonly height: number;
  readonly sums: Float64Array;
  readonly total: number;
}

export function runningRows({ width, height, data }: Plane): RunningRows {
  const sums = new Float64Array((width + 1) * height);
  let total = 0;
  for (let y = 0; y < height; y++) {
    const row = y * (width + 1);
    for (let x = 0; x < width; x++) sums[row + x + 1] = sums[row + x] + data[y * width + x];
    total += sums[row + width];
  }
  return { width, height, sums, total };
}

/** Sum of the net's answer inside a convex quad, and the quad's size, both in the net's cells. */
function coverOf(quad: Quad, width: number, height: number, sheet: RunningRows) {
  const scaled = quad.map(([x, y]) => [(x / width) * sheet.width, (y / height) * sheet.height] as const);
  let inside = 0;
  let cells = 0;
  for (let row = 0; row < sheet.height; row++) {
    const y = row + 0.5;
    let left = Infinity;
    let right = -Infinity;
    for (let i = 0; i < 4; i++) {
      const [ax, ay] = scaled[i];
      const [bx, by] = scaled[(i + 1) % 4];
      if (ay <= y === by <= y) continue;
      const x = ax + ((y - ay) / (by - ay)) * (bx - ax);
      left = Math.min(left, x);
      right = Math.max(right, x);
    }
    const from = Math.round(Math.min(sheet.width, Math.max(0, left)));
    const to = Math.round(Math.min(sheet.width, Math.max(0, right)));
    if (to <= from) continue;
    const start = row * (sheet.width + 1);
    inside += sheet.sums[start + to] - sheet.sums[start + from];
    cells += to - from;
  }
  return { inside, cells, total: sheet.total };
}

/** The evidence at the four corners, the weaker of the two sides that meet there; weakest first. */
function cornersOf(sides: readonly CornerFacts[]): number[] {
  return rising(sides.map(({ start }, i) => Math.min(start, sides[(i + 3) % 4].end)));
}

function proportionOff(quad: Quad, photoWidth: number, photoHeight: number): number {
  const focal = USUAL_FOCAL * Math.max(photoWidth, photoHeight);
  const proportion = recoverProportion(quad, { photoWidth, photoHeight, focal });
  const off = COMMON_PROPORTIONS.map((common) => Math.abs(Math.abs(Math.log(proportion)) - Math.log(common)));
  return Math.min(1, 4 * Math.min(...off));
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

function colourDistance(a: readonly number[], b: readonly number[]): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
}

function spread(colours: readonly (readonly number[])[]): number {
  let most = 0;
  colours.forEach((a, i) => {
    for (let k = 0; k < i; k++) most = Math.max(most, colourDistance(a, colours[k]));
  });
  return most;
}
