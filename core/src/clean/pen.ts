import { createRgba, type Rgba } from '../raster/image';
import { gridRow } from './grid';
import { inkMap, type InkMap } from './inkMap';
import { peaksAround } from './peaksAround';
import { forStrokes, overNoise, type StrokeMaskOptions } from './strokeMask';
import { AS_FOUND, type Tuning } from './tone';

/** Least darkness of an ink pixel, as a share of the darkest pixel of its stroke. */
const OF_PEAK = 0.53;
/** Least darkness of an ink pixel, as a share of the contrast of the strokes around. */
const OF_CONTRAST = 0.22;
/** Least darkness of an ink pixel, in standard deviations of the bare paper, and in levels. */
const OF_NOISE = 3.4;
const LEAST = 9;
/** Least darkness of the darkest pixel of a stroke, in standard deviations of the bare paper, and in levels. */
const PEAK_OF_NOISE = 6.5;
const LEAST_PEAK = 16;
const LEAST_PIXELS = 7;

/** The *Pen* look: every pixel black or white. The threshold follows the strokes: half of how dark each is. */
export function pen(page: Rgba, tuning: Tuning = AS_FOUND, map: InkMap = inkMap(page)): Rgba {
  const { width, height, smooth } = map;
  const share = OF_PEAK * 2 ** (-tuning.ink * 0.6);
  const peaks = peaksAround(smooth, width, height);
  const byPeak = Uint8ClampedArray.from({ length: 256 }, (_, peak) => Math.ceil(share * peak));
  const columns = Math.ceil(width / 2);
  const faintest = new Uint8ClampedArray(width);
  const options: StrokeMaskOptions = {
    low(y, out) {
      // Rows share their peaks two and two.
      if ((y & 1) === 1) return;
      if ((y & 7) === 0) faintestRow(map, y, tuning, faintest);
      const row = (y >> 1) * columns;
      for (let x = 0; x < width; x++) {
        const threshold = byPeak[peaks[row + (x >> 1)]];
        out[x] = threshold > faintest[x] ? threshold : faintest[x];
      }
    },
    high: overNoise(map, PEAK_OF_NOISE, LEAST_PEAK),
    leastPixels: LEAST_PIXELS,
  };
  const result = createRgba(width, height);
  const out = new Uint32Array(result.data.buffer);
  const [black, white] = new Uint32Array(new Uint8Array([0, 0, 0, 255, 255, 255, 255, 255]).buffer);
  out.fill(white);
  forStrokes(map, options, (start, end) => out.fill(black, start, end));
  return result;
}

/** Nothing fainter is ink, whatever the stroke that it belongs to. */
function faintestRow(
  { contrast, noise, width }: InkMap,
  y: number,
  { paper }: Tuning,
  out: Uint8ClampedArray,
) {
  const strokes = new Float32Array(width);
  const deviation = new Float32Array(width);
  gridRow(contrast, y, strokes);
  gridRow(noise, y, deviation);
  const share = OF_CONTRAST * 2 ** (paper * 0.7);
  for (let x = 0; x < width; x++) {
    out[x] = Math.ceil(Math.max(LEAST, share * strokes[x], OF_NOISE * deviation[x]));
  }
}
