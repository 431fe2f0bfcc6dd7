import { angleBetween, distanceTo, intersectLines, type Line } from './line';
import type { LineEvidence } from './lineEvidence';
import { isConvex, intersectionOverUnion, signedArea, type Point, type Quad } from './quad';
import { quadFeatures, quadScore, type QuadFeatures, type SideLine } from './scoreQuad';

export interface QuadCandidate {
  readonly quad: Quad;
  readonly sides: readonly SideLine[];
  readonly features: QuadFeatures;
  readonly score: number;
}

export interface QuadCandidateOptions {
  readonly width: number;
  readonly height: number;
  /** most candidates to return */
  readonly count: number;
}

interface Side {
  readonly line: Line;
  readonly evidence: SideLine;
}

/** Opposite sides of a sheet seen at a slant converge by less than this (radians). */
const MOST_CONVERGENCE = 0.75;
const LEAST_CROSSING = 0.7;
const LEAST_AREA = 0.04;
/** Corners may lie outside the picture by this share of its size. */
const MOST_OUTSIDE = 0.25;
/** With more of its sides on the picture's borders there is nothing left to tell a sheet by. */
const MOST_BORDERS = 2;

/**
 * All sensible quads made of two pairs of opposite lines (or picture borders), best first, no two nearly the
 * same.
 */
export function quadCandidates(
  evidence: readonly LineEvidence[],
  { width, height, count }: QuadCandidateOptions,
): QuadCandidate[] {
  const sides: Side[] = [
    ...evidence.map((e) => ({ line: e.line, evidence: e })),
    ...borderLines(width, height).map((line) => ({ line, evidence: null })),
  ];
  const pairs = oppositePairs(sides, width, height);
  const best: QuadCandidate[] = [];
  let worstKept = -Infinity;
  const keep = count * 12;
  for (let i = 0; i < pairs.length; i++) {
    for (let k = 0; k < i; k++) {
      const candidate = joinPairs(pairs[i], pairs[k], width, height);
      if (!candidate || candidate.score <= worstKept) continue;
      best.push(candidate);
      if (best.length > 2 * keep) {
        best.sort((a, b) => b.score - a.score);
        best.length = keep;
        worstKept = best[keep - 1].score;
      }
    }
  }
  best.sort((a, b) => b.score - a.score);
  return distinct(best, count);
}

function borderLines(width: number, height: number): Line[] {
  return [
    { angle: 0, offset: 0 },
    { angle: 0, offset: width },
    { angle: Math.PI / 2, offset: 0 },
    { angle: Math.PI / 2, offset: height },
  ];
}

type Pair = readonly [Side, Side];

function oppositePairs(sides: readonly Side[], width: number, height: number): Pair[] {
  const centre: Point = [width / 2, height / 2];
  const leastGap = 0.12 * Math.min(width, height);
  const pairs: Pair[] = [];
  for (let i = 0; i < sides.length; i++) {
    for (let k = 0; k < i; k++) {
      if (angleBetween(sides[i].line, sides[k].line) > MOST_CONVERGENCE) continue;
      const a = distanceTo(sides[i].line, centre);
      const flip = Math.cos(sides[i].line.angle - sides[k].line.angle) < 0 ? -1 : 1;
      const b = distanceTo(sides[k].line, centre) * flip;
      if (Math.abs(a - b) > leastGap) pairs.push([sides[i], sides[k]]);
    }
  }
  return pairs;
}

function joinPairs(p: Pair, q: Pair, width: number, height: number): QuadCandidate | null {
  if (p[0] === q[0] || p[0] === q[1] || p[1] === q[0] || p[1] === q[1]) return null;
  for (const a of p) for (const b of q) if (angleBetween(a.line, b.line) < LEAST_CROSSING) return null;
  const around = [p[0], q[0], p[1], q[1]];
  if (around.filter((side) => !side.evidence).length > MOST_BORDERS) return null;
  const corners: Point[] = [];
  for (let i = 0; i < 4; i++) {
    const corner = intersectLines(around[(i + 3) % 4].line, around[i].line);
    if (!corner || isFarOutside(corner, width, height)) return null;
    corners.push(corner);
  }
  let quad: Quad = [corners[0], corners[1], corners[2], corners[3]];
  let sides = around.map((s) => s.evidence);
  if (signedArea(quad) < 0) {
    quad = [corners[0], corners[3], corners[2], corners[1]];
    sides = [sides[3], sides[2], sides[1], sides[0]];
  }
  if (!isConvex(quad) || signedArea(quad) < LEAST_AREA * width * height) return null;
  const features = quadFeatures(quad, sides, width, height);
  return { quad, sides, features, score: quadScore(features) };
}

function isFarOutside([x, y]: Point, width: number, height: number): boolean {
  return (
    x < -MOST_OUTSIDE * width ||
    y < -MOST_OUTSIDE * height ||
    x > (1 + MOST_OUTSIDE) * width ||
    y > (1 + MOST_OUTSIDE) * height
  );
}

/** Keeps the best of every group of quads that cover nearly the same ground. */
function distinct(ranked: readonly QuadCandidate[], count: number): QuadCandidate[] {
  const kept: QuadCandidate[] = [];
  for (const candidate of ranked) {
    if (kept.length >= count) break;
    if (!kept.some((other) => intersectionOverUnion(other.quad, candidate.quad) > 0.96)) kept.push(candidate);
  }
  return kept;
}
