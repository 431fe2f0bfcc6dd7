import type { Rgba } from '../raster/image';
import { fitLine } from './fitLine';
import { intersectLines, lineThrough, type Line } from './line';
import type { Point, Quad } from './quad';

export interface RefineQuadOptions {
  /** how far to either side of each side of the quad the edge may lie, photo px */
  readonly radius: number;
  /** which sides to leave as they are: the picture's own borders */
  readonly fixed: readonly boolean[];
}

/** Places looked at along one side, between these shares of its length (the very corners may be round). */
const SAMPLES = 72;
const FROM = 0.04;
const TO = 0.96;
/** Profiles side by side that are averaged at each place. */
const TANGENTS = 5;

/**
 * Sub-pixel sides: across each side takes colour profiles from the photo, finds in each the place where the
 * side's own colour step is steepest, fits a line through these robustly, and meets the lines in corners.
 *
 * @param quad clockwise, photo pixels, right to within `radius`
 * @returns the refined quad, photo pixels; a side without enough evidence stays where it was
 */
export function refineQuad(photo: Rgba, quad: Quad, { radius, fixed }: RefineQuadOptions): Quad {
  const lines = quad.map((corner, i) => {
    const line = lineThrough(corner, quad[(i + 1) % 4]);
    return fixed[i] ? line : refineSide(photo, corner, quad[(i + 1) % 4], line, radius);
  });
  const corners = lines.map((line, i) => intersectLines(lines[(i + 3) % 4], line));
  const reach = 3 * radius + 4;
  const moved = corners.map((corner, i): Point => {
    const far = !corner || Math.hypot(corner[0] - quad[i][0], corner[1] - quad[i][1]) > reach;
    return far ? quad[i] : corner;
  });
  return [moved[0], moved[1], moved[2], moved[3]];
}

interface Profile {
  readonly at: Point;
  /** red, green, blue at each step across, outside first */
  readonly colours: Float64Array;
}

function refineSide(photo: Rgba, a: Point, b: Point, line: Line, radius: number): Line {
  const spacing = Math.max(0.5, radius / 16);
  const half = Math.ceil(radius / spacing);
  const profiles: Profile[] = [];
  for (let k = 0; k < SAMPLES; k++) {
    const share = FROM + ((TO - FROM) * (k + 0.5)) / SAMPLES;
    const at: Point = [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
    const profile = readProfile(photo, at, line, half, spacing);
    if (profile) profiles.push(profile);
  }
  if (profiles.length < 8) return line;
  const direction = stepColour(profiles, half);
  const points: Point[] = [];
  const weights: number[] = [];
  for (const { at, colours } of profiles) {
    const found = steepest(colours, direction, half);
    if (!found) continue;
    const shift = found.at * spacing;
    points.push([at[0] + Math.cos(line.angle) * shift, at[1] + Math.sin(line.angle) * shift]);
    weights.push(Math.min(found.slope, 20));
  }
  if (points.length < SAMPLES / 6) return line;
  return fitLine(points, weights, { line, scale: radius / 3 }) ?? line;
}

function readProfile(photo: Rgba, at: Point, line: Line, half: number, spacing: number): Profile | null {
  const nx = Math.cos(line.angle) * spacing;
  const ny = Math.sin(line.angle) * spacing;
  const reach = (half + 1) * spacing;
  if (!inside(photo, at[0] - nx * half, at[1] - ny * half, 1)) return null;
  if (!inside(photo, at[0] + nx * half, at[1] + ny * half, 1)) return null;
  const colours = new Float64Array((2 * half + 1) * 3);
  const tangent = Math.max(1, reach / 8);
  const tx = -Math.sin(line.angle) * tangent;
  const ty = Math.cos(line.angle) * tangent;
  for (let i = -half; i <= half; i++) {
    for (let k = 0; k < TANGENTS; k++) {
      const side = k - (TANGENTS - 1) / 2;
      addBilinear(photo, at[0] + nx * i + tx * side, at[1] + ny * i + ty * side, colours, (i + half) * 3);
    }
  }
  return { at, colours };
}

function inside(photo: Rgba, x: number, y: number, margin: number): boolean {
  return x >= margin && y >= margin && x < photo.width - margin && y < photo.height - margin;
}

function addBilinear(photo: Rgba, x: number, y: number, out: Float64Array, at: number): void {
  const cx = Math.min(photo.width - 1.001, Math.max(0, x - 0.5));
  const cy = Math.min(photo.height - 1.001, Math.max(0, y - 0.5));
  const x0 = Math.floor(cx);
  const y0 = Math.floor(cy);
  const fx = cx - x0;
  const fy = cy - y0;
  const i = (y0 * photo.width + x0) * 4;
  const right = x0 + 1 < photo.width ? 4 : 0;
  const down = y0 + 1 < photo.height ? photo.width * 4 : 0;
  for (let c = 0; c < 3; c++) {
    const top = photo.data[i + c] * (1 - fx) + photo.data[i + right + c] * fx;
    const bottom = photo.data[i + down + c] * (1 - fx) + photo.data[i + down + right + c] * fx;
    out[at + c] += (top * (1 - fy) + bottom * fy) / TANGENTS;
  }
}

/** Unit colour vector from the outside to the inside of a side: the channel in which its step shows best. */
function stepColour(profiles: readonly Profile[], half: number): [number, number, number] {
  const step = [0, 0, 0];
  for (const { colours } of profiles) {
    for (let i = 0; i <= 2 * half; i++) {
      const weight = Math.sign(i - half);
      for (let c = 0; c < 3; c++) step[c] += weight * colours[i * 3 + c];
    }
  }
  const length = Math.hypot(step[0], step[1], step[2]);
  return length < 1e-9 ? [0.577, 0.577, 0.577] : [step[0] / length, step[1] / length, step[2] / length];
}

/** The steepest rise of a profile along the step's colour, to a fraction of a step by a parabola. */
function steepest(
  colours: Float64Array,
  [r, g, b]: readonly [number, number, number],
  half: number,
): { at: number; slope: number } | null {
  const count = 2 * half + 1;
  const value = (i: number) => colours[i * 3] * r + colours[i * 3 + 1] * g + colours[i * 3 + 2] * b;
  const width = Math.max(1, Math.round(half / 8));
  const slopes = new Float64Array(count);
  for (let i = width; i < count - width; i++) {
    let rise = 0;
    for (let k = 1; k <= width; k++) rise += value(i + k) - value(i - k);
    slopes[i] = rise / width;
  }
  let best = width;
  for (let i = width; i < count - width; i++) if (slopes[i] > slopes[best]) best = i;
  if (slopes[best] < 1 || best <= width || best >= count - width - 1) return null;
  const before = slopes[best - 1];
  const after = slopes[best + 1];
  const curve = before - 2 * slopes[best] + after;
  const shift = curve < 0 ? (before - after) / (2 * curve) : 0;
  return { at: best + shift - half, slope: slopes[best] };
}
