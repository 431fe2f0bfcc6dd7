import { shrinkToFit } from '../raster/shrinkToFit';
import { median } from '../statistics/quantile';
import type { Rgba } from '../raster/image';
import { inkPlane } from './inkPatches';

/** How far a page's lines of writing run from level. */
export interface Skew {
  /** radians, positive when the lines sink to the right; the page turned by this the other way is level */
  readonly angle: number;
  /** 0 to 1: how much more the lines stand out at this angle than at others */
  readonly confidence: number;
}

const LONG_SIDE = 700;
const MOST = (15 * Math.PI) / 180;
const COARSE = (0.5 * Math.PI) / 180;
const FINE = (0.05 * Math.PI) / 180;
/** Less ink than this, in full pixels, says nothing. */
const LEAST_INK = 150;

/**
 * The skew of a flat page, found from its writing and rules: the angle at which the ink, added up along lines of that
 * slope, falls into the sharpest rows (W. Postl, "Detection of linear oblique structures and skew scan in digitized
 * documents", 1986).
 *
 * @param page upright or on its side; a page that lies is judged by its columns all the same
 */
export function findSkew(page: Rgba): Skew {
  const ink = inkPlane(shrinkToFit(page, LONG_SIDE));
  const places: number[] = [];
  for (let y = 0; y < ink.height; y++) {
    for (let x = 0; x < ink.width; x++) {
      const amount = ink.data[y * ink.width + x];
      if (amount > 0.25) places.push(x - ink.width / 2, y - ink.height / 2, amount);
    }
  }
  if (places.length < 3 * LEAST_INK) return { angle: 0, confidence: 0 };
  const reach = Math.ceil(Math.hypot(ink.width, ink.height) / 2) + 2;
  const sharpness = (angle: number) => rowSharpness(places, angle, reach);
  const tried: { angle: number; value: number }[] = [];
  for (let angle = -MOST; angle <= MOST + 1e-9; angle += COARSE)
    tried.push({ angle, value: sharpness(angle) });
  const coarse = tried.reduce((best, other) => (other.value > best.value ? other : best));
  let best = coarse;
  for (let angle = coarse.angle - COARSE; angle <= coarse.angle + COARSE; angle += FINE) {
    const value = sharpness(angle);
    if (value > best.value) best = { angle, value };
  }
  const typical = median(tried.map(({ value }) => value));
  return { angle: best.angle, confidence: Math.max(0, 1 - typical / best.value) };
}

/** Sum of the squared differences between neighbouring rows of ink, rows sloping by the angle. */
function rowSharpness(places: readonly number[], angle: number, reach: number): number {
  const rows = new Float64Array(2 * reach + 2);
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  for (let i = 0; i < places.length; i += 3) {
    const at = places[i + 1] * cos - places[i] * sin + reach;
    const row = Math.floor(at);
    const share = at - row;
    rows[row] += places[i + 2] * (1 - share);
    rows[row + 1] += places[i + 2] * share;
  }
  let sum = 0;
  for (let i = 1; i < rows.length; i++) sum += (rows[i] - rows[i - 1]) ** 2;
  return sum;
}
