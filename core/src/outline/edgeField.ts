import { createPlane, type Plane } from '../raster/image';

/** Where and how strongly colour changes, taken over several channels at once. */
export interface EdgeField {
  readonly width: number;
  readonly height: number;
  /** length of the largest colour change, in grey levels a pixel */
  readonly strength: Float32Array;
  /** direction of that change modulo pi, radians, -pi/2 to pi/2 */
  readonly direction: Float32Array;
}

/** Changes smaller than this (grey levels a pixel) are left at zero: most of a picture, and most of the time. */
const FAINT = 0.6;

/**
 * Gradient of a many-channel image by Di Zenzo's structure tensor: the sum over channels of the outer
 * products of their gradients; its larger eigenvalue is the squared change, its eigenvector the direction.
 * (S. Di Zenzo, "A note on the gradient of a multi-image", 1986.) Derivatives are Scharr's, which keep the
 * angle to a fraction of a degree.
 */
export function edgeField(channels: readonly Plane[]): EdgeField {
  const { width, height } = channels[0];
  const xx = createPlane(width, height).data;
  const yy = createPlane(width, height).data;
  const xy = createPlane(width, height).data;
  for (const channel of channels) addTensor(channel, xx, yy, xy);
  const strength = new Float32Array(width * height);
  const direction = new Float32Array(width * height);
  for (let i = 0; i < strength.length; i++) {
    const difference = xx[i] - yy[i];
    const root = Math.sqrt(difference * difference + 4 * xy[i] * xy[i]);
    const squared = (xx[i] + yy[i] + root) / 2;
    if (squared < FAINT * FAINT) continue;
    strength[i] = Math.sqrt(squared);
    direction[i] = 0.5 * Math.atan2(2 * xy[i], difference);
  }
  return { width, height, strength, direction };
}

function addTensor(plane: Plane, xx: Float32Array, yy: Float32Array, xy: Float32Array): void {
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

/** The value that the given share (0 to 1) of the field's strengths stays below, from a 1024-bin histogram. */
export function strengthQuantile(field: EdgeField, share: number): number {
  let most = 0;
  for (const s of field.strength) most = Math.max(most, s);
  if (most === 0) return 0;
  const bins = new Uint32Array(1024);
  for (const s of field.strength) bins[Math.min(1023, (s / most) * 1024) | 0]++;
  let left = share * field.strength.length;
  for (let b = 0; b < bins.length; b++) {
    left -= bins[b];
    if (left <= 0) return ((b + 1) / 1024) * most;
  }
  return most;
}
