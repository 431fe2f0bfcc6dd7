import type { Plane } from '../raster/image';
import type { EdgeField } from './edgeField';
import type { Point } from '../geometry/quad';
import { fitBowRobustly, normalOf, straightSide, type SideCurve } from '../geometry/sideCurve';

export interface TraceSource {
  readonly field: EdgeField;
  /** standard deviation of the picture's noise, grey levels */
  readonly noise: number;
  /** the net's answer, stretched over the picture */
  readonly sheet: Plane;
}

export interface TraceSideOptions {
  /** how far the side may bow to either side of the chord, px */
  readonly reach: number;
}

export interface TracedSide {
  readonly side: SideCurve;
  /** edge evidence along it, 0 to 1 */
  readonly support: number;
}

const PLACES = 44;
const MOST_STEP = 4;
/** Edges whose direction is off by more than 0.6 radians belong to something else: cosine of twice that. */
const LEAST_COS2 = Math.cos(1.2);

/**
 * Follows a side that may be bent: of all paths from one end of the chord to the other that move by a few pixels from
 * place to place, the one over the most edge (dynamic programming), and the cubic that fits it.
 *
 * @returns null where no path has an edge under it
 */
export function traceSide(
  source: TraceSource,
  from: Point,
  to: Point,
  { reach }: TraceSideOptions,
): TracedSide | null {
  const chord = straightSide(from, to);
  const states = 2 * reach + 1;
  const gains = Array.from({ length: PLACES }, (_, k) => {
    const t = (k + 0.5) / PLACES;
    return Float64Array.from({ length: states }, (_, s) => gainAt(source, chord, t, s - reach));
  });
  const path = bestPath(gains, states);
  const ts = path.map((_, k) => (k + 0.5) / PLACES);
  const ds = path.map((s) => s - reach);
  const weights = path.map((s, k) => Math.max(0, gains[k][s]) + 0.01);
  const bow = fitBowRobustly(ts, ds, weights, { degree: 3, scale: 2 });
  if (!bow) return null;
  const side: SideCurve = { from, to, bow };
  return { side, support: supportOf(source, side) };
}

/** Mean edge evidence along a side, 0 to 1. */
export function supportOf(source: TraceSource, side: SideCurve): number {
  const chord = straightSide(side.from, side.to);
  let sum = 0;
  for (let k = 0; k < PLACES; k++) {
    const t = (k + 0.5) / PLACES;
    const s = 2 * t - 1;
    const [c0, c1, c2, c3] = side.bow;
    const d = c0 + s * (c1 + s * (c2 + s * c3));
    sum += Math.max(...[-1, 0, 1].map((shift) => edgeAt(source, chord, t, d + shift)));
  }
  return sum / PLACES;
}

function gainAt(source: TraceSource, chord: SideCurve, t: number, d: number): number {
  return edgeAt(source, chord, t, d) + 0.5 * sheetStepAt(source, chord, t, d) - 0.003 * Math.abs(d);
}

function placeAt({ from, to }: SideCurve, [nx, ny]: Point, t: number, d: number): Point {
  return [from[0] + (to[0] - from[0]) * t + nx * d, from[1] + (to[1] - from[1]) * t + ny * d];
}

function edgeAt({ field, noise }: TraceSource, chord: SideCurve, t: number, d: number): number {
  const normal = normalOf(chord);
  const [x, y] = placeAt(chord, normal, t, d);
  const px = Math.floor(x);
  const py = Math.floor(y);
  if (px < 1 || py < 1 || px >= field.width - 1 || py >= field.height - 1) return 0;
  const i = py * field.width + px;
  const strength = field.strength[i];
  if (strength <= noise) return 0;
  const [nx, ny] = normal;
  if (field.cos2[i] * (nx * nx - ny * ny) + field.sin2[i] * 2 * nx * ny < LEAST_COS2) return 0;
  return (strength - noise) / (strength + 2 * noise + 1.5);
}

/** How much more the net takes the inside for sheet than the outside. */
function sheetStepAt({ field, sheet }: TraceSource, chord: SideCurve, t: number, d: number): number {
  const reach = 0.02 * Math.max(field.width, field.height);
  const { width, height } = field;
  return (
    sheetAt(sheet, width, height, chord, t, d + reach) - sheetAt(sheet, width, height, chord, t, d - reach)
  );
}

function sheetAt(
  sheet: Plane,
  width: number,
  height: number,
  chord: SideCurve,
  t: number,
  d: number,
): number {
  const [x, y] = placeAt(chord, normalOf(chord), t, d);
  const px = Math.min(sheet.width - 1, Math.max(0, Math.floor((x / width) * sheet.width)));
  const py = Math.min(sheet.height - 1, Math.max(0, Math.floor((y / height) * sheet.height)));
  return sheet.data[py * sheet.width + px];
}

function bestPath(gains: readonly Float64Array[], states: number): number[] {
  const from: Int16Array[] = [];
  let totals = Float64Array.from(gains[0]);
  for (let k = 1; k < gains.length; k++) {
    const next = new Float64Array(states);
    const came = new Int16Array(states);
    for (let s = 0; s < states; s++) {
      let best = -Infinity;
      for (let step = -MOST_STEP; step <= MOST_STEP; step++) {
        const p = s + step;
        if (p < 0 || p >= states) continue;
        const value = totals[p] - 0.02 * step * step;
        if (value > best) {
          best = value;
          came[s] = p;
        }
      }
      next[s] = best + gains[k][s];
    }
    totals = next;
    from.push(came);
  }
  let state = totals.indexOf(Math.max(...totals));
  const path = [state];
  for (let k = from.length - 1; k >= 0; k--) {
    state = from[k][state];
    path.push(state);
  }
  return path.reverse();
}
