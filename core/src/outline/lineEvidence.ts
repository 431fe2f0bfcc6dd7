import type { Plane } from '../raster/image';
import { forEachVisible } from './alignLine';
import type { EdgeField } from './edgeField';
import type { Line } from './line';

/** What the picture says about an edge along a line, as running sums so that any stretch is read at once. */
export interface LineEvidence {
  readonly line: Line;
  /** position along the line (px, see `along`) of the first and one past the last visible sample */
  readonly from: number;
  readonly to: number;
  /** SUM_COUNT running sums a sample: see the SUM_ constants */
  readonly sums: Float64Array;
}

/** Running sums: is there an edge here, 0 to 1 */
export const SUM_SUPPORT = 0;
/** length of the colour step across the line */
export const SUM_STEP = 1;
/** colour (light, warm, green) on the side that the normal points to */
export const SUM_AHEAD = 2;
/** colour on the other side */
export const SUM_BEHIND = 5;
export const SUM_COUNT = 8;

export interface EvidenceSource {
  /** light, warm, green, with thin dark marks closed */
  readonly channels: readonly [Plane, Plane, Plane];
  readonly field: EdgeField;
  /** standard deviation of the picture's noise, grey levels */
  readonly noise: number;
}

/** How far from the line the two sides are compared, px: past the blur of the edge, short of the first words. */
const DISTANCES = [2, 3.5, 5] as const;

/**
 * Measures along a line whether it divides two colours (a sheet's side does; a ruled line has the same paper
 * on both sides) or at least carries an edge (the thin shadow round a white sheet on a white desk).
 */
export function lineEvidence(source: EvidenceSource, line: Line): LineEvidence {
  const { width, height } = source.field;
  const samples: number[] = [];
  let from = 0;
  let count = 0;
  const running = new Float64Array(SUM_COUNT);
  const measured = new Float64Array(SUM_COUNT);
  for (let k = 0; k < SUM_COUNT; k++) samples.push(0);
  forEachVisible(width, height, line, (x, y, t) => {
    if (count === 0) from = t;
    count++;
    measureAt(source, line, x, y, measured);
    for (let k = 0; k < SUM_COUNT; k++) {
      running[k] += measured[k];
      samples.push(running[k]);
    }
  });
  return { line, from, to: from + count, sums: Float64Array.from(samples) };
}

function measureAt(source: EvidenceSource, line: Line, x: number, y: number, out: Float64Array): void {
  const { channels, field, noise } = source;
  const cos = Math.cos(line.angle);
  const sin = Math.sin(line.angle);
  out.fill(0);
  for (const d of DISTANCES) {
    for (let c = 0; c < 3; c++) {
      out[SUM_AHEAD + c] += nearest(channels[c], x + cos * d, y + sin * d) / DISTANCES.length;
      out[SUM_BEHIND + c] += nearest(channels[c], x - cos * d, y - sin * d) / DISTANCES.length;
    }
  }
  const step = Math.hypot(
    out[SUM_AHEAD] - out[SUM_BEHIND],
    out[SUM_AHEAD + 1] - out[SUM_BEHIND + 1],
    out[SUM_AHEAD + 2] - out[SUM_BEHIND + 2],
  );
  let edge = 0;
  for (let d = -1; d <= 1; d++) {
    const px = Math.min(field.width - 1, Math.max(0, Math.floor(x + cos * d)));
    const py = Math.min(field.height - 1, Math.max(0, Math.floor(y + sin * d)));
    const i = py * field.width + px;
    const turn = Math.abs(field.direction[i] - line.angle) % Math.PI;
    if (Math.min(turn, Math.PI - turn) < 0.35) edge = Math.max(edge, field.strength[i]);
  }
  const stepSupport = Math.max(0, step - noise) / (step + 2 * noise + 3);
  const edgeSupport = Math.max(0, edge - noise) / (edge + 2 * noise + 1.5);
  out[SUM_STEP] = step;
  out[SUM_SUPPORT] = edgeSupport * (0.35 + 0.65 * stepSupport);
}

function nearest(plane: Plane, x: number, y: number): number {
  const px = Math.min(plane.width - 1, Math.max(0, Math.floor(x)));
  const py = Math.min(plane.height - 1, Math.max(0, Math.floor(y)));
  return plane.data[py * plane.width + px];
}

/** Where a point of the line lies along it, px; grows with the normal turned clockwise on screen. */
export function along(line: Line, x: number, y: number): number {
  return -x * Math.sin(line.angle) + y * Math.cos(line.angle);
}

/** The mean of one running sum over the visible part of [a, b); `seen` is that part's length in px. */
export function meanOver(evidence: LineEvidence, a: number, b: number, sum: number): number {
  const [low, high] = visiblePart(evidence, a, b);
  if (high <= low) return 0;
  return (evidence.sums[high * SUM_COUNT + sum] - evidence.sums[low * SUM_COUNT + sum]) / (high - low);
}

/** How many samples of [a, b) lie inside the picture. */
export function seenOver(evidence: LineEvidence, a: number, b: number): number {
  const [low, high] = visiblePart(evidence, a, b);
  return Math.max(0, high - low);
}

function visiblePart(evidence: LineEvidence, a: number, b: number): [number, number] {
  const length = evidence.to - evidence.from;
  const low = Math.min(length, Math.max(0, Math.round(Math.min(a, b) - evidence.from)));
  const high = Math.min(length, Math.max(0, Math.round(Math.max(a, b) - evidence.from)));
  return [low, high];
}
