import { recoverProportion, USUAL_FOCAL } from '../flatten/proportion';
import type { Plane } from '../raster/image';
import { distanceTo } from './line';
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
import { signedArea, type Point, type Quad } from './quad';
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
  /** the same when thin dark marks count as edges too: mean, weakest and second weakest side, and corner */
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
  /** the same for the side that runs on the most */
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
  const centre: Point = [
    (quad[0][0] + quad[1][0] + quad[2][0] + quad[3][0]) / 4,
    (quad[0][1] + quad[1][1] + quad[2][1] + quad[3][1]) / 4,
  ];
  let perimeter = 0;
  let unseen = 0;
  let supported = 0;
  let leastContrast = 255;
  let lighter = 0;
  let overrun = 0;
  let mostOverrun = 0;
  let sheetStep = 0;
  let leastSheetStep = 1;
  let realSides = 0;
  const supports: number[] = [];
  const starts: number[] = [];
  const ends: number[] = [];
  const edges: number[] = [];
  const edgeStarts: number[] = [];
  const edgeEnds: number[] = [];
  const insides: number[][] = [];
  for (let i = 0; i < 4; i++) {
    const [ax, ay] = quad[i];
    const [bx, by] = quad[(i + 1) % 4];
    const length = Math.hypot(bx - ax, by - ay);
    perimeter += length;
    const side = sides[i];
    if (!side) {
      supported += BORDER_SUPPORT * length;
      supports.push(BORDER_SUPPORT);
      for (const list of [starts, ends, edges, edgeStarts, edgeEnds]) list.push(BORDER_SUPPORT);
      continue;
    }
    const a = along(side.line, ax, ay);
    const b = along(side.line, bx, by);
    const seen = seenOver(side, a, b);
    unseen += Math.max(0, length - seen - 1);
    const support = seen < 8 ? 0 : meanOver(side, a, b, SUM_SUPPORT);
    supported += support * length;
    supports.push(support);
    starts.push(meanOver(side, a, a + (b - a) * CORNER_SHARE, SUM_SUPPORT));
    ends.push(meanOver(side, b, b - (b - a) * CORNER_SHARE, SUM_SUPPORT));
    edges.push(seen < 8 ? 0 : meanOver(side, a, b, SUM_EDGE));
    edgeStarts.push(meanOver(side, a, a + (b - a) * CORNER_SHARE, SUM_EDGE));
    edgeEnds.push(meanOver(side, b, b - (b - a) * CORNER_SHARE, SUM_EDGE));
    const inward = distanceTo(side.line, centre) > 0;
    const inside = colourOver(side, a, b, inward ? SUM_AHEAD : SUM_BEHIND);
    const outside = colourOver(side, a, b, inward ? SUM_BEHIND : SUM_AHEAD);
    insides.push(inside);
    leastContrast = Math.min(leastContrast, colourDistance(inside, outside));
    lighter += Math.tanh((inside[0] - outside[0]) / 20);
    const runsOn = overrunOf(side, a, b);
    overrun += runsOn;
    mostOverrun = Math.max(mostOverrun, runsOn);
    const step = meanOver(side, a, b, SUM_SHEET_STEP) * (inward ? 1 : -1);
    sheetStep += step;
    leastSheetStep = Math.min(leastSheetStep, step);
    realSides++;
  }
  supports.sort((a, b) => a - b);
  edges.sort((a, b) => a - b);
  const corners = cornersOf(starts, ends);
  const edgeCorners = cornersOf(edgeStarts, edgeEnds);
  const cover = coverOf(quad, width, height, sheet);
  return {
    meanSupport: supported / perimeter,
    leastSupport: supports[0],
    secondSupport: supports[1],
    meanCorner: corners.reduce((sum, corner) => sum + corner, 0) / 4,
    leastCorner: corners[0],
    secondCorner: corners[1],
    meanEdge: edges.reduce((sum, edge) => sum + edge, 0) / 4,
    leastEdge: edges[0],
    secondEdge: edges[1],
    leastEdgeCorner: edgeCorners[0],
    secondEdgeCorner: edgeCorners[1],
    proportionOff: proportionOff(quad, width, height),
    leastContrast: realSides ? Math.log1p(leastContrast) / 5 : 0,
    lighter: realSides ? lighter / realSides : 0,
    insideSpread: Math.min(1, spread(insides) / 60),
    overrun: realSides ? overrun / realSides : 0,
    mostOverrun,
    area: Math.sqrt(Math.min(1, Math.abs(signedArea(quad)) / (width * height))),
    unseen: unseen / perimeter,
    borders: (4 - realSides) / 4,
    sheetOverlap: cover.inside / Math.max(1e-6, cover.total + cover.cells - cover.inside),
    sheetInside: cover.cells > 0 ? cover.inside / cover.cells : 0,
    sheetOutside: (cover.total - cover.inside) / Math.max(1, cover.total),
    sheetStep: realSides ? sheetStep / realSides : 0,
    leastSheetStep,
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

/** The evidence at the four corners, the weaker of the two sides at each; weakest first. */
function cornersOf(starts: readonly number[], ends: readonly number[]): number[] {
  return starts.map((start, i) => Math.min(start, ends[(i + 3) % 4])).sort((a, b) => a - b);
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

function spread(colours: readonly number[][]): number {
  let most = 0;
  colours.forEach((a, i) => {
    for (let k = 0; k < i; k++) most = Math.max(most, colourDistance(a, colours[k]));
  });
  return most;
}
