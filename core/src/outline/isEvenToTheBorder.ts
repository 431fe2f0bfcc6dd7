import type { Plane } from '../raster/image';
import { quantileOfSorted } from '../statistics/quantile';

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
export function isEvenToTheBorder(light: Plane): boolean {
  const rim = Math.max(1, Math.round(RIM * Math.min(light.width, light.height)));
  const outer = lightAt(light, 0, rim);
  const middle = quantileOfSorted(outer, 0.5);
  const spread = quantileOfSorted(outer, 0.95) - quantileOfSorted(outer, 0.08);
  // Most pictures are told by their rim.
  if (!(middle > LEAST_LIGHT && spread < MOST_SPREAD)) return false;
  return Math.abs(middle - quantileOfSorted(lightAt(light, rim, Infinity), 0.7)) < MOST_STEP;
}

/** Every second pixel of every second row that lies so deep in the picture, sorted; depths in px, the second excluded. */
function lightAt({ width, height, data }: Plane, from: number, to: number): Float64Array {
  const values: number[] = [];
  for (let y = 0; y < height; y += 2) {
    const rowDepth = Math.min(y, height - 1 - y);
    if (rowDepth < from) continue;
    for (let x = 0; x < width; x += 2) {
      const depth = Math.min(x, width - 1 - x, rowDepth);
      if (depth >= from && depth < to) values.push(data[y * width + x]);
    }
  }
  return Float64Array.from(values).sort();
}
