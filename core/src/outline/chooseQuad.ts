import { intersectionOverUnion } from '../geometry/clipPolygon';
import type { Point, Quad } from '../geometry/quad';
import type { Plane } from '../raster/image';
import { cutsWriting } from './cutsWriting';
import type { CloserSearch, LookedQuad } from './lookCloser';
import { marginOf, outlineConfidence } from './rankQuad';

const MOST_OTHERS = 3;
/** So many of the likeliest quads may cut through writing before the whole photo is the better proposal. */
const MOST_TRIED = 15;
/**
 * A quad lies within the sheet where the net takes more than this of all that is about it for the sheet as well: a square of squared
 * paper from near. About the true sheet on 320 drawn photos it was 0.57 at most, 0.33 on all but two.
 */
const MOST_OUTSIDE = 0.6;
/** Others that share more than this with the chosen one are no choice. */
const SAME_PLACE = 0.93;

/** The likeliest quad of a search, and how sure it is. */
export interface Choice {
  readonly search: CloserSearch;
  readonly best: LookedQuad;
  readonly confidence: number;
  /** how many likelier ones cut through writing, or lie within the sheet */
  readonly refused: number;
  /** the best in other places */
  readonly elsewhere: readonly LookedQuad[];
}

/**
 * The likeliest quad, of those that cut through no writing and do not lie within the sheet.
 *
 * @param neighbour the middle of the book's other page, px of the searched picture
 */
export function chooseQuad(search: CloserSearch, ink: Plane, neighbour: Point | null = null): Choice | null {
  const refused = search.quads.slice(0, MOST_TRIED).findIndex((candidate) => {
    const fold = neighbour && sideNearest(candidate.quad, neighbour);
    return candidate.features.sheetOutside <= MOST_OUTSIDE && !cutsWriting(ink, candidate, fold);
  });
  if (refused < 0) return null;
  const best = search.quads[refused];
  const elsewhere = otherPlaces([best, ...search.quads.slice(refused + 1)]);
  const margin = marginOf(best.rank, elsewhere[0]?.rank ?? -Infinity);
  return { search, best, confidence: outlineConfidence(best.features, margin, best.own), refused, elsewhere };
}

/** Which side of a quad has its middle nearest to a point. */
function sideNearest(quad: Quad, [x, y]: Point): number {
  const away = quad.map(([ax, ay], i) => {
    const [bx, by] = quad[(i + 1) % 4];
    return Math.hypot((ax + bx) / 2 - x, (ay + by) / 2 - y);
  });
  return away.indexOf(Math.min(...away));
}

function otherPlaces([best, ...rest]: readonly LookedQuad[]): LookedQuad[] {
  const places: LookedQuad[] = [];
  for (const other of rest) {
    if (places.length >= MOST_OTHERS) break;
    const isNew = [best, ...places].every(
      (known) => intersectionOverUnion(known.quad, other.quad) < SAME_PLACE,
    );
    if (isNew) places.push(other);
  }
  return places;
}
