import type { Point, Quad } from '../geometry/quad';
import { alongTo, distance, dot, rayOf, sharedDirection, type Pinhole, type Ray } from '../geometry/ray';

/** A page bent along one direction, as seen in a photo: its corners and its two bent edges. */
export interface BentPage {
  /** photo pixels, clockwise from the page's own top left */
  readonly quad: Quad;
  /** from the top left to the top right corner, photo pixels, evenly spread */
  readonly top: readonly Point[];
  /** from the bottom left to the bottom right corner */
  readonly bottom: readonly Point[];
}

/**
 * How a bent page lies in the photo. For a share u of the paper's width: where the paper's top and bottom edge are in
 * the photo, and how near they are to the camera (up to one scale).
 */
export interface Cylinder {
  /** the paper's height over its width */
  readonly proportion: number;
  at(u: number): Ruling;
}

/** One straight line of the bent paper, from its top to its bottom edge. Nearness is 1 / depth up to one scale. */
export interface Ruling {
  readonly topX: number;
  readonly topY: number;
  readonly bottomX: number;
  readonly bottomY: number;
  readonly topDepth: number;
  readonly bottomDepth: number;
}

const STEPS = 96;

/**
 * The shape of a page bent like a general cylinder, from its bent edges alone.
 *
 * The straight rulings of the paper are parallel in space, so in the photo they meet in one vanishing point: where the
 * two straight edges meet. Its ray is their direction g. A rectangular sheet's top edge lies in a plane across g, so a
 * point of it seen along ray r is at depth c / (r . g), and its true shape, and with it the length along the paper,
 * follows; the ruling through it meets the bottom edge on the line towards the vanishing point. (The model of
 * F. Courteille et al., "Shape from shading for the digitization of curved documents", 2007, and G. Meng et al.,
 * "Metric rectification of curved document images", 2012, solved in closed form for a known focal length.)
 *
 * @returns null where the edges do not make such a page
 */
export function cylinderOf(page: BentPage, camera: Pinhole): Cylinder | null {
  const [a, b, c, d] = page.quad;
  const direction = sharedDirection(a, d, b, c, camera);
  const rulings: Ruling[] = [];
  const lengths: number[] = [0];
  let heights = 0;
  let before: Ray | null = null;
  for (let i = 0; i <= STEPS; i++) {
    const top = pointOn(page.top, i / STEPS);
    const bottom = meetEdge(page.bottom, top, direction, camera);
    if (!bottom) return null;
    const space = inSpace(top, bottom, direction, camera);
    if (!space) return null;
    rulings.push({
      topX: top[0],
      topY: top[1],
      bottomX: bottom[0],
      bottomY: bottom[1],
      topDepth: space.top[2],
      bottomDepth: space.bottom[2],
    });
    heights += distance(space.top, space.bottom) / (STEPS + 1);
    if (before) lengths.push(lengths[i - 1] + distance(before, space.top));
    before = space.top;
  }
  const width = lengths[STEPS];
  if (!(width > 0) || !(heights > 0)) return null;
  return { proportion: heights / width, at: (u) => rulingAt(rulings, lengths, u * width) };
}

/** Where the ruling through a point of the top edge meets the bottom edge. */
function meetEdge(edge: readonly Point[], top: Point, g: Ray, camera: Pinhole): Point | null {
  const ray = rayOf(top, camera);
  const dx = g[0] - ray[0] * g[2];
  const dy = g[1] - ray[1] * g[2];
  const sideOf = ([x, y]: Point) => (x - top[0]) * dy - (y - top[1]) * dx;
  const last = edge.length - 1;
  for (let i = 0; i < last; i++) {
    const a = sideOf(edge[i]);
    const b = sideOf(edge[i + 1]);
    if (a * b > 0) continue;
    return mix(edge[i], edge[i + 1], a === b ? 0 : a / (a - b));
  }
  // Just outside the edge's ends: go on straight.
  const atStart = Math.abs(sideOf(edge[0])) < Math.abs(sideOf(edge[last]));
  const [from, to] = atStart ? [edge[0], edge[1]] : [edge[last], edge[last - 1]];
  const a = sideOf(from);
  const b = sideOf(to);
  const share = a / (a - b);
  return Number.isFinite(share) && Math.abs(share) < 0.2 * last ? mix(from, to, share) : null;
}

function mix([ax, ay]: Point, [bx, by]: Point, share: number): Point {
  return [ax + (bx - ax) * share, ay + (by - ay) * share];
}

/**
 * Both ends of a ruling in space. Both edges lie in planes across g; the top plane's offset is the unit of length, and
 * a ruling's two ends differ by a step along g.
 */
function inSpace(top: Point, bottom: Point, g: Ray, camera: Pinhole): { top: Ray; bottom: Ray } | null {
  const t = rayOf(top, camera);
  const b = rayOf(bottom, camera);
  const across = dot(t, g);
  if (Math.abs(across) < 0.02) return null;
  const depth = 1 / Math.abs(across);
  const start: Ray = [t[0] * depth, t[1] * depth, depth];
  const step = alongTo(start, g, b);
  if (!(step > 0)) return null;
  const end: Ray = [start[0] + step * g[0], start[1] + step * g[1], start[2] + step * g[2]];
  return end[2] > 0 ? { top: start, bottom: end } : null;
}

/** The place a share of the way along a line of evenly spread points. */
function pointOn(points: readonly Point[], share: number): Point {
  const at = share * (points.length - 1);
  const i = Math.min(points.length - 2, Math.floor(at));
  return mix(points[i], points[i + 1], at - i);
}

function rulingAt(rulings: readonly Ruling[], lengths: readonly number[], wanted: number): Ruling {
  let low = 0;
  let high = lengths.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (lengths[middle] <= wanted) low = middle;
    else high = middle;
  }
  const share = (wanted - lengths[low]) / (lengths[high] - lengths[low]);
  const [a, b] = [rulings[low], rulings[high]];
  const between = (key: keyof Ruling) => a[key] + (b[key] - a[key]) * share;
  return {
    topX: between('topX'),
    topY: between('topY'),
    bottomX: between('bottomX'),
    bottomY: between('bottomY'),
    topDepth: between('topDepth'),
    bottomDepth: between('bottomDepth'),
  };
}
