import type { Rgba } from '../raster/image';
import { shrinkToFit } from '../raster/shrinkToFit';

/** How strongly a photo changes from pixel to pixel, small, for helping a hand find a sheet's edge. */
export interface EdgePicture {
  readonly width: number;
  readonly height: number;
  /** 0 to 255 */
  readonly data: Uint8Array;
  /** photo px a px of this picture */
  readonly scale: number;
}

const LONG_SIDE = 720;

/** The gradient of lightness by Sobel's operator, an eighth of it, cut at 255. */
export function edgePicture(photo: Rgba): EdgePicture {
  const small = shrinkToFit(photo, LONG_SIDE);
  const { width, height } = small;
  const light = new Uint8Array(width * height);
  for (let i = 0; i < light.length; i++) {
    light[i] = (small.data[i * 4] + 2 * small.data[i * 4 + 1] + small.data[i * 4 + 2]) >> 2;
  }
  const data = new Uint8Array(width * height);
  for (let y = 1; y + 1 < height; y++) {
    for (let x = 1; x + 1 < width; x++) {
      const i = y * width + x;
      const [a, b, c] = [light[i - width - 1], light[i - width], light[i - width + 1]];
      const [d, f] = [light[i - 1], light[i + 1]];
      const [g, h, k] = [light[i + width - 1], light[i + width], light[i + width + 1]];
      const across = c + 2 * f + k - a - 2 * d - g;
      const down = g + 2 * h + k - a - 2 * b - c;
      data[i] = Math.min(255, Math.hypot(across, down) / 4);
    }
  }
  return { width, height, data, scale: photo.width / width };
}
