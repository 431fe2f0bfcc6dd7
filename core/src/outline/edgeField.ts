import { kernels } from '../kernels/kernels';
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
export function addToTensor(tensor: Tensor, plane: Plane): void {
  const quick = kernels();
  if (!quick) return addToTensorPlainly(tensor, plane);
  const { width, height, data } = plane;
  const sums = [tensor.xx, tensor.yy, tensor.xy];
  const [from, ...to] = quick.room(data.byteLength, ...sums.map((sum) => sum.byteLength));
  quick.floats(from, data.length).set(data);
  sums.forEach((sum, i) => quick.floats(to[i], sum.length).set(sum));
  quick.addToTensor(from, to[0], to[1], to[2], width, height);
  sums.forEach((sum, i) => sum.set(quick.floats(to[i], sum.length)));
}

/** The reference for the kernel: the same bits where values are whole parts of 64, as smoothed images' are. */
export function addToTensorPlainly({ xx, yy, xy }: Tensor, plane: Plane): void {
  const { width, height, data } = plane;
  for (let y = 1; y < height - 1; y++) {
    for (let i = y * width + 1, end = (y + 1) * width - 1; i < end; i++) {
      const nw = data[i - width - 1];
      const ne = data[i - width + 1];
      const sw = data[i + width - 1];
      const se = data[i + width + 1];
      const gx = (3 * (ne - nw + se - sw) + 10 * (data[i + 1] - data[i - 1])) / 32;
      const gy = (3 * (sw - nw + se - ne) + 10 * (data[i + width] - data[i - width])) / 32;
      xx[i] += Math.fround(gx * gx);
      yy[i] += Math.fround(gy * gy);
      xy[i] += Math.fround(gx * gy);
    }
  }
}

/**
 * The edges of a many-channel image: the larger eigenvalue of the structure tensor is the squared change, its
 * eigenvector the direction. (S. Di Zenzo, "A note on the gradient of a multi-image", 1986.)
 */
export function edgeField(tensor: Tensor): EdgeField {
  const quick = kernels();
  if (!quick) return edgeFieldPlainly(tensor);
  const { width, height, xx, yy, xy } = tensor;
  const size = xx.length;
  const places = quick.room(...Array<number>(6).fill(size * 4));
  [xx, yy, xy].forEach((sum, i) => quick.floats(places[i], size).set(sum));
  const [x, y, both, strength, cos2, sin2] = places;
  quick.edgeField(x, y, both, size, FAINT * FAINT, strength, cos2, sin2);
  const taken = (place: number) => quick.floats(place, size).slice();
  return { width, height, strength: taken(strength), cos2: taken(cos2), sin2: taken(sin2) };
}

/** The reference for the kernel, in 32-bit floats as there. */
export function edgeFieldPlainly({ width, height, xx, yy, xy }: Tensor): EdgeField {
  const { fround, sqrt } = Math;
  const strength = new Float32Array(width * height);
  const cos2 = new Float32Array(width * height);
  const sin2 = new Float32Array(width * height);
  const least = fround(FAINT * FAINT);
  for (let i = 0; i < strength.length; i++) {
    const sum = fround(xx[i] + yy[i]);
    if (sum < least) continue;
    const difference = fround(xx[i] - yy[i]);
    const twice = 2 * xy[i];
    const root = fround(sqrt(fround(fround(difference * difference) + fround(twice * twice))));
    strength[i] = sqrt(fround(fround(sum + root) / 2));
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
