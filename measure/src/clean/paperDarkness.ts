import type { Rgba } from '@ravlo/core';
import { greyOf } from './baselines';

/** How much darker than the lightest fifth around each pixel is: the photo over its own paper, without any of our code. */
export function paperDarkness({ width, height, data }: Rgba): Uint8Array {
  const grey = greyOf({ width, height, data });
  const CELL = 24;
  const columns = Math.ceil(width / CELL);
  const rows = Math.ceil(height / CELL);
  const light = new Float32Array(columns * rows);
  const counts = new Uint32Array(256);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      counts.fill(0);
      let total = 0;
      for (let y = row * CELL; y < Math.min(height, (row + 1) * CELL); y += 2) {
        for (let x = column * CELL; x < Math.min(width, (column + 1) * CELL); x += 2, total++)
          counts[grey[y * width + x]]++;
      }
      let level = 0;
      for (let seen = counts[0]; seen <= total * 0.8 && level < 255; seen += counts[++level]);
      light[row * columns + column] = Math.max(1, level);
    }
  }
  const result = new Uint8Array(grey.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const paper = light[Math.floor(y / CELL) * columns + Math.floor(x / CELL)];
      result[i] = Math.max(0, 255 - (255 * grey[i]) / paper);
    }
  }
  return result;
}
