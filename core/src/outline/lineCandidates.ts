import { kernels, type Kernels } from '../kernels/kernels';
import { strengthQuantile, type EdgeField } from './edgeField';
import type { Line } from '../geometry/line';

export interface LineCandidateOptions {
  /** most lines to return */
  readonly count: number;
}

const ANGLE_BINS = 180;
const OFFSET_STEP = 1.5;
/** A pixel votes for the lines within this many degrees of its own edge direction. */
const VOTE_SPREAD = 4;

/**
 * Straight lines by a Hough transform in which every edge pixel votes only near its own gradient direction.
 * A vote grows with the logarithm of the edge's strength over the picture's own noise, so that a faint long
 * edge (white paper on a white desk) is not drowned by short strong ones (ink).
 *
 * @returns lines in the field's pixels, most votes first, no two within 3 degrees and 5 px of each other
 */
export function lineCandidates(field: EdgeField, { count }: LineCandidateOptions): Line[] {
  const reach = Math.hypot(field.width, field.height);
  const offsetBins = Math.ceil((2 * reach) / OFFSET_STEP) + 3;
  const edges = votingEdges(field);
  const input = { edges, offsetBins, reach: Math.fround(reach / OFFSET_STEP) };
  const quick = kernels();
  const votes = quick ? voteQuickly(quick, input) : votePlainly(input);
  return strongestPeaks(votes, offsetBins, count).map(({ angleBin, offsetBin }) => ({
    angle: (angleBin * Math.PI) / ANGLE_BINS,
    offset: offsetBin * OFFSET_STEP - reach,
  }));
}

/** What the Hough transform counts its votes from. */
export interface HoughInput {
  /** x, y, weight and direction (in angle bins, from VOTE_SPREAD up) of every edge, by turns */
  readonly edges: Float32Array;
  readonly offsetBins: number;
  /** offset bins that are added so that none is below zero */
  readonly reach: number;
}

function votingEdges(field: EdgeField): Float32Array {
  const { width, strength, cos2, sin2 } = field;
  const noise = Math.max(0.4, strengthQuantile(field, 0.5));
  const threshold = Math.fround(2 * noise);
  const quick = kernels();
  const indices = quick ? ridgesQuickly(quick, field, threshold) : ridgesPlainly(field, threshold);
  const edges = new Float32Array(indices.length * 4);
  for (let k = 0, to = 0; k < indices.length; k++, to += 4) {
    const i = indices[k];
    const y = Math.floor(i / width);
    edges[to] = i - y * width + 0.5;
    edges[to + 1] = y + 0.5;
    edges[to + 2] = Math.log(strength[i] / noise);
    edges[to + 3] = directionBin(cos2[i], sin2[i]);
  }
  return edges;
}

export function ridgesQuickly(
  quick: Kernels,
  { width, height, strength, cos2, sin2 }: EdgeField,
  threshold: number,
): Uint32Array {
  const size = width * height;
  const places = quick.room(...Array<number>(4).fill(size * 4));
  [strength, cos2, sin2].forEach((values, k) => quick.floats(places[k], size).set(values));
  const [s, cosines, sines, found] = places;
  const count = quick.ridges(s, cosines, sines, width, height, threshold, found);
  return quick.words(found, count).slice();
}

/** Where the strength is largest along the gradient, which thins an edge to a pixel. The reference for the kernel. */
export function ridgesPlainly(
  { width, height, strength, cos2, sin2 }: EdgeField,
  threshold: number,
): Uint32Array {
  const found: number[] = [];
  for (let y = 1; y < height - 1; y++) {
    for (let i = y * width + 1; i < (y + 1) * width - 1; i++) {
      if (strength[i] < threshold) continue;
      // Twice the direction, to the nearest of right, down right, down, down left.
      const step = cos2[i] > DIAGONAL ? 1 : cos2[i] < -DIAGONAL ? width : sin2[i] > 0 ? width + 1 : width - 1;
      if (strength[i] >= strength[i + step] && strength[i] > strength[i - step]) found.push(i);
    }
  }
  return Uint32Array.from(found);
}

const DIAGONAL = Math.fround(Math.SQRT1_2);

/** The angle bin of a doubled direction. The arc tangent is a cubic's (0.1 degree at worst): a bin is a degree wide. */
function directionBin(cos2: number, sin2: number): number {
  const [x, y] = [Math.abs(cos2), Math.abs(sin2)];
  const z = Math.min(x, y) / Math.max(x, y, 1e-9);
  let doubled = z * (Math.PI / 4 + (1 - z) * (0.2447 + 0.0663 * z));
  if (y > x) doubled = Math.PI / 2 - doubled;
  if (cos2 < 0) doubled = Math.PI - doubled;
  if (sin2 < 0) doubled = 2 * Math.PI - doubled;
  return Math.round((doubled * ANGLE_BINS) / (2 * Math.PI)) % ANGLE_BINS;
}

/** Rows of votes: one for each angle bin, and VOTE_SPREAD more at each end, which stand for those at the other. */
const ROWS = ANGLE_BINS + 2 * VOTE_SPREAD;

/** Votes by angle, then by offset. The reference for the kernel, in 32-bit floats as there. */
export function votePlainly({ edges, offsetBins, reach }: HoughInput): Float32Array {
  const votes = new Float32Array(ROWS * offsetBins);
  const { fround } = Math;
  for (let i = 0; i < edges.length; i += 4) {
    for (let k = edges[i + 3]; k <= edges[i + 3] + 2 * VOTE_SPREAD; k++) {
      const along = fround(fround(edges[i] * TRIG[2 * k]) + fround(edges[i + 1] * TRIG[2 * k + 1]));
      const place = fround(along + reach);
      const low = Math.floor(place);
      const share = fround(place - low);
      const at = k * offsetBins + low;
      votes[at] += fround(edges[i + 2] * fround(1 - share));
      votes[at + 1] += fround(edges[i + 2] * share);
    }
  }
  return foldEnds(votes, offsetBins);
}

export function voteQuickly(quick: Kernels, { edges, offsetBins, reach }: HoughInput): Float32Array {
  const [list, trig, rows] = quick.room(edges.byteLength, TRIG.byteLength, ROWS * offsetBins * 4);
  quick.floats(list, edges.length).set(edges);
  const directions = quick.words(list, edges.length);
  for (let i = 3; i < edges.length; i += 4) directions[i] = edges[i];
  quick.floats(trig, TRIG.length).set(TRIG);
  const votes = quick.floats(rows, ROWS * offsetBins).fill(0);
  quick.vote(list, edges.length / 4, VOTE_SPREAD, trig, reach, rows, offsetBins * 4);
  return foldEnds(votes, offsetBins);
}

/** The rows of the angle bins, with those at the ends added to the ones that they stand for. */
function foldEnds(rows: Float32Array, offsetBins: number): Float32Array {
  const votes = rows.slice(VOTE_SPREAD * offsetBins, (VOTE_SPREAD + ANGLE_BINS) * offsetBins);
  const ends = VOTE_SPREAD * offsetBins;
  for (let i = 0; i < ends; i++) {
    votes[votes.length - ends + i] += rows[i];
    votes[i] += rows[rows.length - ends + i];
  }
  return votes;
}

/** The angle bin that place k of TRIG stands for. */
const angleOf = (k: number): number => (k - VOTE_SPREAD + ANGLE_BINS) % ANGLE_BINS;

/** Cosine and sine, over the offset step, of every angle bin and VOTE_SPREAD more at each end. */
const TRIG = Float32Array.from({ length: 2 * (ANGLE_BINS + 2 * VOTE_SPREAD) }, (_, i) => {
  const angle = (angleOf(i >> 1) * Math.PI) / ANGLE_BINS;
  return (i % 2 ? Math.sin(angle) : Math.cos(angle)) / OFFSET_STEP;
});

interface Peak {
  readonly angleBin: number;
  readonly offsetBin: number;
  readonly votes: number;
}

/** So many peaks, those with the most votes, are told apart from each other. */
const CLOSE_LOOK = 600;
const LEAST_VOTES = 8;

function strongestPeaks(votes: Float32Array, offsetBins: number, count: number): Peak[] {
  const peaks: Peak[] = [];
  let least = LEAST_VOTES;
  for (let a = 0; a < ANGLE_BINS; a++) {
    const row = a * offsetBins;
    for (let o = 1; o < offsetBins - 1; o++) {
      const v = votes[row + o];
      if (v <= least || v < votes[row + o - 1] || v <= votes[row + o + 1]) continue;
      peaks.push({ angleBin: a, offsetBin: o, votes: v });
      if (peaks.length < 2 * CLOSE_LOOK) continue;
      peaks.sort((p, q) => q.votes - p.votes);
      peaks.length = CLOSE_LOOK;
      least = peaks[CLOSE_LOOK - 1].votes;
    }
  }
  peaks.sort((p, q) => q.votes - p.votes);
  const kept: Peak[] = [];
  for (const peak of peaks) {
    if (kept.length >= count) break;
    if (!kept.some((other) => isSameLine(peak, other, offsetBins))) kept.push(peak);
  }
  return kept;
}

function isSameLine(p: Peak, q: Peak, offsetBins: number): boolean {
  const apart = Math.abs(p.angleBin - q.angleBin);
  if (apart <= 3) return Math.abs(p.offsetBin - q.offsetBin) * OFFSET_STEP <= 5;
  // Angles 0 and 179 degrees are neighbours; there the offset changes its sign.
  if (apart < ANGLE_BINS - 3) return false;
  return Math.abs(offsetBins - 3 - p.offsetBin - q.offsetBin) * OFFSET_STEP <= 6;
}
