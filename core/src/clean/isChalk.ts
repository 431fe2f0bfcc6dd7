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
export function isChalk({ width, height, data }: Rgba): boolean {
  const counts = new Uint32Array(256);
  const beside = Math.max(3, Math.round(Math.min(width, height) * STROKE));
  const apart = beside * 4;
  let [total, chalk, ink] = [0, 0, 0];
  for (let y = 0; y < height; y += STEP) {
    const row = y * width * 4;
    for (let x = 0, at = row; x < width; x += STEP, at += 4 * STEP, total++) {
      const value = (data[at] + 2 * data[at + 1] + data[at + 2]) >> 2;
      counts[value]++;
      if (x < beside || x + beside >= width) continue;
      const left = (data[at - apart] + 2 * data[at - apart + 1] + data[at - apart + 2]) >> 2;
      const right = (data[at + apart] + 2 * data[at + apart + 1] + data[at + apart + 2]) >> 2;
      if (value > Math.max(left, right) * APART[0] + APART[1]) chalk++;
      else if (value * APART[0] + APART[1] < Math.min(left, right)) ink++;
    }
  }
  const board = binAtShare(counts, total, 0.5);
  return board <= DARK && chalk > LEAST_COVER * total && chalk > OVER_INK * ink;
}
