import type { Plane } from '../raster/image';
import { binAtShare } from '../statistics/histogram';

/**
 * Standard deviation of a plane's noise, from the median of the absolute Laplacian-like difference that is
 * blind to constant and sloping areas (J. Immerkaer, "Fast noise variance estimation", 1996, with the median
 * instead of the mean so that edges do not count).
 */
export function estimateNoise({ width, height, data }: Plane): number {
  if (width < 3 || height < 3) return 0;
  const bins = new Uint32Array(512);
  let count = 0;
  for (let y = 1; y < height - 1; y += 2) {
    for (let x = 1; x < width - 1; x += 2) {
      const i = y * width + x;
      const difference =
        data[i - width - 1] -
        2 * data[i - width] +
        data[i - width + 1] -
        2 * data[i - 1] +
        4 * data[i] -
        2 * data[i + 1] +
        data[i + width - 1] -
        2 * data[i + width] +
        data[i + width + 1];
      bins[Math.min(511, Math.abs(difference) * 4) | 0]++;
      count++;
    }
  }
  // The difference has standard deviation 6 sigma; a normal median is 0.6745 standard deviations.
  return (binAtShare(bins, count, 0.5) + 0.5) / 4 / 6 / 0.6745;
}
