import type { Rgba } from '../raster/image';
import { binAtShare } from '../statistics/histogram';

/** Every so many rows and columns are looked at. */
const STEP = 3;
/** A board is darker than this, 0 to 255. */
const DARK = 120;
/** A stroke is narrower than this share of the page's shorter side. */
const STROKE = 0.012;
/** Chalk is lighter than the board on both sides of it by this factor and so many levels; ink darker by as much. */
const APART = [1.22, 14] as const;
/** The share of a board that chalk covers at least. */
const LEAST_COVER = 0.003;
/** There is so many times more chalk on a board than anything dark. */
const OVER_INK = 3;

/**
 * True where light is written on dark, as chalk on a dark board: looks that whiten the paper would wipe it off.
 * Shadow and lamplight lie on a page in large patches, so only what is as narrow as a stroke is looked at.
 */
export function isChalk(page: Rgba): boolean {
  return boardLightness(page) <= DARK && isMostlyChalk(page);
}

/** Lightness of the pixel whose first byte is at an index, 0 to 255. */
const lightnessAt = (data: Uint8ClampedArray, at: number) =>
  (data[at] + 2 * data[at + 1] + data[at + 2]) >> 2;

/** The median lightness. */
function boardLightness({ width, height, data }: Rgba): number {
  const counts = new Uint32Array(256);
  let total = 0;
  for (let y = 0; y < height; y += STEP) {
    const end = (y + 1) * width * 4;
    for (let at = y * width * 4; at < end; at += 4 * STEP, total++) counts[lightnessAt(data, at)]++;
  }
  return binAtShare(counts, total, 0.5);
}

function isMostlyChalk({ width, height, data }: Rgba): boolean {
  const beside = Math.max(3, Math.round(Math.min(width, height) * STROKE));
  const apart = beside * 4;
  let [total, chalk, ink] = [0, 0, 0];
  for (let y = 0; y < height; y += STEP) {
    for (let x = 0, at = y * width * 4; x < width; x += STEP, at += 4 * STEP, total++) {
      if (x < beside || x + beside >= width) continue;
      const value = lightnessAt(data, at);
      const left = lightnessAt(data, at - apart);
      const right = lightnessAt(data, at + apart);
      if (value > Math.max(left, right) * APART[0] + APART[1]) chalk++;
      else if (value * APART[0] + APART[1] < Math.min(left, right)) ink++;
    }
  }
  return chalk > LEAST_COVER * total && chalk > OVER_INK * ink;
}
