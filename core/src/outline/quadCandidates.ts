import { angleBetween, distanceTo, intersectLines, type Line } from './line';
import {
  along,
  meanOver,
  seenOver,
  SUM_EDGE,
  SUM_SHEET_STEP,
  SUM_SUPPORT,
  type LineEvidence,
} from './lineEvidence';
import { isConvex, intersectionOverUnion, signedArea, type Point, type Quad } from './quad';

/** A side of a quad: the evidence of the line it lies on; null where the picture's own border is the side. */
export type SideLine = LineEvidence | null;

export interface QuadCandidate {
  /** clockwise */
  readonly quad: Quad;
  /** side i runs from corner i to corner i + 1 */
  readonly sides: readonly SideLine[];
  /** the rough score that it was chosen by */
  readonly score: number;
}

export interface QuadCandidateOptions {
  readonly width: number;
  readonly height: number;
  /** most candidates to return */
  readonly count: number;
}

/** Opposite sides of a sheet seen at a slant converge by less than this (radians). */
const MOST_CONVERGENCE = 0.75;
const LEAST_CROSSING = 0.7;
const LEAST_AREA = 0.03;
/** Corners may lie outside the picture by this share of its size. */
const MOST_OUTSIDE = 0.3;
/** With more of its sides on the picture's borders there is nothing left to tell a sheet by. */
const MOST_BORDERS = 2;
/** Rough worth of a border side: it says nothing for or against a sheet that runs out of the picture. */
const BORDER_WORTH = 0.12;
/**
 * Candidates are kept by several scores, so that none is lost for one reason alone: how much edges that divide two
 * colours, edges of any kind, and the net's word count in each.
 */
const WEIGHTS = [
  [1, 0, 0.6],
  [0.3, 0.7, 0.3],
  [0.2, 0.8, 0],
] as const;

/**
 * All sensible quads made of two pairs of opposite lines (or picture borders), roughly scored by the edges under
 * their sides and by what the net takes for sheet on either side; best first, no two nearly the same.
 *
 * Where two lines cross, and where that lies along each, is worked out once a pair of lines; a quad then costs a
 * few look-ups, so that all of some hundred thousand can be tried.
 */
export function quadCandidates(
  evidence: readonly LineEvidence[],
  { width, height, count }: QuadCandidateOptions,
): QuadCandidate[] {
  const lines = [...evidence.map(({ line }) => line), ...borderLines(width, height)];
  const table = crossings(lines, width, height);
  const pairs = oppositePairs(lines, width, height);
  const keep = count * 3;
  const lists = WEIGHTS.map((): Scored[] => []);
  const worstKept = WEIGHTS.map(() => -Infinity);
  const scores = new Float64Array(WEIGHTS.length);
  for (let p = 1; p < pairs.length; p++) {
    for (let q = 0; q < p; q++) {
      roughScores(pairs[p], pairs[q], table, evidence, scores);
      for (let k = 0; k < lists.length; k++) {
        if (!(scores[k] > worstKept[k])) continue;
        lists[k].push({ score: scores[k], p, q });
        if (lists[k].length >= 2 * keep) worstKept[k] = cutTo(lists[k], keep);
      }
    }
  }
  const kept: QuadCandidate[] = [];
  for (const [k, list] of lists.entries()) {
    cutTo(list, keep);
    const built = list.map(({ score, p, q }) => build(pairs[p], pairs[q], table, evidence, score));
    const sensible = built.filter(({ quad }) => isSensible(quad, width, height));
    // Each score fills its share of the places.
    addDistinct(kept, sensible, Math.ceil((count * (k + 1)) / lists.length));
  }
  return kept;
}

interface Scored {
  readonly score: number;
  readonly p: number;
  readonly q: number;
}

function cutTo(list: Scored[], length: number): number {
  list.sort((a, b) => b.score - a.score);
  if (list.length > length) list.length = length;
  return list.length < length ? -Infinity : list[length - 1].score;
}

function borderLines(width: number, height: number): Line[] {
  return [
    { angle: 0, offset: 0 },
    { angle: 0, offset: width },
    { angle: Math.PI / 2, offset: 0 },
    { angle: Math.PI / 2, offset: height },
  ];
}

/** For lines i and k at [i * count + k]: where they cross, and where that is along line i. NaN where they do not. */
interface Crossings {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly along: Float64Array;
}

function crossings(lines: readonly Line[], width: number, height: number): Crossings {
  const count = lines.length;
  const table: Crossings = {
    count,
    x: new Float64Array(count * count).fill(NaN),
    y: new Float64Array(count * count).fill(NaN),
    along: new Float64Array(count * count).fill(NaN),
  };
  for (let i = 0; i < count; i++) {
    for (let k = 0; k < count; k++) {
      if (i === k || angleBetween(lines[i], lines[k]) < LEAST_CROSSING) continue;
      const point = intersectLines(lines[i], lines[k]);
      if (!point || isFarOutside(point, width, height)) continue;
      table.x[i * count + k] = point[0];
      table.y[i * count + k] = point[1];
      table.along[i * count + k] = along(lines[i], point[0], point[1]);
    }
  }
  return table;
}

/** Two opposite sides by line number, and whether each line's normal points to the other. */
interface Pair {
  readonly a: number;
  readonly b: number;
  readonly inwardA: 1 | -1;
  readonly inwardB: 1 | -1;
}

function oppositePairs(lines: readonly Line[], width: number, height: number): Pair[] {
  const centre: Point = [width / 2, height / 2];
  const leastGap = 0.1 * Math.min(width, height);
  const pairs: Pair[] = [];
  for (let a = 1; a < lines.length; a++) {
    for (let b = 0; b < a; b++) {
      if (angleBetween(lines[a], lines[b]) > MOST_CONVERGENCE) continue;
      const flip = Math.cos(lines[a].angle - lines[b].angle) < 0 ? -1 : 1;
      const gap = distanceTo(lines[a], centre) - distanceTo(lines[b], centre) * flip;
      if (Math.abs(gap) < leastGap) continue;
      // A positive gap: b lies ahead of a, on the side that a's normal points to.
      const inwardA = gap > 0 ? 1 : -1;
      pairs.push({ a, b, inwardA, inwardB: inwardA * flip > 0 ? -1 : 1 });
    }
  }
  return pairs;
}

/** The scores of a quad, one for each weight of the net's word, into `out`; NaN where it is none. */
function roughScores(
  p: Pair,
  q: Pair,
  { count, x, y, along: at }: Crossings,
  evidence: readonly LineEvidence[],
  out: Float64Array,
): void {
  out.fill(NaN);
  const { a, b } = p;
  const { a: c, b: d } = q;
  if (a === c || a === d || b === c || b === d) return;
  const lines = evidence.length;
  if (+(a >= lines) + +(b >= lines) + +(c >= lines) + +(d >= lines) > MOST_BORDERS) return;
  const ac = a * count + c;
  const ad = a * count + d;
  const bc = b * count + c;
  const bd = b * count + d;
  // Shoelace over the corners ac, ad, bd, bc in that order; NaN where two lines do not cross.
  const area =
    Math.abs(
      x[ac] * y[ad] -
        x[ad] * y[ac] +
        (x[ad] * y[bd] - x[bd] * y[ad]) +
        (x[bd] * y[bc] - x[bc] * y[bd]) +
        (x[bc] * y[ac] - x[ac] * y[bc]),
    ) / 2;
  if (!(area > 0)) return;
  const la = Math.abs(at[ac] - at[ad]);
  const lb = Math.abs(at[bc] - at[bd]);
  const lc = Math.abs(at[c * count + a] - at[c * count + b]);
  const ld = Math.abs(at[d * count + a] - at[d * count + b]);
  const perimeter = la + lb + lc + ld;
  measureSide(evidence[a], at[ac], at[ad], p.inwardA, sideA);
  measureSide(evidence[b], at[bc], at[bd], p.inwardB, sideB);
  measureSide(evidence[c], at[c * count + a], at[c * count + b], q.inwardA, sideC);
  measureSide(evidence[d], at[d * count + a], at[d * count + b], q.inwardB, sideD);
  for (let k = 0; k < out.length; k++) {
    const weights = WEIGHTS[k];
    const wa = worth(sideA, weights);
    const wb = worth(sideB, weights);
    const wc = worth(sideC, weights);
    const wd = worth(sideD, weights);
    const mean = (wa * la + wb * lb + wc * lc + wd * ld) / perimeter;
    out[k] = mean + 0.35 * Math.min(wa, wb, wc, wd) + 0.0006 * Math.sqrt(area);
  }
}

const [sideA, sideB, sideC, sideD] = [0, 1, 2, 3].map(() => new Float64Array(3));

const worth = (side: Float64Array, [divides, edge, sheet]: readonly [number, number, number]) =>
  divides * side[0] + edge * side[1] + sheet * side[2];

/** What speaks for a side, a pixel of its length; see WEIGHTS. */
function measureSide(
  side: LineEvidence | undefined,
  from: number,
  to: number,
  inward: 1 | -1,
  out: Float64Array,
): void {
  out.fill(0);
  if (!side) {
    out[0] = out[1] = BORDER_WORTH;
    return;
  }
  const seen = seenOver(side, from, to);
  const length = Math.abs(to - from);
  if (seen < 8 || length < 8) return;
  // What cannot be seen counts a little less than what is there.
  const share = 0.5 + (0.5 * seen) / length;
  out[0] = meanOver(side, from, to, SUM_SUPPORT) * share;
  out[1] = meanOver(side, from, to, SUM_EDGE) * share;
  out[2] = inward * meanOver(side, from, to, SUM_SHEET_STEP) * share;
}

function build(
  p: Pair,
  q: Pair,
  { count, x, y }: Crossings,
  evidence: readonly LineEvidence[],
  score: number,
): QuadCandidate {
  const corner = (i: number, k: number): Point => [x[i * count + k], y[i * count + k]];
  const side = (i: number): SideLine => evidence[i] ?? null;
  const quad: Quad = [corner(p.a, q.a), corner(p.a, q.b), corner(p.b, q.b), corner(p.b, q.a)];
  const sides = [side(p.a), side(q.b), side(p.b), side(q.a)];
  if (signedArea(quad) > 0) return { quad, sides, score };
  return {
    quad: [quad[0], quad[3], quad[2], quad[1]],
    sides: [sides[3], sides[2], sides[1], sides[0]],
    score,
  };
}

function isSensible(quad: Quad, width: number, height: number): boolean {
  return isConvex(quad) && signedArea(quad) > LEAST_AREA * width * height;
}

function isFarOutside([x, y]: Point, width: number, height: number): boolean {
  return (
    x < -MOST_OUTSIDE * width ||
    y < -MOST_OUTSIDE * height ||
    x > (1 + MOST_OUTSIDE) * width ||
    y > (1 + MOST_OUTSIDE) * height
  );
}

/** Quads that share more than this of their ground are one. */
const SAME_GROUND = 0.985;

/** Adds the best of every group of quads that cover nearly the same ground, up to a length. */
function addDistinct(kept: QuadCandidate[], ranked: readonly QuadCandidate[], length: number): void {
  for (const candidate of ranked) {
    if (kept.length >= length) return;
    const isKnown = kept.some(
      ({ quad }) =>
        mayBeSame(quad, candidate.quad) && intersectionOverUnion(quad, candidate.quad) > SAME_GROUND,
    );
    if (!isKnown) kept.push(candidate);
  }
}

/** Quads of which one is much the larger cannot be one: most are told apart by this alone. */
function mayBeSame(a: Quad, b: Quad): boolean {
  const [areaA, areaB] = [signedArea(a), signedArea(b)];
  return Math.min(areaA, areaB) > SAME_GROUND * Math.max(areaA, areaB);
}
