import type { Rgba } from '../raster/image';
import { binomialSmooth } from './binomialSmooth';

/** A page smoothed 1-2-1 across and down, so often: takes the grain off photos made in the dark. */
export function smoothPage(page: Rgba, times: number): Rgba {
  const { width, height } = page;
  let data = page.data;
  for (let k = 0; k < times; k++) data = new Uint8ClampedArray(binomialSmooth(data, 4, width * 4, height));
  return { width, height, data };
}
