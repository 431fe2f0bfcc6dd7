import { recoverProportion, USUAL_FOCAL } from '../geometry/proportion';
import { signedArea, type Point, type Quad } from '../geometry/quad';
import { cornerAt, coverOf, type NetCover } from './netCover';
import type { QuadCandidate } from './quadCandidates';
import { colourDistance, sideFacts, type CornerFacts, type InkFacts, type PaperFacts } from './sideFacts';

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
  /** the net's word that sides run here: mean over the sides, and the weakest side's */
  readonly netSide: number;
  readonly leastNetSide: number;
  /** the net's word that corners are here: mean over those in the picture, and the weakest's */
  readonly netCorner: number;
  readonly leastNetCorner: number;
  /** how much the marks on both sides of a side are the same rows or rules going on: the worst side's, and the mean */
  readonly mostRowsAcross: number;
  readonly rowsAcross: number;
  /** how much of the worst side has a dark mark running through it */
  readonly mostCrossing: number;
  /** thin dark marks just outside the side where there are most of them, and just inside that side */
  readonly inkOutside: number;
  readonly inkInside: number;
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
  'netSide',
  'leastNetSide',
  'netCorner',
  'leastNetCorner',
  'mostRowsAcross',
  'rowsAcross',
  'mostCrossing',
  'inkOutside',
  'inkInside',
] as const satisfies readonly (keyof QuadFeatures)[];

/** Height over width, or width over height, of the papers there are: A and B sizes, Letter, legal. */
const COMMON_PROPORTIONS = [1.414, 1.294, 1.647];
/**
 * Reads the features of a candidate.
 *
 * @param width of the searched picture
 * @param maps the net's answers, stretched over the picture
 */
export function quadFeatures(
  { quad, sides }: QuadCandidate,
  width: number,
  height: number,
  { sheet, corners: cornerMap }: NetCover,
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
  const netSides = rising(real.map(({ netSide }) => netSide));
  const netCorners = rising(quad.flatMap((corner) => cornerAt(cornerMap, corner, width, height)));
  const mostInk = real.reduce<InkFacts>((most, { ink }) => (ink.outside > most.outside ? ink : most), NO_INK);
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
    netSide: meanOf(netSides),
    leastNetSide: netSides[0] ?? 0,
    netCorner: meanOf(netCorners),
    leastNetCorner: netCorners[0] ?? 0,
    mostRowsAcross: Math.max(0, ...real.map(({ ink }) => ink.rowsAcross)),
    rowsAcross: overReal(({ ink }) => ink.rowsAcross),
    mostCrossing: Math.max(0, ...real.map(({ ink }) => ink.crossing)),
    inkOutside: mostInk.outside,
    inkInside: mostInk.inside,
  };
}

const NO_INK: InkFacts = { rowsAcross: 0, crossing: 0, outside: 0, inside: 0 };

const meanOf = (values: readonly number[]) =>
  values.length > 0 ? sum(values, (value) => value) / values.length : 0;

const centreOf = (quad: Quad): Point => [sum(quad, ([x]) => x) / 4, sum(quad, ([, y]) => y) / 4];

function sum<T>(list: readonly T[], of: (each: T) => number): number {
  let total = 0;
  for (const each of list) total += of(each);
  return total;
}

const rising = (values: readonly number[]) => [...values].sort((a, b) => a - b);

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

function spread(colours: readonly (readonly number[])[]): number {
  let most = 0;
  colours.forEach((a, i) => {
    for (let k = 0; k < i; k++) most = Math.max(most, colourDistance(a, colours[k]));
  });
  return most;
}
