import { kernels, type Kernels } from '../kernels/kernels';
import { createPlane, type Plane } from './image';

/**
 * Grey closing with a (2 radius + 1)^2 square: the brightest value around, then the darkest of those. Dark
 * things thinner than the square (writing, rules) vanish; the outer shape of bright things stays.
 */
export function closing(plane: Plane, radius: number): Plane {
  const quick = kernels();
  return quick ? closeQuickly(quick, plane, radius) : closePlainly(plane, radius);
}

/** The reference for the kernels. */
export function closePlainly(plane: Plane, radius: number): Plane {
  return windowed(windowed(plane, radius, takeLarger, -Infinity), radius, takeSmaller, Infinity);
}

/** The same on one long line of values, with `radius` values of nothing round the plane. */
function closeQuickly(quick: Kernels, plane: Plane, radius: number): Plane {
  const { width, height } = plane;
  const stride = width + 2 * radius;
  const length = stride * (height + 2 * radius);
  const [at] = quick.room(length * 4 + 16);
  const line = quick.floats(at, length + 4);
  const inFours = (count: number) => Math.ceil(count / 4) * 4;
  const extreme = ({ data }: Plane, take: Kernels['larger'], nothing: number): Plane => {
    line.fill(nothing);
    for (let y = 0; y < height; y++) {
      line.set(data.subarray(y * width, (y + 1) * width), (y + radius) * stride + radius);
    }
    for (const apart of [1, stride]) {
      doubleReach(2 * radius + 1, (step) => {
        take(at, at + step * apart * 4, inFours(length - step * apart));
      });
    }
    const result = createPlane(width, height);
    for (let y = 0; y < height; y++) {
      result.data.set(line.subarray(y * stride, y * stride + width), y * width);
    }
    return result;
  };
  return extreme(extreme(plane, quick.larger, -Infinity), quick.smaller, Infinity);
}

/** Makes every value of the target the more extreme of itself and the source's. */
type Take = (target: Float32Array, source: Float32Array, length: number) => void;

/**
 * The most extreme value over the square around every pixel, cut off at the image's edges: first across, then down,
 * each in a few passes in which the reach doubles.
 */
function windowed(plane: Plane, radius: number, take: Take, nothing: number): Plane {
  const { width, height } = plane;
  const span = 2 * radius + 1;
  const across = createPlane(width, height);
  const line = new Float32Array(width + 2 * radius);
  for (let y = 0; y < height; y++) {
    line.fill(nothing);
    line.set(plane.data.subarray(y * width, (y + 1) * width), radius);
    doubleReach(span, (step) => take(line, line.subarray(step), line.length - step));
    across.data.set(line.subarray(0, width), y * width);
  }
  // Now whole rows at a time, with `radius` empty rows above and below.
  const rows = new Float32Array((height + 2 * radius) * width).fill(nothing);
  rows.set(across.data, radius * width);
  doubleReach(span, (step) => take(rows, rows.subarray(step * width), rows.length - step * width));
  across.data.set(rows.subarray(0, width * height));
  return across;
}

/** Calls with the steps that let every value hear of the `span` - 1 after it. */
function doubleReach(span: number, pass: (step: number) => void): void {
  for (let reach = 1; reach < span;) {
    const step = Math.min(reach, span - reach);
    pass(step);
    reach += step;
  }
}

function takeLarger(target: Float32Array, source: Float32Array, length: number): void {
  for (let i = 0; i < length; i++) {
    const value = source[i];
    if (value > target[i]) target[i] = value;
  }
}

function takeSmaller(target: Float32Array, source: Float32Array, length: number): void {
  for (let i = 0; i < length; i++) {
    const value = source[i];
    if (value < target[i]) target[i] = value;
  }
}
