import type { Plane } from '../raster/image';
import { forEachVisible } from './alignLine';
import type { EdgeField } from './edgeField';
import type { Line } from '../geometry/line';

/** What the picture says about an edge along a line, as running sums so that any stretch is read at once. */
export interface LineEvidence {
  readonly line: Line;
  /** position along the line (px, see `along`) of the first visible sample */
  readonly from: number;
  /** visible samples, SAMPLE_STEP px apart */
  readonly count: number;
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
/** how much more the net takes the side that the normal points to for sheet than the other, -1 to 1 */
export const SUM_SHEET_STEP = 8;
/** is there an edge here when thin dark marks count too (the shadow between two sheets, but a ruled line as well) */
export const SUM_EDGE = 9;
/** does the net see a side here, 0 to 1 */
export const SUM_NET_SIDE = 10;
/** thin dark marks beside the line, grey levels: on the side that the normal points to, and on the other */
export const SUM_INK_AHEAD = 11;
export const SUM_INK_BEHIND = 12;
/** the same less what is usual around there, squared, and both multiplied: do the marks go on across the line? */
export const SUM_INK_AHEAD_SQUARED = 13;
export const SUM_INK_BEHIND_SQUARED = 14;
export const SUM_INK_PRODUCT = 15;
/** does a dark mark run through the line here, 0 to 1 */
export const SUM_CROSSING = 16;
export const SUM_COUNT = 17;

export interface EvidenceSource {
  /** light, warm, green, with thin dark marks closed */
  readonly channels: readonly [Plane, Plane, Plane];
  readonly field: EdgeField;
  /** edges with thin dark marks left as they are */
  readonly rawField: EdgeField;
  /** standard deviation of the picture's noise, grey levels */
  readonly noise: number;
  /** thin dark marks: how much darker they are than what they stand on, grey levels */
  readonly ink: Plane;
  /** the net's answers, stretched over the picture: sheet, and sides of sheets */
  readonly sheet: Plane;
  readonly netSides: Plane;
}

/** Across a line. */
interface Normal {
  readonly cos: number;
  readonly sin: number;
}

/** Samples along a line are this far from each other, px. */
const SAMPLE_STEP = 2;
/** How far from the line the two sides are compared, px: past the blur of the edge, short of the first words. */
const DISTANCES = [2, 3.5, 5] as const;
/** An edge within 0.35 radians of the line is along it: cosine of twice that. */
const LEAST_COS2 = Math.cos(0.7);
/** The net is vague about places: its two sides are compared this far from the line, as a share of the picture. */
const SHEET_DISTANCE = 0.022;

/**
 * Measures along a line whether it divides two colours (a sheet's side does; a ruled line has the same paper
 * on both sides) or at least carries an edge (the thin shadow round a white sheet on a white desk).
 */
export function lineEvidence(source: EvidenceSource, line: Line): LineEvidence {
  const { width, height } = source.field;
  let from = 0;
  let count = 0;
  const most = Math.ceil(Math.hypot(width, height) / SAMPLE_STEP) + 3;
  const sums = new Float64Array(most * SUM_COUNT);
  const measured = new Float64Array(SUM_COUNT);
  const normal: Normal = { cos: Math.cos(line.angle), sin: Math.sin(line.angle) };
  forEachVisible(width, height, line, SAMPLE_STEP, (x, y, t) => {
    if (count === 0) from = t;
    measured.fill(0);
    measureAt(source, normal, x, y, measured);
    measureInk(source.ink, normal, x, y, measured);
    const at = count * SUM_COUNT;
    for (let k = 0; k < SUM_COUNT; k++) sums[at + SUM_COUNT + k] = sums[at + k] + measured[k];
    count++;
  });
  addInkProducts(sums, count);
  return { line, from, count, sums: sums.subarray(0, (count + 1) * SUM_COUNT) };
}

/** Where ink is looked for on either side of a line, px. */
const INK_DISTANCES = [2.5, 4, 5.5, 7] as const;
/** How far a mark that runs through a line may lean on its way, px along the line. */
const LEAN = 2;
/** A mark is as clear as can be when it is some times darker than this, grey levels. */
const CLEAR_INK = 6;

function measureInk(ink: Plane, { cos, sin }: Normal, x: number, y: number, out: Float64Array): void {
  for (const d of INK_DISTANCES) {
    out[SUM_INK_AHEAD] += nearest(ink, x + cos * d, y + sin * d) / INK_DISTANCES.length;
    out[SUM_INK_BEHIND] += nearest(ink, x - cos * d, y - sin * d) / INK_DISTANCES.length;
  }
  const on = nearest(ink, x, y);
  let ahead = 0;
  let behind = 0;
  for (let lean = -LEAN; lean <= LEAN; lean++) {
    const px = x - sin * lean;
    const py = y + cos * lean;
    ahead = Math.max(ahead, nearest(ink, px + cos * 3, py + sin * 3));
    behind = Math.max(behind, nearest(ink, px - cos * 3, py - sin * 3));
  }
  const least = Math.min(on, ahead, behind);
  out[SUM_CROSSING] = least / (least + CLEAR_INK);
}

/** Samples to either side over which ink is usual. */
const USUAL_REACH = 10;

/** Fills in the squares and products of the ink on both sides, each less its mean around. */
function addInkProducts(sums: Float64Array, count: number): void {
  const over = (k: number, from: number, to: number) =>
    (sums[to * SUM_COUNT + k] - sums[from * SUM_COUNT + k]) / (to - from);
  const totals = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const [low, high] = [Math.max(0, i - USUAL_REACH), Math.min(count, i + USUAL_REACH + 1)];
    const ahead = over(SUM_INK_AHEAD, i, i + 1) - over(SUM_INK_AHEAD, low, high);
    const behind = over(SUM_INK_BEHIND, i, i + 1) - over(SUM_INK_BEHIND, low, high);
    totals[0] += ahead * ahead;
    totals[1] += behind * behind;
    totals[2] += ahead * behind;
    for (let k = 0; k < 3; k++) sums[(i + 1) * SUM_COUNT + SUM_INK_AHEAD_SQUARED + k] = totals[k];
  }
}

function measureAt(
  { channels, field, rawField, noise, sheet, netSides }: EvidenceSource,
  { cos, sin }: Normal,
  x: number,
  y: number,
  out: Float64Array,
): void {
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
  const edge = edgeAlong(field, x, y, cos, sin);
  const stepSupport = Math.max(0, step - noise) / (step + 2 * noise + 3);
  const edgeSupport = supportOfEdge(edge, noise);
  out[SUM_STEP] = step;
  out[SUM_SUPPORT] = edgeSupport * (0.35 + 0.65 * stepSupport);
  out[SUM_EDGE] = supportOfEdge(edgeAlong(rawField, x, y, cos, sin), noise);
  const sheetX = sheet.width / field.width;
  const sheetY = sheet.height / field.height;
  for (let d = -1; d <= 1; d++) {
    const side = nearest(netSides, x * sheetX + cos * d, y * sheetY + sin * d);
    if (side > out[SUM_NET_SIDE]) out[SUM_NET_SIDE] = side;
  }
  const reach = SHEET_DISTANCE * Math.max(field.width, field.height);
  out[SUM_SHEET_STEP] =
    nearest(sheet, (x + cos * reach) * sheetX, (y + sin * reach) * sheetY) -
    nearest(sheet, (x - cos * reach) * sheetX, (y - sin * reach) * sheetY);
}

/** The strongest edge within a pixel of a place that runs along the line with this normal. */
function edgeAlong(
  { width, height, strength, cos2, sin2 }: EdgeField,
  x: number,
  y: number,
  cos: number,
  sin: number,
): number {
  const cosTwice = cos * cos - sin * sin;
  const sinTwice = 2 * sin * cos;
  let edge = 0;
  for (let d = -1; d <= 1; d++) {
    const px = Math.min(width - 1, Math.max(0, Math.floor(x + cos * d)));
    const py = Math.min(height - 1, Math.max(0, Math.floor(y + sin * d)));
    const i = py * width + px;
    if (strength[i] > edge && cos2[i] * cosTwice + sin2[i] * sinTwice > LEAST_COS2) edge = strength[i];
  }
  return edge;
}

const supportOfEdge = (edge: number, noise: number) => Math.max(0, edge - noise) / (edge + 2 * noise + 1.5);

function nearest(plane: Plane, x: number, y: number): number {
  const px = Math.min(plane.width - 1, Math.max(0, Math.floor(x)));
  const py = Math.min(plane.height - 1, Math.max(0, Math.floor(y)));
  return plane.data[py * plane.width + px];
}

/** A sample with less edge than this speaks against a side. */
const LEAST_EDGE = 0.15;

/**
 * How good a side a line could be at best: the largest sum of its evidence, of edges or by the net's word, less a little a sample, over any
 * stretch (Kadane's algorithm).
 */
export function bestStretch({ sums, count }: LineEvidence): number {
  let best = 0;
  let running = 0;
  for (let i = 0, at = 0; i < count; i++, at += SUM_COUNT) {
    const divides = sums[at + SUM_COUNT + SUM_SUPPORT] - sums[at + SUM_SUPPORT];
    const edge = sums[at + SUM_COUNT + SUM_EDGE] - sums[at + SUM_EDGE];
    const net = sums[at + SUM_COUNT + SUM_NET_SIDE] - sums[at + SUM_NET_SIDE];
    running = Math.max(0, running + Math.max(divides, 0.7 * edge, 0.7 * net) - LEAST_EDGE);
    if (running > best) best = running;
  }
  return best;
}

/** Where a point of the line lies along it, px; grows with the normal turned clockwise on screen. */
export function along(line: Line, x: number, y: number): number {
  return -x * Math.sin(line.angle) + y * Math.cos(line.angle);
}

/** The mean of one running sum over the visible part of [a, b); 0 where nothing is visible. */
export function meanOver(evidence: LineEvidence, a: number, b: number, sum: number): number {
  const low = sampleAt(evidence, Math.min(a, b));
  const high = sampleAt(evidence, Math.max(a, b));
  if (high <= low) return 0;
  return (evidence.sums[high * SUM_COUNT + sum] - evidence.sums[low * SUM_COUNT + sum]) / (high - low);
}

/** How much of [a, b) lies inside the picture, px. */
export function seenOver(evidence: LineEvidence, a: number, b: number): number {
  return (sampleAt(evidence, Math.max(a, b)) - sampleAt(evidence, Math.min(a, b))) * SAMPLE_STEP;
}

function sampleAt({ from, count }: LineEvidence, position: number): number {
  return Math.min(count, Math.max(0, Math.round((position - from) / SAMPLE_STEP)));
}
