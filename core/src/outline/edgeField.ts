import type { Plane } from '../raster/image';

/** Where and how strongly colour changes, taken over several channels at once. */
export interface EdgeField {
  readonly width: number;
  readonly height: number;
  /** length of the largest colour change, in grey levels a pixel */
  readonly strength: Float32Array;
  /** cosine and sine of twice the direction of that change: a direction and its opposite are the same */
  readonly cos2: Float32Array;
  readonly sin2: Float32Array;
}

/** The sums over channels of the outer products of their gradients (Di Zenzo's structure tensor). */
export interface Tensor {
  readonly width: number;
  readonly height: number;
  readonly xx: Float32Array;
  readonly yy: Float32Array;
  readonly xy: Float32Array;
}

/** Changes smaller than this (grey levels a pixel) are left at zero: most of a picture, and most of the time. */
const FAINT = 0.6;

/** A tensor of no channels yet, or a copy of one. */
export function startTensor({ width, height }: Plane, from?: Tensor): Tensor {
  const size = width * height;
  return {
    width,
    height,
    xx: from ? from.xx.slice() : new Float32Array(size),
    yy: from ? from.yy.slice() : new Float32Array(size),
    xy: from ? from.xy.slice() : new Float32Array(size),
  };
}

/** Adds one channel. Derivatives are Scharr's, which keep the angle to a fraction of a degree. */
export function addToTensor({ xx, yy, xy }: Tensor, plane: Plane): void {
  const { width, height, data } = plane;
  for (let y = 1; y < height - 1; y++) {
    for (let i = y * width + 1, end = (y + 1) * width - 1; i < end; i++) {
      const nw = data[i - width - 1];
      const ne = data[i - width + 1];
      const sw = data[i + width - 1];
      const se = data[i + width + 1];
      const gx = (3 * (ne - nw + se - sw) + 10 * (data[i + 1] - data[i - 1])) / 32;
      const gy = (3 * (sw - nw + se - ne) + 10 * (data[i + width] - data[i - width])) / 32;
      xx[i] += gx * gx;
      yy[i] += gy * gy;
      xy[i] += gx * gy;
    }
  }
}

/**
 * The edges of a many-channel image: the larger eigenvalue of the structure tensor is the squared change, its
 * eigenvector the direction. (S. Di Zenzo, "A note on the gradient of a multi-image", 1986.)
 */
export function edgeField({ width, height, xx, yy, xy }: Tensor): EdgeField {
  const strength = new Float32Array(width * height);
  const cos2 = new Float32Array(width * height);
  const sin2 = new Float32Array(width * height);
  for (let i = 0; i < strength.length; i++) {
    const sum = xx[i] + yy[i];
    if (sum < FAINT * FAINT) continue;
    const difference = xx[i] - yy[i];
    const twice = 2 * xy[i];
    const root = Math.sqrt(difference * difference + twice * twice);
    strength[i] = Math.sqrt((sum + root) / 2);
    if (root > 0) {
      cos2[i] = difference / root;
      sin2[i] = twice / root;
    }
  }
  return { width, height, strength, cos2, sin2 };
}

/** The value that the given share (0 to 1) of the field's strengths stays below, from a 1024-bin histogram. */
export function strengthQuantile({ strength }: EdgeField, share: number): number {
  let most = 0;
  for (let i = 0; i < strength.length; i++) if (strength[i] > most) most = strength[i];
  if (most === 0) return 0;
  const bins = new Uint32Array(1024);
  const scale = 1023.999 / most;
  for (let i = 0; i < strength.length; i++) bins[(strength[i] * scale) | 0]++;
  let left = share * strength.length;
  for (let b = 0; b < bins.length; b++) {
    left -= bins[b];
    if (left <= 0) return ((b + 1) / 1024) * most;
  }
  return most;
}
