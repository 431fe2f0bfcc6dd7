import type { Line } from '../geometry/line';
import type { Point } from '../geometry/quad';

export interface FitLineOptions {
  /** where to start */
  readonly line: Line;
  /** distance, px, at which a point starts to be disbelieved; halved once while fitting */
  readonly scale: number;
}

const ROUNDS = 6;

/**
 * Weighted line through points by iteratively re-weighted total least squares with Tukey's biweight, so
 * that points more than about two scales off do not count at all.
 *
 * @returns null when fewer than three points remain in play
 */
export function fitLine(
  points: readonly Point[],
  weights: readonly number[],
  { line, scale }: FitLineOptions,
): Line | null {
  let current = line;
  for (let round = 0; round < ROUNDS; round++) {
    const cut = 2 * scale * (round < ROUNDS / 2 ? 1 : 0.5);
    const next = leastSquares(points, weights, current, cut);
    if (!next) return round === 0 ? null : current;
    current = next;
  }
  return current;
}

function leastSquares(
  points: readonly Point[],
  weights: readonly number[],
  line: Line,
  cut: number,
): Line | null {
  let sum = 0;
  let count = 0;
  let mx = 0;
  let my = 0;
  const biweights = new Float64Array(points.length);
  const [cos, sin] = [Math.cos(line.angle), Math.sin(line.angle)];
  for (let i = 0; i < points.length; i++) {
    const [x, y] = points[i];
    const u = (x * cos + y * sin - line.offset) / cut;
    if (u <= -1 || u >= 1) continue;
    const w = weights[i] * (1 - u * u) ** 2;
    if (w > 0) count++;
    biweights[i] = w;
    sum += w;
    mx += w * x;
    my += w * y;
  }
  if (count < 3 || sum <= 0) return null;
  mx /= sum;
  my /= sum;
  let xx = 0;
  let yy = 0;
  let xy = 0;
  for (let i = 0; i < points.length; i++) {
    const dx = points[i][0] - mx;
    const dy = points[i][1] - my;
    xx += biweights[i] * dx * dx;
    yy += biweights[i] * dy * dy;
    xy += biweights[i] * dx * dy;
  }
  // The normal is the direction of least spread; keep it on the side that the start line's pointed to.
  let angle = 0.5 * Math.atan2(2 * xy, xx - yy) + Math.PI / 2;
  if (Math.cos(angle - line.angle) < 0) angle += Math.PI;
  return { angle, offset: mx * Math.cos(angle) + my * Math.sin(angle) };
}
