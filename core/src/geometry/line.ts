import type { Point } from './quad';

/**
 * A straight line in Hesse form: the points with x cos(angle) + y sin(angle) = offset.
 * `angle` is the direction of the normal in radians.
 */
export interface Line {
  readonly angle: number;
  readonly offset: number;
}

/** The line through two points. Along the sides of a clockwise quad the normal points inwards. */
export function lineThrough(a: Point, b: Point): Line {
  const angle = Math.atan2(b[0] - a[0], -(b[1] - a[1]));
  return { angle, offset: a[0] * Math.cos(angle) + a[1] * Math.sin(angle) };
}

/** Where two lines meet, or null when they are parallel to within about 0.1 degree. */
export function intersectLines(a: Line, b: Line): Point | null {
  const cosA = Math.cos(a.angle);
  const sinA = Math.sin(a.angle);
  const cosB = Math.cos(b.angle);
  const sinB = Math.sin(b.angle);
  const determinant = cosA * sinB - sinA * cosB;
  if (Math.abs(determinant) < 0.002) return null;
  return [
    (a.offset * sinB - b.offset * sinA) / determinant,
    (b.offset * cosA - a.offset * cosB) / determinant,
  ];
}

/** Signed distance of a point from a line, positive on the side that the normal points to. */
export function distanceTo(line: Line, [x, y]: Point): number {
  return x * Math.cos(line.angle) + y * Math.sin(line.angle) - line.offset;
}

/** The smallest angle between two undirected lines, 0 to pi/2. */
export function angleBetween(a: Line, b: Line): number {
  const d = Math.abs(a.angle - b.angle) % Math.PI;
  return Math.min(d, Math.PI - d);
}
