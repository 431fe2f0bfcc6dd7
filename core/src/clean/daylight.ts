import { createRgba, type Rgba } from '../raster/image';
import { gridRow, inkMap, paperGains, type InkMap } from './inkMap';
import { overNoise, strokeMask, widen, type RowOf } from './strokeMask';
import { AS_FOUND, toneGain, type Tone, type Tuning } from './tone';

/** Ink gets a little darker than it was, faint strokes up to twice and a half as dark. */
const TONE: Tone = { wanted: 165, least: 1.15, most: 2.5 };
/** Nothing becomes darker than this, so that the darkest ink keeps its colour. */
const DARKEST = 238;

/**
 * The *Daylight* look: divides the page by its own paper so that shadow, falling light and tint go; bare paper comes
 * out white, and whatever is on it keeps its hue and its strength relative to the paper.
 */
export function daylight(page: Rgba, tuning: Tuning = AS_FOUND, map: InkMap = inkMap(page)): Rgba {
  const { width, height } = map;
  const mask = inkPixels(map, tuning);
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
      const r = 255 - data[at] * gr[x];
      const g = 255 - data[at + 1] * gg[x];
      const b = 255 - data[at + 2] * gb[x];
      const most = r > g ? (r > b ? r : b) : g > b ? g : b;
      let gain = tone[x];
      if (most * gain > DARKEST) gain = DARKEST / most;
      out[at] = 255 - r * gain;
      out[at + 1] = 255 - g * gain;
      out[at + 2] = 255 - b * gain;
    }
  }
  return result;
}

/** Darker than so many strayings of the bare paper: perhaps a stroke; than so many more: surely one. */
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
    for (let x = 0; x < out.length; x++) out[x] = Math.max(out[x], contrast[x] * OF_CONTRAST);
  };
}

/** The gain of every pixel of a row. */
export function toneRow(map: InkMap, y: number, tone: Tone, tuning: Tuning, out: Float32Array): void {
  // Contrast changes slowly: a row in eight is enough.
  if ((y & 7) !== 0) return;
  gridRow(map.contrast, y, out);
  for (let x = 0; x < out.length; x++) out[x] = toneGain(tone, out[x], tuning);
}
