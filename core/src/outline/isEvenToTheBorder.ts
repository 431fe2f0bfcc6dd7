import type { Plane } from '../raster/image';
import { quantile, quantileOfSorted } from '../statistics/quantile';

/** The rim that is looked at, as a share of the picture's shorter side. */
const RIM = 0.03;
/** Grey levels by which the rim may vary, and differ from the paper inside. */
const MOST_SPREAD = 26;
const MOST_STEP = 10;
const LEAST_LIGHT = 140;

/**
 * True when a picture is as light and even along its rim as the paper inside it: a flat scan, a screenshot, a close-up
 * of a page, with nothing round the sheet to cut away.
 *
 * @param light 0 to 255, thin dark marks closed
 */
export function isEvenToTheBorder({ width, height, data }: Plane): boolean {
  const rim = Math.max(1, Math.round(RIM * Math.min(width, height)));
  const outer: number[] = [];
  const inner: number[] = [];
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      const depth = Math.min(x, y, width - 1 - x, height - 1 - y);
      (depth < rim ? outer : inner).push(data[y * width + x]);
    }
  }
  if (outer.length === 0 || inner.length === 0) return false;
  const rimLight = Float64Array.from(outer).sort();
  const middle = quantileOfSorted(rimLight, 0.5);
  return (
    middle > LEAST_LIGHT &&
    quantileOfSorted(rimLight, 0.95) - quantileOfSorted(rimLight, 0.08) < MOST_SPREAD &&
    Math.abs(middle - quantile(inner, 0.7)) < MOST_STEP
  );
}
