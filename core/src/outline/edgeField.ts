import { binAtRank } from '../statistics/histogram';
import { kernels, type Kernels } from '../kernels/kernels';
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

/** Changes smaller than this (grey levels a pixel) are left at zero: most of a picture, and most of the time. */
const FAINT = 0.6;

/**
 * The edges of many-channel images that have some channels in common: the larger eigenvalue of the structure tensor
 * (the sum over the channels of the outer products of their gradients) is the squared change, its eigenvector the
 * direction. (S. Di Zenzo, "A note on the gradient of a multi-image", 1986.) Derivatives are Scharr's, which keep the
 * angle to a fraction of a degree.
 *
 * @param shared channels that every image has
 * @param own one channel more for each image
 */
export function edgeFields(shared: readonly Plane[], own: readonly Plane[]): EdgeField[] {
  const quick = kernels();
  return quick ? edgeFieldsQuickly(quick, shared, own) : edgeFieldsPlainly(shared, own);
}

/** All sums stay in the kernels' memory; only channels go in and fields come out. */
function edgeFieldsQuickly(quick: Kernels, shared: readonly Plane[], own: readonly Plane[]): EdgeField[] {
  const { width, height } = own[0];
  const size = width * height;
  const [plane, xx, yy, xy, sumXx, sumYy, sumXy, strength, cos2, sin2] = quick.room(
    ...Array<number>(10).fill(size * 4),
  );
  const add = ({ data }: Plane) => {
    quick.floats(plane, size).set(data);
    quick.addToTensor(plane, sumXx, sumYy, sumXy, width, height);
  };
  for (const sum of [sumXx, sumYy, sumXy]) quick.floats(sum, size).fill(0);
  shared.forEach(add);
  for (const [sum, kept] of [
    [sumXx, xx],
    [sumYy, yy],
    [sumXy, xy],
  ]) {
    quick.floats(kept, size).set(quick.floats(sum, size));
  }
  return own.map((channel, i) => {
    if (i > 0) {
      quick.floats(sumXx, size).set(quick.floats(xx, size));
      quick.floats(sumYy, size).set(quick.floats(yy, size));
      quick.floats(sumXy, size).set(quick.floats(xy, size));
    }
    add(channel);
    quick.edgeField(sumXx, sumYy, sumXy, size, FAINT * FAINT, strength, cos2, sin2);
    return {
      width,
      height,
      strength: quick.floats(strength, size).slice(),
      cos2: quick.floats(cos2, size).slice(),
      sin2: quick.floats(sin2, size).slice(),
    };
  });
}

/** The reference for the kernels: the same bits where values are whole parts of 64, as smoothed images' are. */
export function edgeFieldsPlainly(shared: readonly Plane[], own: readonly Plane[]): EdgeField[] {
  return own.map((channel) => {
    const { width, height } = channel;
    const size = width * height;
    const tensor: Tensor = {
      width,
      height,
      xx: new Float32Array(size),
      yy: new Float32Array(size),
      xy: new Float32Array(size),
    };
    for (const plane of [...shared, channel]) addToTensor(tensor, plane);
    return fieldOf(tensor);
  });
}

interface Tensor {
  readonly width: number;
  readonly height: number;
  readonly xx: Float32Array;
  readonly yy: Float32Array;
  readonly xy: Float32Array;
}

function addToTensor({ xx, yy, xy }: Tensor, plane: Plane): void {
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

/** In 32-bit floats, as the kernel has it. */
function fieldOf({ width, height, xx, yy, xy }: Tensor): EdgeField {
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

/** Every so many values are enough to know how they are spread. */
const SPARSE = 3;

/** The value that the given share (0 to 1) of the field's strengths stays below, from a 1024-bin histogram. */
export function strengthQuantile({ strength }: EdgeField, share: number): number {
  let most = 0;
  for (let i = 0; i < strength.length; i += SPARSE) if (strength[i] > most) most = strength[i];
  if (most === 0) return 0;
  const bins = new Uint32Array(1024);
  const scale = 1023.999 / most;
  for (let i = 0; i < strength.length; i += SPARSE) bins[(strength[i] * scale) | 0]++;
  return ((binAtRank(bins, (share * strength.length) / SPARSE) + 1) / 1024) * most;
}
