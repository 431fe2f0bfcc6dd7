import type { Quad } from '../geometry/quad';
import { meetSides, rechord, sagitta, straightSide, type SideCurve } from '../geometry/sideCurve';
import { supportOf, traceSide, type TraceSource } from './traceSide';

export interface BentSides {
  /** side i runs from corner i to corner i + 1 */
  readonly sides: readonly SideCurve[];
  readonly bent: readonly boolean[];
}

/** A side may bow by this share of its length. */
const MOST_BOW = 0.09;
/** Less bow than this, as a share of its length, is none. */
const LEAST_BOW = 0.0045;
/** The bent sides must lie on this much more edge than the straight ones did. */
const LEAST_GAIN = 0.06;

/**
 * Tries whether two opposite sides of a quad are bent, as those of a curled sheet are: both must follow edges that the
 * straight sides do not.
 *
 * @param fixed sides that are the picture's own border
 */
export function bendSides(source: TraceSource, quad: Quad, fixed: readonly boolean[]): BentSides {
  let best = straightSides(quad);
  const straight = best.sides;
  let bestGain = LEAST_GAIN;
  for (const first of [0, 1]) {
    const pair = [first, first + 2];
    if (pair.some((i) => fixed[i])) continue;
    const traced = pair.map((i) => {
      const { from, to } = straight[i];
      const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
      return traceSide(source, from, to, { reach: Math.max(4, Math.round(length * MOST_BOW)) });
    });
    if (!traced[0] || !traced[1]) continue;
    const bows = traced.map((side, k) => {
      const { from, to } = straight[pair[k]];
      return side ? sagitta(side.side) / Math.hypot(to[0] - from[0], to[1] - from[1]) : 0;
    });
    if (Math.max(...bows) < LEAST_BOW) continue;
    const gain =
      traced[0].support +
      traced[1].support -
      supportOf(source, straight[first]) -
      supportOf(source, straight[first + 2]);
    if (gain <= bestGain) continue;
    bestGain = gain;
    const sides = [...straight];
    sides[first] = traced[0].side;
    sides[first + 2] = traced[1].side;
    best = { sides: joined(sides, quad), bent: sides.map((_, i) => pair.includes(i)) };
  }
  return best;
}

/** A quad's sides as they are on a flat sheet. */
export function straightSides(quad: Quad): BentSides {
  const sides = quad.map((corner, i) => straightSide(corner, quad[(i + 1) % 4]));
  return { sides, bent: [false, false, false, false] };
}

/** Sides from corner to corner, the corners where neighbours meet. */
function joined(sides: readonly SideCurve[], quad: Quad): SideCurve[] {
  const corners = sides.map((side, i) => meetSides(sides[(i + 3) % 4], side) ?? quad[i]);
  return sides.map((side, i) => rechord(side, corners[i], corners[(i + 1) % 4]));
}
