import { createPlane, type Plane } from './image';

/**
 * Mean over a (2 radius + 1)^2 window, cut off at the image's edges, in time independent of the radius
 * (running sums). Three passes come close to a Gaussian of sigma = radius.
 */
export function boxMean(plane: Plane, radius: number): Plane {
  return meanDown(meanAcross(plane, radius), radius);
}

function meanAcross(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const result = createPlane(width, height);
  for (let y = 0; y < height; y++) runningMean(data, y * width, 1, width, radius, result.data);
  return result;
}

function meanDown(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const result = createPlane(width, height);
  for (let x = 0; x < width; x++) runningMean(data, x, width, height, radius, result.data);
  return result;
}

function runningMean(
  source: Float32Array,
  start: number,
  stride: number,
  length: number,
  radius: number,
  target: Float32Array,
): void {
  let sum = 0;
  let count = 0;
  for (let i = 0; i < Math.min(radius, length); i++) {
    sum += source[start + i * stride];
    count++;
  }
  for (let i = 0; i < length; i++) {
    const entering = i + radius;
    if (entering < length) {
      sum += source[start + entering * stride];
      count++;
    }
    const leaving = i - radius - 1;
    if (leaving >= 0) {
      sum -= source[start + leaving * stride];
      count--;
    }
    target[start + i * stride] = sum / count;
  }
}
