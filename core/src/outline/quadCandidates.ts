import { angleBetween, distanceTo, type Line } from '../geometry/line';
import type { LineEvidence } from './lineEvidence';
import { isConvex, signedArea, type Point, type Quad } from '../geometry/quad';
import { intersectionOverUnion } from '../geometry/clipPolygon';
import { crossings, sideTable, type Crossings, type Pair, type SideTable } from './sideTable';

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
/** A sheet takes this share of the picture at least. */
export const LEAST_AREA = 0.03;
/** With more of its sides on the picture's borders there is nothing left to tell a sheet by. */
const MOST_BORDERS = 2;
/**
 * Candidates are kept by several scores, so that none is lost for one reason alone: how much edges that divide two
 * colours, edges of any kind, and the net's word count in each.
 */
const WEIGHTS = [
  [1, 0, 0.6],
  [0.3, 0.7, 0.3],
  [0.2, 0.8, 0],
  [0.15, 0.35, 1],
] as const;

/**
 * All sensible quads made of two pairs of opposite lines (or picture borders), roughly scored by the edges under
 * their sides and by what the net takes for sheet on either side; best first, no two nearly the same.
 *
 * Where two lines cross is worked out once for any two of them, and what speaks for a line as the side between two
 * others once for any three; a quad then costs a few look-ups, so that all of some hundred thousand can be tried.
 */
export function quadCandidates(
  evidence: readonly LineEvidence[],
  { width, height, count }: QuadCandidateOptions,
): QuadCandidate[] {
  const lines = [...evidence.map(({ line }) => line), ...borderLines(width, height)];
  const table = crossings(lines, width, height);
  const pairs = oppositePairs(lines, evidence.length, width, height);
  const sides = sideTable(evidence, lines.length, pairs, table);
  const keep = count * 3;
  const lists = WEIGHTS.map((): Scored[] => []);
  const worstKept = WEIGHTS.map(() => -Infinity);
  const scores = new Float64Array(WEIGHTS.length);
  for (let p = 1; p < pairs.length; p++) {
    for (let q = 0; q < p; q++) {
      roughScores(pairs, p, q, table, sides, scores);
      for (let k = 0; k < lists.length; k++) {
        if (!(scores[k] > worstKept[k])) continue;
        lists[k].push({ score: scores[k], p, q });
        if (lists[k].length >= 2 * keep) worstKept[k] = cutTo(lists[k], keep);
      }
    }
  }
  const kept: Measured[] = [];
  for (const [k, list] of lists.entries()) {
    cutTo(list, keep);
    const built = list.map(({ score, p, q }) => build(pairs[p], pairs[q], table, evidence, score));
    const sensible = built
      .map((candidate) => ({ candidate, area: signedArea(candidate.quad) }))
      .filter(({ candidate, area }) => area > LEAST_AREA * width * height && isConvex(candidate.quad));
    // Each score fills its share of the places.
    addDistinct(kept, sensible, Math.ceil((count * (k + 1)) / lists.length));
  }
  return kept.map(({ candidate }) => candidate);
}

/** A candidate with its area, which many are compared by. */
interface Measured {
  readonly candidate: QuadCandidate;
  readonly area: number;
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

/** @param sides so many of the lines, the first, are no borders of the picture */
function oppositePairs(lines: readonly Line[], sides: number, width: number, height: number): Pair[] {
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
      pairs.push({
        a,
        b,
        inwardA,
        inwardB: inwardA * flip > 0 ? -1 : 1,
        borders: +(a >= sides) + +(b >= sides),
      });
    }
  }
  return pairs;
}

/** The scores of a quad of pairs p and q, one for each of WEIGHTS, into `out`; NaN where it is none. */
function roughScores(
  pairs: readonly Pair[],
  p: number,
  q: number,
  { count, x, y }: Crossings,
  { length, divides, edge, sheet }: SideTable,
  out: Float64Array,
): void {
  out[0] = out[1] = out[2] = NaN;
  const { a, b, inwardA, inwardB, borders } = pairs[p];
  const { a: c, b: d, inwardA: inwardC, inwardB: inwardD, borders: others } = pairs[q];
  if (a === c || a === d || b === c || b === d || borders + others > MOST_BORDERS) return;
  const sideA = a * pairs.length + q;
  const sideB = b * pairs.length + q;
  const sideC = c * pairs.length + p;
  const sideD = d * pairs.length + p;
  const la = length[sideA];
  const lb = length[sideB];
  const lc = length[sideC];
  const ld = length[sideD];
  const perimeter = la + lb + lc + ld;
  if (!(perimeter > 0)) return;
  const ac = a * count + c;
  const ad = a * count + d;
  const bc = b * count + c;
  const bd = b * count + d;
  // Shoelace over the corners ac, ad, bd, bc in that order.
  const area =
    Math.abs(
      x[ac] * y[ad] -
        x[ad] * y[ac] +
        (x[ad] * y[bd] - x[bd] * y[ad]) +
        (x[bd] * y[bc] - x[bc] * y[bd]) +
        (x[bc] * y[ac] - x[ac] * y[bc]),
    ) / 2;
  if (!(area > 0)) return;
  const size = 0.0006 * Math.sqrt(area);
  for (let k = 0; k < WEIGHTS.length; k++) {
    const [byDivides, byEdge, bySheet] = WEIGHTS[k];
    const wa = byDivides * divides[sideA] + byEdge * edge[sideA] + bySheet * inwardA * sheet[sideA];
    const wb = byDivides * divides[sideB] + byEdge * edge[sideB] + bySheet * inwardB * sheet[sideB];
    const wc = byDivides * divides[sideC] + byEdge * edge[sideC] + bySheet * inwardC * sheet[sideC];
    const wd = byDivides * divides[sideD] + byEdge * edge[sideD] + bySheet * inwardD * sheet[sideD];
    const mean = (wa * la + wb * lb + wc * lc + wd * ld) / perimeter;
    out[k] = mean + 0.35 * Math.min(wa, wb, wc, wd) + size;
  }
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

/** Quads that share more than this of their ground are one. */
const SAME_GROUND = 0.985;

/** Adds the best of every group of quads that cover nearly the same ground, up to a length. */
function addDistinct(kept: Measured[], ranked: readonly Measured[], length: number): void {
  for (const one of ranked) {
    if (kept.length >= length) return;
    const isKnown = kept.some(
      (other) =>
        mayBeSame(one.area, other.area) &&
        intersectionOverUnion(other.candidate.quad, one.candidate.quad) > SAME_GROUND,
    );
    if (!isKnown) kept.push(one);
  }
}

/** Quads of which one is much the larger cannot be one: most are told apart by this alone. */
const mayBeSame = (areaA: number, areaB: number): boolean =>
  Math.min(areaA, areaB) > SAME_GROUND * Math.max(areaA, areaB);
