import { createRgba, type Rgba } from './image';
import { shrinkByInteger } from './shrinkByInteger';

/**
 * Shrinks so that the longer side is at most `longSide` pixels; never enlarges. Every new pixel is the mean
 * of the area it covers (exact, fractional box), so fine print does not alias.
 */
export function shrinkToFit(image: Rgba, longSide: number): Rgba {
  const ratio = Math.max(image.width, image.height) / longSide;
  if (ratio <= 1) return image;
  const whole = Math.floor(ratio / 2);
  const source = whole > 1 ? shrinkByInteger(image, whole) : image;
  const scale = longSide / Math.max(image.width, image.height);
  const width = Math.max(1, Math.round(image.width * scale));
  const height = Math.max(1, Math.round(image.height * scale));
  return shrinkRows(shrinkColumns(source, width), height);
}

function shrinkColumns(image: Rgba, width: number): Rgba {
  const result = createRgba(width, image.height);
  const step = image.width / width;
  for (let x = 0; x < width; x++) {
    const taps = boxTaps(x * step, (x + 1) * step, image.width);
    for (let y = 0; y < image.height; y++) {
      mixTaps(image.data, (y * image.width + taps.first) * 4, 4, taps, result.data, (y * width + x) * 4);
    }
  }
  return result;
}

function shrinkRows(image: Rgba, height: number): Rgba {
  const result = createRgba(image.width, height);
  const step = image.height / height;
  const stride = image.width * 4;
  for (let y = 0; y < height; y++) {
    const taps = boxTaps(y * step, (y + 1) * step, image.height);
    for (let x = 0; x < image.width; x++) {
      mixTaps(image.data, taps.first * stride + x * 4, stride, taps, result.data, y * stride + x * 4);
    }
  }
  return result;
}

interface Taps {
  readonly first: number;
  readonly weights: Float64Array;
}

/** The pixels that [from, to) covers, each with its share; the shares add up to 1. */
function boxTaps(from: number, to: number, size: number): Taps {
  const first = Math.floor(from);
  const last = Math.min(size - 1, Math.ceil(to) - 1);
  const weights = new Float64Array(last - first + 1);
  for (let i = first; i <= last; i++) {
    weights[i - first] = (Math.min(to, i + 1) - Math.max(from, i)) / (to - from);
  }
  return { first, weights };
}

function mixTaps(
  source: Uint8ClampedArray,
  from: number,
  stride: number,
  taps: Taps,
  target: Uint8ClampedArray,
  to: number,
): void {
  let red = 0;
  let green = 0;
  let blue = 0;
  for (let k = 0, at = from; k < taps.weights.length; k++, at += stride) {
    const weight = taps.weights[k];
    red += source[at] * weight;
    green += source[at + 1] * weight;
    blue += source[at + 2] * weight;
  }
  target[to] = red;
  target[to + 1] = green;
  target[to + 2] = blue;
  target[to + 3] = 255;
}
