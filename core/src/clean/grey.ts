import { createRgba, type Rgba } from '../raster/image';
import { inkPixels, toneRow } from './daylight';
import { inkMap, type InkMap } from './inkMap';
import { AS_FOUND, type Tone, type Tuning } from './tone';

/** Graphite comes out about as dark as ink, however faint it was. */
const PENCIL: Tone = { wanted: 190, least: 1.2, most: 4.5 };
/** Nothing is made darker than it was by more than a little. */
const SOFT: Tone = { wanted: 150, least: 1.1, most: 1.6 };
const DARKEST = 240;

/** The *Pencil* look: faint graphite lifted to readable greys, shading kept; no colour. */
export function pencil(page: Rgba, tuning: Tuning = AS_FOUND, map: InkMap = inkMap(page)): Rgba {
  return grey(map, PENCIL, tuning);
}

/** The *Soft grey* look: even light, true greys. */
export function softGrey(page: Rgba, tuning: Tuning = AS_FOUND, map: InkMap = inkMap(page)): Rgba {
  return grey(map, SOFT, tuning);
}

function grey(map: InkMap, tone: Tone, tuning: Tuning): Rgba {
  const { width, height, darkness, smooth } = map;
  const mask = inkPixels(map, tuning);
  const result = createRgba(width, height);
  result.data.fill(255);
  const gain = new Float32Array(width);
  const out = result.data;
  for (let y = 0, i = 0; y < height; y++) {
    toneRow(map, y, tone, tuning, gain);
    for (let x = 0; x < width; x++, i++) {
      if (mask[i] === 0) continue;
      // What is lifted far shows its noise: there the smoothed darkness takes its part.
      const part = gain[x] > 1.6 ? (darkness[i] + smooth[i]) * 0.5 : darkness[i];
      const dark = part * gain[x];
      const level = 255 - (dark < DARKEST ? dark : DARKEST);
      out[i * 4] = out[i * 4 + 1] = out[i * 4 + 2] = level;
    }
  }
  return result;
}
