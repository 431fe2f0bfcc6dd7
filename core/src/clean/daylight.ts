import { createRgba, type Rgba } from '../raster/image';
import { kernels, type Kernels } from '../kernels/kernels';
import { MAGIC, paperGains, paperGainsAt, roomForGains } from './darkness';
import { gridRow } from './grid';
import { inkMap, type InkMap } from './inkMap';
import { overNoise, strokeMask } from './strokeMask';
import type { RowOf } from './strokeRuns';
import { AS_FOUND, toneGain, type Tone, type Tuning } from './tone';
import { widen } from './widen';

/** Ink gets a little darker than it was, so that its soft flanks still count; faint strokes up to two and a half times. */
const TONE: Tone = { wanted: 175, least: 1.35, most: 2.6 };
/** Nothing becomes darker than this, so that the darkest ink keeps its colour. */
const DARKEST = 238;

/**
 * The *Daylight* look: divides the page by its own paper so that shadow, falling light and tint go; bare paper comes
 * out white, and whatever is on it keeps its hue and its strength relative to the paper.
 */
export function daylight(page: Rgba, tuning: Tuning = AS_FOUND, map: InkMap = inkMap(page)): Rgba {
  const mask = inkPixels(map, tuning);
  const quick = kernels();
  return quick ? liftQuickly(quick, map, mask, tuning) : liftPlainly(map, mask, tuning);
}

export function liftQuickly(quick: Kernels, map: InkMap, mask: Uint8Array, tuning: Tuning): Rgba {
  const { width, height } = map;
  const { data } = map.page;
  const result = createRgba(width, height);
  const { at, others } = roomForGains(quick, width, width * 4, width * 4, width * 4, width);
  const [pixels, out, toneAt, maskAt] = others;
  const line = quick.bytes(pixels, width * 4);
  const lifted = quick.bytes(out, width * 4);
  const tone = quick.floats(toneAt, width);
  const wanted = quick.bytes(maskAt, width);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    line.set(data.subarray(row * 4, (row + width) * 4));
    wanted.set(mask.subarray(row, row + width));
    paperGainsAt(quick, map.paper, y, width, at);
    toneRow(map, y, TONE, tuning, tone);
    quick.liftRow(pixels, at[0], at[1], at[2], maskAt, toneAt, DARKEST, width, out);
    result.data.set(lifted, row * 4);
  }
  return result;
}

/** The reference for the kernel; 32-bit floats, as it has. */
export function liftPlainly(map: InkMap, mask: Uint8Array, tuning: Tuning): Rgba {
  const { width, height } = map;
  const f = Math.fround;
  const result = createRgba(width, height);
  result.data.fill(255);
  const gains = [new Float32Array(width), new Float32Array(width), new Float32Array(width)] as const;
  const [gr, gg, gb] = gains;
  const tone = new Float32Array(width);
  const { data } = map.page;
  const out = result.data;
  for (let y = 0, i = 0, at = 0; y < height; y++) {
    paperGains(map.paper, y, gains);
    toneRow(map, y, TONE, tuning, tone);
    for (let x = 0; x < width; x++, i++, at += 4) {
      if (mask[i] === 0) continue;
      const r = f(255 - f(data[at] * gr[x]));
      const g = f(255 - f(data[at + 1] * gg[x]));
      const b = f(255 - f(data[at + 2] * gb[x]));
      const gain = Math.min(tone[x], f(DARKEST / Math.max(1, r, g, b)));
      out[at] = f(Math.min(255, Math.max(0, f(255 - f(r * gain)))) + MAGIC) - MAGIC;
      out[at + 1] = f(Math.min(255, Math.max(0, f(255 - f(g * gain)))) + MAGIC) - MAGIC;
      out[at + 2] = f(Math.min(255, Math.max(0, f(255 - f(b * gain)))) + MAGIC) - MAGIC;
    }
  }
  return result;
}

/** Darker than so many standard deviations of the bare paper: perhaps a stroke; than so many more: surely one. */
const LOW = 2.8;
const HIGH = 6;
/** Whatever the noise, nothing fainter than these counts, darkness 0 to 255. */
const LEAST_LOW = 7;
const LEAST_HIGH = 13;
const LEAST_PIXELS = 7;
/** Fainter than this share of what strokes are about here is no stroke. */
const OF_CONTRAST = 0.1;

/** Which pixels are shown as they are; all others are white. */
export function inkPixels(map: InkMap, { paper }: Tuning): Uint8Array {
  const factor = 2 ** (paper * 0.9);
  const mask = strokeMask(map, {
    low: overNoise(map, LOW * factor, LEAST_LOW * factor),
    high: overBoth(map, HIGH * factor, LEAST_HIGH * factor),
    leastPixels: LEAST_PIXELS,
  });
  return widen(mask, map.width, map.height);
}

/** Over the noise, and over a share of the strokes' contrast. */
function overBoth(map: InkMap, factor: number, least: number): RowOf {
  const byNoise = overNoise(map, factor, least);
  const contrast = new Float32Array(map.width);
  return (y, out) => {
    if ((y & 7) !== 0) return;
    byNoise(y, out);
    gridRow(map.contrast, y, contrast);
    for (let x = 0; x < out.length; x++) out[x] = Math.max(out[x], Math.ceil(contrast[x] * OF_CONTRAST));
  };
}

/** The gain of every pixel of a row. */
export function toneRow(map: InkMap, y: number, tone: Tone, tuning: Tuning, out: Float32Array): void {
  // Contrast changes slowly: a row in eight is enough.
  if ((y & 7) !== 0) return;
  gridRow(map.contrast, y, out);
  for (let x = 0; x < out.length; x++) out[x] = toneGain(tone, out[x], tuning);
}
