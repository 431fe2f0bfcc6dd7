import type { Point } from './quad';

/**
 * One side of a sheet: the chord between two points, and how far the side bows from it. The bow at share t of the
 * chord is a cubic in 2 t - 1, in pixels along the chord's normal (inwards for a side of a clockwise quad).
 */
export interface SideCurve {
  readonly from: Point;
  readonly to: Point;
  /** coefficients by rising power */
  readonly bow: Bow;
}

export type Bow = readonly [number, number, number, number];

export const STRAIGHT: Bow = [0, 0, 0, 0];

export function straightSide(from: Point, to: Point): SideCurve {
  return { from, to, bow: STRAIGHT };
}

export function bowAt([c0, c1, c2, c3]: Bow, t: number): number {
  const s = 2 * t - 1;
  return c0 + s * (c1 + s * (c2 + s * c3));
}

/** The chord's unit normal. */
export function normalOf({ from, to }: SideCurve): Point {
  const dx = to[0] - from[0];
  const dy = to[1] - from[1];
  const length = Math.hypot(dx, dy) || 1;
  return [-dy / length, dx / length];
}

/** The point of the side at share t of its chord; t may run a little beyond 0 and 1. */
export function sidePoint(side: SideCurve, t: number): Point {
  const [nx, ny] = normalOf(side);
  const d = bowAt(side.bow, t);
  const { from, to } = side;
  return [from[0] + (to[0] - from[0]) * t + nx * d, from[1] + (to[1] - from[1]) * t + ny * d];
}

/** The largest distance of the side from the straight line between its own ends, px. */
export function sagitta({ bow }: SideCurve): number {
  const start = bowAt(bow, 0);
  const end = bowAt(bow, 1);
  let most = 0;
  for (let k = 1; k < 16; k++) {
    most = Math.max(most, Math.abs(bowAt(bow, k / 16) - start - ((end - start) * k) / 16));
  }
  return most;
}

/**
 * Where the end of one side meets the start of the next, by Newton's method on the two shares.
 *
 * @returns null where they do not meet near there
 */
export function meetSides(first: SideCurve, second: SideCurve): Point | null {
  let t = 1;
  let u = 0;
  const step = 1e-3;
  for (let i = 0; i < 8; i++) {
    const p = sidePoint(first, t);
    const q = sidePoint(second, u);
    const dp = sidePoint(first, t + step);
    const dq = sidePoint(second, u + step);
    const [ax, ay] = [(dp[0] - p[0]) / step, (dp[1] - p[1]) / step];
    const [bx, by] = [(dq[0] - q[0]) / step, (dq[1] - q[1]) / step];
    const determinant = -ax * by + bx * ay;
    if (Math.abs(determinant) < 1e-6) return null;
    const [rx, ry] = [q[0] - p[0], q[1] - p[1]];
    t += (-rx * by + bx * ry) / determinant;
    u += (ax * ry - ay * rx) / determinant;
    if (Math.abs(t - 1) > 0.5 || Math.abs(u) > 0.5) return null;
  }
  return sidePoint(first, t);
}

/** A side given anew on the chord between two of its own points, so that its bow is zero at both ends. */
export function rechord(side: SideCurve, from: Point, to: Point): SideCurve {
  const samples = 24;
  const chord = straightSide(from, to);
  const [nx, ny] = normalOf(chord);
  const length2 = (to[0] - from[0]) ** 2 + (to[1] - from[1]) ** 2;
  const ts: number[] = [];
  const ds: number[] = [];
  for (let k = 0; k <= samples; k++) {
    const [x, y] = sidePoint(side, k / samples);
    ts.push(((x - from[0]) * (to[0] - from[0]) + (y - from[1]) * (to[1] - from[1])) / length2);
    ds.push((x - from[0]) * nx + (y - from[1]) * ny);
  }
  return { from, to, bow: fitBow(ts, ds, () => 1, 3) };
}

/** Weighted least squares for a bow of the given degree (1 to 3). */
export function fitBow(
  ts: readonly number[],
  ds: readonly number[],
  weight: (i: number) => number,
  degree: number,
): Bow {
  const size = degree + 1;
  const matrix = Array.from({ length: size }, () => new Float64Array(size + 1));
  ts.forEach((t, i) => {
    const s = 2 * t - 1;
    const w = weight(i);
    if (w <= 0) return;
    const powers = [1, s, s * s, s * s * s];
    for (let r = 0; r < size; r++) {
      for (let c = 0; c < size; c++) matrix[r][c] += w * powers[r] * powers[c];
      matrix[r][size] += w * powers[r] * ds[i];
    }
  });
  const solved = solve(matrix);
  return [solved[0] ?? 0, solved[1] ?? 0, solved[2] ?? 0, solved[3] ?? 0];
}

/** Gaussian elimination with pivoting, a trace of ridge for degenerate input. */
function solve(rows: Float64Array[]): number[] {
  const size = rows.length;
  for (let i = 0; i < size; i++) rows[i][i] += 1e-9;
  for (let i = 0; i < size; i++) {
    let pivot = i;
    for (let r = i + 1; r < size; r++) if (Math.abs(rows[r][i]) > Math.abs(rows[pivot][i])) pivot = r;
    [rows[i], rows[pivot]] = [rows[pivot], rows[i]];
    for (let r = i + 1; r < size; r++) {
      const factor = rows[r][i] / rows[i][i];
      for (let c = i; c <= size; c++) rows[r][c] -= factor * rows[i][c];
    }
  }
  const result = new Array<number>(size).fill(0);
  for (let i = size - 1; i >= 0; i--) {
    let sum = rows[i][size];
    for (let c = i + 1; c < size; c++) sum -= rows[i][c] * result[c];
    result[i] = sum / rows[i][i];
  }
  return result;
}

/** Robust fit: Tukey's biweight around the fit before, its reach halved half way. `scale` is where doubt begins, px. */
export function fitBowRobustly(
  ts: readonly number[],
  ds: readonly number[],
  weights: readonly number[],
  { degree, scale }: { readonly degree: number; readonly scale: number },
): Bow | null {
  let bow: Bow = fitBow(ts, ds, (i) => weights[i] / (1 + Math.abs(ds[i]) / scale), Math.min(1, degree));
  const rounds = 8;
  for (let round = 0; round < rounds; round++) {
    const cut = 2 * scale * (round < rounds / 2 ? 1 : 0.5);
    let count = 0;
    const now = bow;
    const weight = (i: number) => {
      const u = (ds[i] - bowAt(now, ts[i])) / cut;
      if (Math.abs(u) >= 1) return 0;
      count++;
      return weights[i] * (1 - u * u) ** 2;
    };
    bow = fitBow(ts, ds, weight, degree);
    if (count < degree + 2) return null;
  }
  return bow;
}
