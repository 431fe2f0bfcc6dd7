import type { Rgba } from '@ravlo/core';

/** Grey levels 0 to 255 of a page. */
export function greyOf({ width, height, data }: Rgba): Uint8Array {
  const grey = new Uint8Array(width * height);
  for (let i = 0; i < grey.length; i++) {
    grey[i] = 0.299 * data[i * 4] + 0.587 * data[i * 4 + 1] + 0.114 * data[i * 4 + 2] + 0.5;
  }
  return grey;
}

/** Ink (1) by one threshold for the whole page (N. Otsu, "A threshold selection method", 1979). */
export function otsu(grey: Uint8Array): Uint8Array {
  const threshold = otsuThreshold(grey);
  return Uint8Array.from(grey, (value) => (value <= threshold ? 1 : 0));
}

/** The grey level that parts dark from light best: what is as dark or darker is ink. */
export function otsuThreshold(grey: Uint8Array): number {
  const counts = new Float64Array(256);
  for (const value of grey) counts[value]++;
  let total = 0;
  for (let b = 0; b < 256; b++) total += b * counts[b];
  let below = 0;
  let sum = 0;
  let best = -1;
  let threshold = 0;
  for (let b = 0; b < 256; b++) {
    below += counts[b];
    sum += b * counts[b];
    const above = grey.length - below;
    if (below === 0 || above === 0) continue;
    const apart = sum / below - (total - sum) / above;
    const between = below * above * apart * apart;
    if (between > best) {
      best = between;
      threshold = b;
    }
  }
  return threshold;
}

const SAUVOLA_K = 0.2;
const SAUVOLA_RANGE = 128;

/** Ink (1) by a threshold from mean and spread around (J. Sauvola, M. Pietikäinen, 2000). */
export function sauvola(grey: Uint8Array, width: number, height: number): Uint8Array {
  const radius = Math.round(width / 40 / 2);
  const stride = width + 1;
  const sums = new Float64Array(stride * (height + 1));
  const squares = new Float64Array(stride * (height + 1));
  for (let y = 0; y < height; y++) {
    let sum = 0;
    let square = 0;
    for (let x = 0; x < width; x++) {
      const value = grey[y * width + x];
      sum += value;
      square += value * value;
      sums[(y + 1) * stride + x + 1] = sums[y * stride + x + 1] + sum;
      squares[(y + 1) * stride + x + 1] = squares[y * stride + x + 1] + square;
    }
  }
  const result = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const top = Math.max(0, y - radius) * stride;
    const bottom = Math.min(height, y + radius + 1) * stride;
    for (let x = 0; x < width; x++) {
      const left = Math.max(0, x - radius);
      const right = Math.min(width, x + radius + 1);
      const count = ((bottom - top) / stride) * (right - left);
      const of = (table: Float64Array) =>
        table[bottom + right] - table[bottom + left] - table[top + right] + table[top + left];
      const mean = of(sums) / count;
      const spread = Math.sqrt(Math.max(0, of(squares) / count - mean * mean));
      const threshold = mean * (1 + SAUVOLA_K * (spread / SAUVOLA_RANGE - 1));
      if (grey[y * width + x] <= threshold) result[y * width + x] = 1;
    }
  }
  return result;
}
