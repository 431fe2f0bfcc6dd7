import type { Turn } from '../geometry/turn';
import { createRgba, type Rgba } from './image';

/** Turns the image clockwise; exact, no resampling. 0 returns the image itself. */
export function turnQuarter(image: Rgba, turn: Turn): Rgba {
  if (turn === 0) return image;
  const { width, height } = image;
  const result = turn === 180 ? createRgba(width, height) : createRgba(height, width);
  const source = new Uint32Array(image.data.buffer, image.data.byteOffset, width * height);
  const target = new Uint32Array(result.data.buffer);
  // Where source pixel (x, y) goes: start + x * stepX + y * stepY.
  const [start, stepX, stepY] =
    turn === 90
      ? [height - 1, height, -1]
      : turn === 180
        ? [width * height - 1, -1, -width]
        : [(width - 1) * height, -height, 1];
  for (let y = 0, from = 0; y < height; y++) {
    let to = start + y * stepY;
    for (let x = 0; x < width; x++, from++, to += stepX) target[to] = source[from];
  }
  return result;
}
