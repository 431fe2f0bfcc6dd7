/** A place, [x, y], in the frame that the function names (photo pixels unless it says otherwise). */
export type Point = readonly [x: number, y: number];

/** Four corners, clockwise (y down) from the page's own top left: top left, top right, bottom right, bottom left. */
export type Quad = readonly [Point, Point, Point, Point];

/** The quad of a whole image. */
export function wholeQuad(width: number, height: number): Quad {
  return [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
}

/** Signed area by the shoelace formula; positive when the corners run clockwise on screen (y down). */
export function signedArea(points: readonly Point[]): number {
  let twice = 0;
  // By index and not taken apart: outlines are compared some hundred thousand times a photo.
  for (let i = 0; i < points.length; i++) {
    const from = points[i];
    const to = points[i + 1 < points.length ? i + 1 : 0];
    twice += from[0] * to[1] - to[0] * from[1];
  }
  return twice / 2;
}

/** True when the corners run clockwise and every turn at a corner is to the same side. */
export function isConvex(quad: Quad): boolean {
  for (let i = 0; i < 4; i++) {
    const [ax, ay] = quad[i];
    const [bx, by] = quad[(i + 1) % 4];
    const [cx, cy] = quad[(i + 2) % 4];
    if ((bx - ax) * (cy - by) - (by - ay) * (cx - bx) <= 0) return false;
  }
  return true;
}

/** Every corner moved by the same factor: between a photo and its shrunken copy. */
export function scaleQuad(quad: Quad, factor: number): Quad {
  return mapQuad(quad, ([x, y]) => [x * factor, y * factor]);
}

/** Every corner through a function. */
export function mapQuad(quad: Quad, change: (corner: Point) => Point): Quad {
  return [change(quad[0]), change(quad[1]), change(quad[2]), change(quad[3])];
}

/**
 * The same quad with its corners named anew so that the corner nearest the image's top left comes first:
 * without a look at the writing, the photo's own top is the best guess at the page's top.
 */
export function startAtTopLeft(quad: Quad): Quad {
  let best = 0;
  let bestCost = Infinity;
  for (let i = 0; i < 4; i++) {
    // The side that starts at corner i should run to the right, and be the upper of the two that do.
    const [ax, ay] = quad[i];
    const [bx, by] = quad[(i + 1) % 4];
    const length = Math.hypot(bx - ax, by - ay) || 1;
    const cost = 1 - (bx - ax) / length;
    if (cost < bestCost) {
      best = i;
      bestCost = cost;
    }
  }
  return rotateCorners(quad, best);
}

/** The same quad starting at corner `first`. */
export function rotateCorners(quad: Quad, first: number): Quad {
  return [quad[first % 4], quad[(first + 1) % 4], quad[(first + 2) % 4], quad[(first + 3) % 4]];
}
