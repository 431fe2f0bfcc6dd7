import { strengthQuantile, type EdgeField } from './edgeField';
import type { Line } from './line';

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
  const { width, height, strength, cos2, sin2 } = field;
  const noise = Math.max(0.4, strengthQuantile(field, 0.5));
  const threshold = 2 * noise;
  const reach = Math.hypot(width, height);
  const offsetBins = Math.ceil((2 * reach) / OFFSET_STEP) + 3;
  const votes = new Float32Array(ANGLE_BINS * offsetBins);
  const { cos, sin } = angleTable();

  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const s = strength[i];
      if (s < threshold || !isRidge(field, i)) continue;
      const weight = Math.log(s / noise);
      const centre = Math.round((Math.atan2(sin2[i], cos2[i]) * ANGLE_BINS) / (2 * Math.PI));
      for (let k = centre - VOTE_SPREAD; k <= centre + VOTE_SPREAD; k++) {
        const a = ((k % ANGLE_BINS) + ANGLE_BINS) % ANGLE_BINS;
        const offset = ((x + 0.5) * cos[a] + (y + 0.5) * sin[a] + reach) / OFFSET_STEP;
        const low = Math.floor(offset);
        const share = offset - low;
        votes[a * offsetBins + low] += weight * (1 - share);
        votes[a * offsetBins + low + 1] += weight * share;
      }
    }
  }
  return strongestPeaks(votes, offsetBins, count).map(({ angleBin, offsetBin }) => ({
    angle: (angleBin * Math.PI) / ANGLE_BINS,
    offset: offsetBin * OFFSET_STEP - reach,
  }));
}

function angleTable() {
  const cos = new Float64Array(ANGLE_BINS);
  const sin = new Float64Array(ANGLE_BINS);
  for (let a = 0; a < ANGLE_BINS; a++) {
    cos[a] = Math.cos((a * Math.PI) / ANGLE_BINS);
    sin[a] = Math.sin((a * Math.PI) / ANGLE_BINS);
  }
  return { cos, sin };
}

/** True where the strength is largest along the gradient: thins an edge to one pixel. */
function isRidge({ width, strength, cos2, sin2 }: EdgeField, i: number): boolean {
  // Twice the direction, to the nearest of right, down right, down, down left.
  const step = cos2[i] > DIAGONAL ? 1 : cos2[i] < -DIAGONAL ? width : sin2[i] > 0 ? width + 1 : width - 1;
  return strength[i] >= strength[i + step] && strength[i] > strength[i - step];
}

const DIAGONAL = Math.SQRT1_2;

interface Peak {
  readonly angleBin: number;
  readonly offsetBin: number;
  readonly votes: number;
}

function strongestPeaks(votes: Float32Array, offsetBins: number, count: number): Peak[] {
  const peaks: Peak[] = [];
  for (let a = 0; a < ANGLE_BINS; a++) {
    for (let o = 1; o < offsetBins - 1; o++) {
      const v = votes[a * offsetBins + o];
      if (v > 8 && v >= votes[a * offsetBins + o - 1] && v > votes[a * offsetBins + o + 1]) {
        peaks.push({ angleBin: a, offsetBin: o, votes: v });
      }
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
