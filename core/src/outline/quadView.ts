import { rectangleToQuad } from '../geometry/homography';
import type { Quad } from '../geometry/quad';
import type { Rgba } from '../raster/image';

/** Pixels a side of a view; the quad lies in its middle, with so many pixels about it on every side. */
export const VIEW_SIDE = 96;
export const VIEW_MARGIN = 16;
/** Red, green, blue, and how much of the pixel lies in the picture. */
export const VIEW_CHANNELS = 4;

/** A pixel of the view is the mean of so many looks, both ways. */
const LOOKS = 2;

/**
 * A quad as it would look from straight above, squeezed to a square, with what lies about it.
 *
 * @param picture in whose pixels the quad is
 * @returns VIEW_SIDE x VIEW_SIDE x VIEW_CHANNELS, row by row: red, green, blue, 0 to 255, then which share of the pixel lies in the
 * picture, 0 to 1; all zero outside of it
 * @throws RangeError when three corners lie on one line
 */
export function quadView(picture: Rgba, quad: Quad): Float32Array<ArrayBuffer> {
  const inside = VIEW_SIDE - 2 * VIEW_MARGIN;
  const h = rectangleToQuad(inside, inside, quad);
  const view = new Float32Array(VIEW_SIDE * VIEW_SIDE * VIEW_CHANNELS);
  for (let y = 0, to = 0; y < VIEW_SIDE; y++) {
    for (let x = 0; x < VIEW_SIDE; x++, to += VIEW_CHANNELS) {
      let count = 0;
      for (let look = 0; look < LOOKS * LOOKS; look++) {
        const px = x - VIEW_MARGIN + ((look % LOOKS) + 0.5) / LOOKS;
        const py = y - VIEW_MARGIN + (Math.floor(look / LOOKS) + 0.5) / LOOKS;
        const depth = h[6] * px + h[7] * py + h[8];
        // Behind the horizon of a leaning quad there is nothing.
        if (depth <= 0) continue;
        const sx = (h[0] * px + h[1] * py + h[2]) / depth;
        const sy = (h[3] * px + h[4] * py + h[5]) / depth;
        if (addColours(picture, sx, sy, view, to)) count++;
      }
      if (count === 0) continue;
      for (let c = to; c < to + 3; c++) view[c] /= count;
      view[to + 3] = count / (LOOKS * LOOKS);
    }
  }
  return view;
}

/** Adds the colours at a point, bilinear, to three numbers of a list. @returns false, with nothing added, outside the picture */
function addColours(
  { width, height, data }: Rgba,
  x: number,
  y: number,
  to: Float32Array,
  at: number,
): boolean {
  if (x < 0 || y < 0 || x >= width || y >= height) return false;
  const fromLeft = Math.min(width - 1, Math.max(0, x - 0.5));
  const fromTop = Math.min(height - 1, Math.max(0, y - 0.5));
  const left = Math.floor(fromLeft);
  const top = Math.floor(fromTop);
  const across = fromLeft - left;
  const down = fromTop - top;
  const upper = (top * width + left) * 4;
  const lower = top + 1 < height ? upper + width * 4 : upper;
  const right = left + 1 < width ? 4 : 0;
  for (let c = 0; c < 3; c++) {
    const above = data[upper + c] * (1 - across) + data[upper + right + c] * across;
    const below = data[lower + c] * (1 - across) + data[lower + right + c] * across;
    to[at + c] += above * (1 - down) + below * down;
  }
  return true;
}
