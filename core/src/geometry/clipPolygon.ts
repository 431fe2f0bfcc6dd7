import { signedArea, type Point, type Quad } from './quad';

/**
 * Intersection over union of two convex polygons, 0 to 1 (Sutherland-Hodgman clipping). Both clockwise.
 */
export function intersectionOverUnion(a: Quad, b: Quad): number {
  const shared = Math.max(0, signedArea(clipPolygon(a, b)));
  const union = Math.abs(signedArea(a)) + Math.abs(signedArea(b)) - shared;
  return union > 0 ? shared / union : 0;
}

/** The part of `subject` inside the convex clockwise polygon `window`. */
export function clipPolygon(subject: readonly Point[], window: readonly Point[]): Point[] {
  let output = [...subject];
  for (let i = 0; i < window.length && output.length > 0; i++) {
    output = cutOff(output, window[i], window[(i + 1) % window.length]);
  }
  return output;
}

/** What of a polygon lies to the right (on screen) of the way from one point to another. */
function cutOff(polygon: readonly Point[], from: Point, to: Point): Point[] {
  const kept: Point[] = [];
  let previous = polygon[polygon.length - 1];
  let before = sideOf(previous, from, to);
  for (const current of polygon) {
    const now = sideOf(current, from, to);
    if (now >= 0 !== before >= 0) {
      const share = before / (before - now);
      kept.push([
        previous[0] + (current[0] - previous[0]) * share,
        previous[1] + (current[1] - previous[1]) * share,
      ]);
    }
    if (now >= 0) kept.push(current);
    previous = current;
    before = now;
  }
  return kept;
}

function sideOf(p: Point, from: Point, to: Point): number {
  return (to[0] - from[0]) * (p[1] - from[1]) - (to[1] - from[1]) * (p[0] - from[0]);
}
