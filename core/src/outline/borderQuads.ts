import { intersectLines } from '../geometry/line';
import { wholeQuad, type Point, type Quad } from '../geometry/quad';
import { along, meanOver, SUM_SHEET_STEP, SUM_SUPPORT, type LineEvidence } from './lineEvidence';
import type { QuadCandidate, QuadCandidateOptions, SideLine } from './quadCandidates';

/** A line this close to a border of the picture, as a share of its size, cuts nothing off. */
const LEAST_CUT = 0.03;

/**
 * The whole picture, and what is left of it on the likelier side of one line: a page that runs out of the picture on
 * three sides or on all four.
 *
 * @returns the whole picture first, then the best by the net's word and the edge
 */
export function borderQuads(
  evidence: readonly LineEvidence[],
  { width, height, count }: QuadCandidateOptions,
): QuadCandidate[] {
  const whole: QuadCandidate = { quad: wholeQuad(width, height), sides: [null, null, null, null], score: 0 };
  const cuts = evidence.flatMap((side) => cutBy(side, width, height) ?? []);
  cuts.sort((a, b) => b.score - a.score);
  return [whole, ...cuts.slice(0, count - 1)];
}

function cutBy(side: LineEvidence, width: number, height: number): QuadCandidate | null {
  const { line } = side;
  const isLevel = Math.abs(Math.sin(line.angle)) > Math.abs(Math.cos(line.angle));
  const [from, to] = isLevel
    ? [intersectLines(line, { angle: 0, offset: 0 }), intersectLines(line, { angle: 0, offset: width })]
    : [
        intersectLines(line, { angle: Math.PI / 2, offset: 0 }),
        intersectLines(line, { angle: Math.PI / 2, offset: height }),
      ];
  if (!from || !to) return null;
  const axis = isLevel ? 1 : 0;
  const size = isLevel ? height : width;
  const least = LEAST_CUT * size;
  if ([from, to].some((point) => point[axis] < least || point[axis] > size - least)) return null;
  const [a, b] = [along(line, ...from), along(line, ...to)];
  const step = meanOver(side, a, b, SUM_SHEET_STEP);
  // The normal points down, or right, where its own coordinate is above zero.
  const isAhead = step > 0;
  const isFarPart = (isLevel ? Math.sin(line.angle) : Math.cos(line.angle)) > 0 === isAhead;
  const score = Math.abs(step) + meanOver(side, a, b, SUM_SUPPORT);
  const [quad, at] = partOf([from, to], { isLevel, isFarPart, width, height });
  const sides: SideLine[] = [null, null, null, null];
  sides[at] = side;
  return { quad, sides, score };
}

/** @returns the part as a quad, clockwise, and which of its sides is the cut */
function partOf(
  [from, to]: readonly [Point, Point],
  {
    isLevel,
    isFarPart,
    width,
    height,
  }: {
    readonly isLevel: boolean;
    readonly isFarPart: boolean;
    readonly width: number;
    readonly height: number;
  },
): [Quad, number] {
  const [a, b, c, d] = wholeQuad(width, height);
  if (isLevel) return isFarPart ? [[from, to, c, d], 0] : [[a, b, to, from], 2];
  return isFarPart ? [[from, b, c, to], 3] : [[a, from, to, d], 1];
}
