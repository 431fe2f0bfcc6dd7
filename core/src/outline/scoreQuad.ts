import {
  along,
  meanOver,
  seenOver,
  SUM_AHEAD,
  SUM_BEHIND,
  SUM_SUPPORT,
  type LineEvidence,
} from './lineEvidence';
import { distanceTo } from './line';
import { signedArea, type Point, type Quad } from './quad';

/** Measured facts about one possible sheet; each 0 to 1 unless said otherwise. */
export interface QuadFeatures {
  /** edge evidence, mean over the four sides by length */
  readonly meanSupport: number;
  /** edge evidence of the weakest side */
  readonly leastSupport: number;
  /** length of the mean colour step across the weakest side, grey levels */
  readonly leastContrast: number;
  /** how many grey levels lighter the inside is, mean over the sides */
  readonly lighter: number;
  /** how much the colours just inside the four sides differ, grey levels */
  readonly insideSpread: number;
  /** evidence that the sides run on beyond the corners, as the edge of a table does */
  readonly overrun: number;
  /** share of the picture covered */
  readonly area: number;
  /** share of the outline's length that lies outside the picture */
  readonly unseen: number;
}

/** A side of a quad: the evidence of the line it lies on; null where the picture's own border is the side. */
export type SideLine = LineEvidence | null;

/** A picture's border says nothing for or against a sheet that runs out of the picture: it needs good other sides. */
const BORDER_SUPPORT = 0.08;
/** A side runs on for this share of its length when looked at beyond its corner. */
const OVERRUN_SHARE = 0.12;

/** Reads the features of a clockwise quad whose side i runs from corner i to corner i + 1 along lines[i]. */
export function quadFeatures(
  quad: Quad,
  lines: readonly SideLine[],
  width: number,
  height: number,
): QuadFeatures {
  const centre: Point = [
    (quad[0][0] + quad[1][0] + quad[2][0] + quad[3][0]) / 4,
    (quad[0][1] + quad[1][1] + quad[2][1] + quad[3][1]) / 4,
  ];
  let perimeter = 0;
  let unseen = 0;
  let supported = 0;
  let leastSupport = 1;
  let leastContrast = 255;
  let lighter = 0;
  let overrun = 0;
  let realSides = 0;
  const insides: number[][] = [];
  for (let i = 0; i < 4; i++) {
    const [ax, ay] = quad[i];
    const [bx, by] = quad[(i + 1) % 4];
    const length = Math.hypot(bx - ax, by - ay);
    perimeter += length;
    const side = lines[i];
    if (!side) {
      supported += BORDER_SUPPORT * length;
      leastSupport = Math.min(leastSupport, BORDER_SUPPORT);
      leastContrast = 0;
      continue;
    }
    const a = along(side.line, ax, ay);
    const b = along(side.line, bx, by);
    const seen = seenOver(side, a, b);
    unseen += Math.max(0, length - seen - 1);
    const support = seen < 8 ? 0 : meanOver(side, a, b, SUM_SUPPORT);
    supported += support * length;
    leastSupport = Math.min(leastSupport, support);
    const inward = distanceTo(side.line, centre) > 0;
    const inside = colourOver(side, a, b, inward ? SUM_AHEAD : SUM_BEHIND);
    const outside = colourOver(side, a, b, inward ? SUM_BEHIND : SUM_AHEAD);
    insides.push(inside);
    leastContrast = Math.min(leastContrast, colourDistance(inside, outside));
    lighter += Math.tanh((inside[0] - outside[0]) / 20);
    overrun += overrunOf(side, a, b);
    realSides++;
  }
  return {
    meanSupport: supported / perimeter,
    leastSupport,
    leastContrast,
    lighter: realSides ? lighter / realSides : 0,
    insideSpread: spread(insides),
    overrun: realSides ? overrun / realSides : 0,
    area: Math.abs(signedArea(quad)) / (width * height),
    unseen: unseen / perimeter,
  };
}

/** One number to rank quads by; the weights were fitted by hand on drawn scenes, see `npm run measure`. */
export function quadScore(f: QuadFeatures): number {
  return (
    0.5 * f.meanSupport +
    0.4 * f.leastSupport +
    0.12 * f.lighter +
    0.35 * Math.sqrt(Math.min(1, f.area)) -
    0.3 * f.overrun -
    0.15 * Math.min(1, f.insideSpread / 60) -
    0.5 * f.unseen
  );
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
