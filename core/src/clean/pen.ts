import { createRgba, type Rgba } from '../raster/image';
import { gridRow } from './grid';
import { inkMap, type InkMap } from './inkMap';
import { overNoise, strokeMask } from './strokeMask';
import { AS_FOUND, type Tuning } from './tone';

/** A pixel is ink when it is darker than this share of the darkest pixel of its stroke. */
const OF_PEAK = 0.53;
/** and than this share of what strokes about here are */
const OF_CONTRAST = 0.22;
/** and than so many strayings of the bare paper. */
const OF_NOISE = 3.4;
const LEAST = 9;
/** The darkest pixel of anything that is ink stands out from the paper by so many strayings, and by this. */
const PEAK_OF_NOISE = 6.5;
const LEAST_PEAK = 16;
/** The darkest pixel of a stroke is looked for this far to each side, in steps of two pixels. */
const REACH = 4;
const LEAST_PIXELS = 7;

/** The *Pen* look: every pixel black or white. The threshold follows the strokes: half of how dark each is. */
export function pen(page: Rgba, tuning: Tuning = AS_FOUND, map: InkMap = inkMap(page)): Rgba {
  const { width, height, smooth } = map;
  const peaks = localPeaks(smooth, width, height);
  const columns = Math.ceil(width / 2);
  const share = OF_PEAK * 2 ** (-tuning.ink * 0.6);
  const floor = OF_CONTRAST * 2 ** (tuning.paper * 0.7);
  const contrast = new Float32Array(width);
  const noise = new Float32Array(width);
  const mask = strokeMask(map, {
    low(y, out) {
      if ((y & 7) === 0) {
        gridRow(map.contrast, y, contrast);
        gridRow(map.noise, y, noise);
      }
      const row = (y >> 1) * columns;
      for (let x = 0; x < width; x++) {
        const byPeak = share * peaks[row + (x >> 1)];
        const byOthers = floor * contrast[x];
        const byNoise = OF_NOISE * noise[x];
        const threshold = byPeak > byOthers ? byPeak : byOthers;
        out[x] = threshold > byNoise ? (threshold > LEAST ? threshold : LEAST) : byNoise;
      }
    },
    high: overNoise(map, PEAK_OF_NOISE, LEAST_PEAK),
    leastPixels: LEAST_PIXELS,
  });
  const result = createRgba(width, height);
  const out = new Uint32Array(result.data.buffer);
  const [black, white] = new Uint32Array(new Uint8Array([0, 0, 0, 255, 255, 255, 255, 255]).buffer);
  for (let i = 0; i < out.length; i++) out[i] = mask[i] === 1 ? black : white;
  return result;
}

/** The darkest value around, on half the page's pixels each way. */
function localPeaks(smooth: Uint8Array, width: number, height: number): Uint8Array {
  const columns = Math.ceil(width / 2);
  const rows = Math.ceil(height / 2);
  const small = new Uint8Array(columns * rows);
  for (let y = 0; y < height; y++) {
    const from = y * width;
    const to = (y >> 1) * columns;
    for (let x = 0; x < width; x++) {
      const value = smooth[from + x];
      if (value > small[to + (x >> 1)]) small[to + (x >> 1)] = value;
    }
  }
  return spread(spread(small, columns, rows, 1), columns, rows, columns);
}

/** Every value becomes the largest within REACH along one direction. */
function spread(source: Uint8Array, columns: number, rows: number, step: number): Uint8Array {
  const result = new Uint8Array(source);
  const length = columns * rows;
  for (let k = 1; k <= REACH; k++) {
    const apart = k * step;
    for (let i = 0; i + apart < length; i++) {
      if (source[i + apart] > result[i]) result[i] = source[i + apart];
      if (source[i] > result[i + apart]) result[i + apart] = source[i];
    }
  }
  return result;
}
