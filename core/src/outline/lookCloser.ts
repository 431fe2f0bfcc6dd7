import { intersectionOverUnion } from '../geometry/clipPolygon';
import { angleBetween, intersectLines, lineThrough, type Line } from '../geometry/line';
import { isConvex, scaleQuad, signedArea, type Point, type Quad } from '../geometry/quad';
import { LEAST_AREA, type QuadCandidate, type SideLine } from './quadCandidates';
import type { FoundQuad, Search } from './searchPicture';
import { ownSides } from './sideNet';
import type { SeenPicture } from './seePicture';

/** A quad that was looked at closely. */
export interface LookedQuad extends FoundQuad {
  /** log odds of each side to be the sheet's own; null where the quad was not looked at itself */
  readonly odds: readonly number[] | null;
  /** what was seen of it, or in its place: the log likelihood of its sides, at most zero */
  readonly own: number;
}

/** A search whose likeliest quads were looked at closely. */
export interface CloserSearch extends Search {
  /** likeliest first, by rank and by what was seen */
  readonly quads: readonly LookedQuad[];
  /** the log odds of each side of a further quad to be the sheet's own */
  readonly oddsOf: (quad: Quad) => readonly number[];
}

/** So many places are looked at, likeliest first. */
const MOST_PLACES = 12;
/** Quads that share more than this are in the same place. */
const SAME_PLACE = 0.96;
/** Of a side's log likelihood no more than this counts against a quad: one covered side is not the end of it. */
const LEAST_SAID = -3;
/** What the picture's own border counts as a side: the net cannot tell what is outside of it. */
const SAID_OF_BORDER = -1;
/** How much what is seen counts beside the rank; chosen on seeds 24600 to 24759 and 25000 to 25159, 0.5 to 1.5 do nearly as well. */
const WEIGHT = 0.5;
/** A side that is likelier than this, log odds, is left as it is. */
const SURE = 2;
/** For any other side, so many other lines are tried. */
const MOST_LINES = 4;
const MOST_ROUNDS = 3;
/** A line for a side leans against it by less than this, radians. */
const MOST_LEAN = 0.3;

/**
 * Looks at the likeliest quads once more, each as seen from above (see `ownSides`), and ranks them anew: what is on both sides of a line
 * tells a sheet's own side from that of another sheet beneath it, from a frame on it and from a fold. Where a side of the best
 * is not surely its own, other lines are tried for it.
 *
 * Yields between its looks, each of some milliseconds.
 */
export function* lookCloserStages(search: Search, seen: SeenPicture): Generator<void, CloserSearch> {
  const ratio = seen.near.width / seen.width;
  const oddsOf = (quad: Quad) => ownSides(seen.near, scaleQuad(quad, ratio));
  const look = (found: FoundQuad): LookedQuad => {
    const odds = oddsOf(found.quad);
    const own = likelihood(odds, found.sides);
    return { ...found, odds, own, rank: found.rank + WEIGHT * own };
  };
  const looked: LookedQuad[] = [];
  const rest: FoundQuad[] = [];
  let best: LookedQuad | null = null;
  for (const found of search.quads) {
    const isKnown = looked.some((other) => isSamePlace(other, found));
    // What is seen only ever counts against a quad: one that is behind already stays there.
    if (isKnown || looked.length >= MOST_PLACES || (best && best.rank > found.rank && looked.length > 1)) {
      rest.push(found);
      continue;
    }
    const one = look(found);
    looked.push(one);
    if (!best || one.rank > best.rank) best = one;
    yield;
  }
  if (!best) return { ...search, quads: [], oddsOf };
  for (let round = 0, before: LookedQuad | null = null; round < MOST_ROUNDS && best !== before; round++) {
    before = best;
    for (const side of weakestFirst(best)) {
      for (const candidate of withOtherLines(best, side, search, seen)) {
        if (candidate.rank < best.rank || looked.some((known) => hasSameSides(known, candidate))) continue;
        const one = look(candidate);
        looked.push(one);
        if (one.rank > best.rank) best = one;
        yield;
      }
    }
  }
  const least = Math.min(...looked.map(({ own }) => own));
  const others = rest.map((found): LookedQuad => {
    const own = looked.find((one) => isSamePlace(one, found))?.own ?? least;
    return { ...found, odds: null, own, rank: found.rank + WEIGHT * own };
  });
  return { ...search, oddsOf, quads: [...looked, ...others].sort((a, b) => b.rank - a.rank) };
}

const isSamePlace = (a: QuadCandidate, b: QuadCandidate) =>
  intersectionOverUnion(a.quad, b.quad) > SAME_PLACE;

const hasSameSides = (a: QuadCandidate, b: QuadCandidate) => a.sides.every((side, i) => side === b.sides[i]);

/** The log likelihood of a quad's sides to be the sheet's own, at most zero. @param sides null for the picture's own border */
export function likelihood(odds: readonly number[], sides: readonly unknown[]): number {
  let sum = 0;
  odds.forEach((z, i) => {
    sum += sides[i] === null ? SAID_OF_BORDER : Math.max(LEAST_SAID, -Math.log1p(Math.exp(-z)));
  });
  return sum;
}

/** The sides that are not surely the sheet's own, those that are least so first. */
function weakestFirst({ odds, sides }: LookedQuad): number[] {
  if (!odds) return [];
  return [0, 1, 2, 3].filter((i) => sides[i] && odds[i] < SURE).sort((a, b) => odds[a] - odds[b]);
}

/** A quad with other lines for one of its sides: the likeliest of them, measured. */
function withOtherLines(
  found: FoundQuad,
  at: number,
  { evidence, measure }: Search,
  { width, height }: SeenPicture,
): FoundQuad[] {
  const lines = found.quad.map(
    (from, i): Line => found.sides[i]?.line ?? lineThrough(from, found.quad[(i + 1) % 4]),
  );
  const tried: FoundQuad[] = [];
  for (const other of evidence) {
    if (found.sides.includes(other) || angleBetween(other.line, lines[at]) > MOST_LEAN) continue;
    const quad = between(lines.map((line, i) => (i === at ? other.line : line)));
    if (!quad || signedArea(quad) < LEAST_AREA * width * height || !isConvex(quad)) continue;
    const sides = found.sides.map((side, i): SideLine => (i === at ? other : side));
    const candidate = { quad, sides, score: found.score };
    if (![found, ...tried].some((known) => isSamePlace(known, candidate))) tried.push(measure(candidate));
  }
  return tried.sort((a, b) => b.rank - a.rank).slice(0, MOST_LINES);
}

/** The quad between four lines, one a side. */
function between(lines: readonly Line[]): Quad | null {
  const corners = lines.map((line, i) => intersectLines(lines[(i + 3) % 4], line));
  return corners.every((corner): corner is Point => corner !== null) ? (corners as unknown as Quad) : null;
}
