import type { Rgba } from '../raster/image';
import type { Point } from '../geometry/quad';
import {
  bowAt,
  fitBowRobustly,
  meetSides,
  normalOf,
  rechord,
  sidePoint,
  type Bow,
  type SideCurve,
} from '../geometry/sideCurve';

export interface RefineSidesOptions {
  /** how far to either side of each side the edge may lie, photo px */
  readonly radius: number;
  /** places to look at along each side */
  readonly places: number;
  /** which sides to leave as they are: the picture's own borders */
  readonly fixed: readonly boolean[];
  /** which sides may be bent */
  readonly bent: readonly boolean[];
}

export interface RefinedSides {
  readonly sides: SideCurve[];
  /** share of the places along each side where an edge lies on it, 0 to 1 */
  readonly evidence: readonly number[];
}

/** Places are looked at along one side between these shares of its length (the very corners may be round). */
const FROM = 0.03;
const TO = 0.97;
/** Profiles side by side that are averaged at each place. */
const TANGENTS = 5;

/**
 * Sub-pixel sides: across each side takes colour profiles from the photo, finds in each the place where the
 * side's own colour step is steepest, fits a line (or, for a bent side, a cubic) through these robustly, and meets the
 * sides in corners.
 *
 * @param sides of a clockwise quad, photo pixels, right to within `radius`
 * @returns each side from corner to corner; one without enough evidence stays where it was
 */
export function refineSides(
  photo: Rgba,
  sides: readonly SideCurve[],
  { radius, places, fixed, bent }: RefineSidesOptions,
): RefinedSides {
  const found = sides.map((side, i) =>
    fixed[i] ? { side, evidence: 0 } : refineSide(photo, side, radius, places, bent[i] ? 3 : 1),
  );
  const refined = found.map(({ side }) => side);
  const reach = 3 * radius + 4;
  const corners = refined.map((side, i): Point => {
    const corner = meetSides(refined[(i + 3) % 4], side);
    const before = sides[i].from;
    const isFar = !corner || Math.hypot(corner[0] - before[0], corner[1] - before[1]) > reach;
    return isFar ? before : corner;
  });
  return {
    sides: refined.map((side, i) => rechord(side, corners[i], corners[(i + 1) % 4])),
    evidence: found.map(({ evidence }) => evidence),
  };
}

interface Profile {
  readonly t: number;
  /** red, green, blue at each step across, outside first */
  readonly colours: Float64Array;
}

function refineSide(
  photo: Rgba,
  side: SideCurve,
  radius: number,
  places: number,
  degree: number,
): { side: SideCurve; evidence: number } {
  const unchanged = { side, evidence: 0 };
  const spacing = Math.max(0.5, radius / 16);
  const half = Math.ceil(radius / spacing);
  const profiles: Profile[] = [];
  for (let k = 0; k < places; k++) {
    const t = FROM + ((TO - FROM) * (k + 0.5)) / places;
    const profile = readProfile(photo, side, t, half, spacing);
    if (profile) profiles.push(profile);
  }
  if (profiles.length < 10) return unchanged;
  const direction = stepColour(profiles, half);
  const ts: number[] = [];
  const ds: number[] = [];
  const weights: number[] = [];
  for (const { t, colours } of profiles) {
    const found = steepest(colours, direction, half);
    if (!found) continue;
    ts.push(t);
    ds.push(found.at * spacing);
    weights.push(Math.min(found.slope, 20));
  }
  if (ts.length < places / 6) return unchanged;
  const change = fitBowRobustly(ts, ds, weights, { degree, scale: radius / 3 });
  if (!change) return unchanged;
  const near = ts.filter((t, i) => Math.abs(ds[i] - bowAt(change, t)) < radius / 6 + spacing).length;
  const [a, b, c, d] = side.bow;
  const bow: Bow = [a + change[0], b + change[1], c + change[2], d + change[3]];
  return { side: { ...side, bow }, evidence: near / places };
}

function readProfile(photo: Rgba, side: SideCurve, t: number, half: number, spacing: number): Profile | null {
  const at = sidePoint(side, t);
  const normal = normalOf(side);
  const nx = normal[0] * spacing;
  const ny = normal[1] * spacing;
  if (!isInside(photo, at[0] - nx * half, at[1] - ny * half)) return null;
  if (!isInside(photo, at[0] + nx * half, at[1] + ny * half)) return null;
  const colours = new Float64Array((2 * half + 1) * 3);
  const tangent = Math.max(1, ((half + 1) * spacing) / 8);
  // Along the side itself, so that a bow does not smear the profile.
  const length = Math.hypot(side.to[0] - side.from[0], side.to[1] - side.from[1]);
  const slope = (bowAt(side.bow, t + 1e-3) - bowAt(side.bow, t - 1e-3)) / (2e-3 * length);
  const tx = (normal[1] + normal[0] * slope) * tangent;
  const ty = (-normal[0] + normal[1] * slope) * tangent;
  for (let i = -half; i <= half; i++) {
    for (let k = 0; k < TANGENTS; k++) {
      const shift = k - (TANGENTS - 1) / 2;
      addBilinear(photo, at[0] + nx * i + tx * shift, at[1] + ny * i + ty * shift, colours, (i + half) * 3);
    }
  }
  return { t, colours };
}

function isInside({ width, height }: Rgba, x: number, y: number): boolean {
  return x >= 1 && y >= 1 && x < width - 1 && y < height - 1;
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
  const values = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    values[i] = colours[i * 3] * r + colours[i * 3 + 1] * g + colours[i * 3 + 2] * b;
  }
  const width = Math.max(1, Math.round(half / 8));
  const slopes = new Float64Array(count);
  for (let i = width; i < count - width; i++) {
    let rise = 0;
    for (let k = 1; k <= width; k++) rise += values[i + k] - values[i - k];
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
