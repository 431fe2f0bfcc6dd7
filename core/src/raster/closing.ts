import { createPlane, type Plane } from './image';

/**
 * Grey closing with a (2 radius + 1)^2 square: the brightest value around, then the darkest of those. Dark
 * things thinner than the square (writing, rules) vanish; the outer shape of bright things stays.
 */
export function closing(plane: Plane, radius: number): Plane {
  return negated(dilate(negated(dilate(plane, radius)), radius));
}

/** The largest value over the square around every pixel, cut off at the image's edges. */
function dilate(plane: Plane, radius: number): Plane {
  const { width, height } = plane;
  const across = createPlane(width, height);
  const line = new Float32Array(width + 2 * radius);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    line.fill(-Infinity);
    line.set(plane.data.subarray(row, row + width), radius);
    maximumOver(line, 2 * radius + 1);
    across.data.set(line.subarray(0, width), row);
  }
  const result = createPlane(width, height);
  for (let y = 0; y < height; y++) {
    const target = result.data.subarray(y * width, (y + 1) * width);
    target.fill(-Infinity);
    for (let k = Math.max(0, y - radius); k <= Math.min(height - 1, y + radius); k++) {
      takeLarger(target, across.data.subarray(k * width, (k + 1) * width));
    }
  }
  return result;
}

/** In place: every value becomes the maximum of itself and the `span` - 1 after it; the reach doubles each pass. */
function maximumOver(line: Float32Array, span: number): void {
  let reach = 1;
  while (reach < span) {
    const step = Math.min(reach, span - reach);
    for (let i = 0, end = line.length - step; i < end; i++) {
      if (line[i + step] > line[i]) line[i] = line[i + step];
    }
    reach += step;
  }
}

function takeLarger(target: Float32Array, source: Float32Array): void {
  for (let i = 0; i < target.length; i++) if (source[i] > target[i]) target[i] = source[i];
}

function negated({ width, height, data }: Plane): Plane {
  const result = createPlane(width, height);
  for (let i = 0; i < data.length; i++) result.data[i] = -data[i];
  return result;
}
