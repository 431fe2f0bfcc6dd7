import type { EdgeField } from './edgeField';
import { fitLine } from './fitLine';
import type { Line } from '../geometry/line';
import type { Point } from '../geometry/quad';

export interface AlignLineOptions {
  /** how far to either side of the line an edge is looked for, px */
  readonly radius: number;
}

/** Edges whose direction is off by more than 0.3 radians belong to something else: cosine of twice that. */
const LEAST_COS2 = Math.cos(0.6);
/** Places along the line are this far from each other, px. */
const STEP = 2;

/**
 * Moves a roughly known line onto the edge under it: at every pixel along the line takes the strongest
 * edge that runs the line's way, and fits a line through those robustly.
 */
export function alignLine(field: EdgeField, line: Line, { radius }: AlignLineOptions): Line {
  const points: Point[] = [];
  const weights: number[] = [];
  const cos = Math.cos(line.angle);
  const sin = Math.sin(line.angle);
  const [cosTwice, sinTwice] = [Math.cos(2 * line.angle), Math.sin(2 * line.angle)];
  const { width, height, strength, cos2, sin2 } = field;
  forEachVisible(width, height, line, STEP, (x, y) => {
    let best = 0;
    let bestAt = 0;
    for (let d = -radius; d <= radius; d++) {
      const px = Math.floor(x + cos * d);
      const py = Math.floor(y + sin * d);
      if (px < 1 || py < 1 || px >= width - 1 || py >= height - 1) continue;
      const i = py * width + px;
      if (strength[i] <= best || cos2[i] * cosTwice + sin2[i] * sinTwice < LEAST_COS2) continue;
      best = strength[i];
      bestAt = d;
    }
    if (best > 0) {
      points.push([x + cos * bestAt, y + sin * bestAt]);
      weights.push(Math.log1p(best));
    }
  });
  return fitLine(points, weights, { line, scale: radius / 2 }) ?? line;
}

/** Calls back at places `step` px apart along the part of a line that lies inside a width x height image. */
export function forEachVisible(
  width: number,
  height: number,
  line: Line,
  step: number,
  visit: (x: number, y: number, t: number) => void,
): void {
  const cos = Math.cos(line.angle);
  const sin = Math.sin(line.angle);
  const reach = Math.ceil(Math.hypot(width, height) / step) * step;
  const [x0, y0] = [line.offset * cos, line.offset * sin];
  const [low, high] = visibleStretch(x0, -sin, width, visibleStretch(y0, cos, height, [-reach, reach]));
  // A place more at both ends: whether it is inside is told by its own coordinates.
  const first = Math.max(-reach, Math.floor(low / step) * step);
  for (let t = first; t <= Math.min(reach, high + step); t += step) {
    const x = x0 - sin * t;
    const y = y0 + cos * t;
    if (x >= 0 && y >= 0 && x < width && y < height) visit(x, y, t);
  }
}

/** What is left of a stretch of t where start + slope * t lies from 0 to size. */
function visibleStretch(
  start: number,
  slope: number,
  size: number,
  [low, high]: readonly [number, number],
): readonly [number, number] {
  if (slope === 0) return start >= 0 && start < size ? [low, high] : [0, -1];
  const [a, b] = [-start / slope, (size - start) / slope];
  return [Math.max(low, Math.min(a, b)), Math.min(high, Math.max(a, b))];
}
