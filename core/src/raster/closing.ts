import { createPlane, type Plane } from './image';

/**
 * Grey closing with a (2 radius + 1)^2 square: the brightest value around, then the darkest of those. Dark
 * things thinner than the square (writing, rules) vanish; the outer shape of bright things stays.
 */
export function closing(plane: Plane, radius: number): Plane {
  return extreme(extreme(plane, radius, 1), radius, -1);
}

/** sign 1: maximum over the square (dilation); sign -1: minimum (erosion). */
function extreme(plane: Plane, radius: number, sign: 1 | -1): Plane {
  const { width, height } = plane;
  const across = createPlane(width, height);
  for (let y = 0; y < height; y++) {
    extremeLine(plane.data, y * width, 1, width, radius, sign, across.data);
  }
  const result = createPlane(width, height);
  for (let x = 0; x < width; x++) {
    extremeLine(across.data, x, width, height, radius, sign, result.data);
  }
  return result;
}

/** Direct search: the radius is small (2 to 8) wherever this is used. */
function extremeLine(
  source: Float32Array,
  start: number,
  stride: number,
  length: number,
  radius: number,
  sign: 1 | -1,
  target: Float32Array,
): void {
  for (let i = 0; i < length; i++) {
    const from = Math.max(0, i - radius);
    const to = Math.min(length - 1, i + radius);
    let best = source[start + from * stride] * sign;
    for (let k = from + 1; k <= to; k++) best = Math.max(best, source[start + k * stride] * sign);
    target[start + i * stride] = best * sign;
  }
}
