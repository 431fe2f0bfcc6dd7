import type { Rgba } from '@ravlo/core';

/** Of all pixels, this share with the steepest changes is looked at: the edges of the ink. */
const STEEPEST = 0.01;

/** How steep a page's ink is: the mean light gradient, grey levels a pixel, over its steepest pixels. */
export function sharpness({ width, height, data }: Rgba): number {
  const light = new Float32Array(width * height);
  for (let i = 0, at = 0; i < light.length; i++, at += 4) {
    light[i] = (data[at] + 2 * data[at + 1] + data[at + 2]) / 4;
  }
  const slopes = new Float32Array(light.length);
  for (let y = 1; y < height - 1; y++) {
    for (let i = y * width + 1; i < (y + 1) * width - 1; i++) {
      slopes[i] = Math.hypot(light[i + 1] - light[i - 1], light[i + width] - light[i - width]) / 2;
    }
  }
  slopes.sort();
  const steep = slopes.subarray(Math.floor((1 - STEEPEST) * slopes.length));
  return steep.reduce((sum, slope) => sum + slope, 0) / steep.length;
}
