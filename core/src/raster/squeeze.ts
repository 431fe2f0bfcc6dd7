import { createRgba, type Rgba } from './image';

/**
 * Brings an image to just this size, its proportion given up. Every new pixel is the mean of the whole old pixels
 * whose centres it covers, or the nearest one where it covers none.
 */
export function squeeze(image: Rgba, width: number, height: number): Rgba {
  const result = createRgba(width, height);
  for (let y = 0; y < height; y++) {
    const [top, bottom] = span(y, height, image.height);
    for (let x = 0; x < width; x++) {
      const [left, right] = span(x, width, image.width);
      let red = 0;
      let green = 0;
      let blue = 0;
      for (let sy = top; sy < bottom; sy++) {
        for (let sx = left, at = (sy * image.width + left) * 4; sx < right; sx++, at += 4) {
          red += image.data[at];
          green += image.data[at + 1];
          blue += image.data[at + 2];
        }
      }
      const count = (bottom - top) * (right - left);
      const to = (y * width + x) * 4;
      result.data[to] = red / count;
      result.data[to + 1] = green / count;
      result.data[to + 2] = blue / count;
      result.data[to + 3] = 255;
    }
  }
  return result;
}

/** Whole source pixels whose centres lie in cell `index` of `count`; at least one. */
function span(index: number, count: number, size: number): [number, number] {
  const from = Math.min(size - 1, Math.ceil((index / count) * size - 0.5));
  const to = Math.ceil(((index + 1) / count) * size - 0.5);
  return [Math.max(0, from), Math.max(from + 1, Math.min(size, to))];
}
