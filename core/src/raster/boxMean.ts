import { kernels } from '../kernels/kernels';
import { createPlane, type Plane } from './image';

/**
 * Mean over a (2 radius + 1)^2 window, cut off at the image's edges, in time independent of the radius
 * (running sums). Three passes come close to a Gaussian of sigma = radius.
 */
export function boxMean(plane: Plane, radius: number): Plane {
  const quick = kernels();
  if (!quick) return boxMeanPlainly(plane, radius);
  const { width, height, data } = plane;
  const [from, across, sums, out] = quick.room(data.length * 4, data.length * 4, width * 8, data.length * 4);
  quick.floats(from, data.length).set(data);
  quick.boxMean(from, width, height, radius, across, sums, out);
  return { width, height, data: quick.floats(out, data.length).slice() };
}

/** The reference for the kernel: the same bits. */
export function boxMeanPlainly(plane: Plane, radius: number): Plane {
  return meanDown(meanAcross(plane, radius), radius);
}

function meanAcross(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const result = createPlane(width, height);
  for (let y = 0; y < height; y++) runningMean(data, y * width, width, radius, result.data);
  return result;
}

/** Whole rows at a time: down single columns, every value would come from another part of memory. */
function meanDown(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const result = createPlane(width, height);
  const sums = new Float64Array(width);
  let count = 0;
  for (let y = 0; y < Math.min(radius, height); y++, count++) addRow(sums, data, y * width, 1);
  for (let y = 0; y < height; y++) {
    const entering = y + radius;
    if (entering < height) {
      addRow(sums, data, entering * width, 1);
      count++;
    }
    const leaving = y - radius - 1;
    if (leaving >= 0) {
      addRow(sums, data, leaving * width, -1);
      count--;
    }
    const row = y * width;
    const share = 1 / count;
    for (let x = 0; x < width; x++) result.data[row + x] = sums[x] * share;
  }
  return result;
}

function addRow(sums: Float64Array, data: Float32Array, from: number, sign: 1 | -1): void {
  for (let x = 0; x < sums.length; x++) sums[x] += sign * data[from + x];
}

function runningMean(
  source: Float32Array,
  start: number,
  length: number,
  radius: number,
  target: Float32Array,
): void {
  let sum = 0;
  let count = 0;
  for (let i = 0; i < Math.min(radius, length); i++) {
    sum += source[start + i];
    count++;
  }
  for (let i = 0; i < length; i++) {
    const entering = i + radius;
    if (entering < length) {
      sum += source[start + entering];
      count++;
    }
    const leaving = i - radius - 1;
    if (leaving >= 0) {
      sum -= source[start + leaving];
      count--;
    }
    target[start + i] = sum / count;
  }
}
