import { createRgba, type Rgba } from './image';

/**
 * Shrinks by a whole factor; each new pixel is the plain mean of `factor` x `factor` old ones, so nothing
 * aliases. Columns and rows left over at the right and the bottom (fewer than `factor`) are dropped.
 *
 * A point (x, y) of the source lies at (x / factor, y / factor) of the result.
 *
 * @param factor whole number from 1 to 64; 1 returns the image itself
 */
export function shrinkByInteger(image: Rgba, factor: number): Rgba {
  if (!Number.isInteger(factor) || factor < 1 || factor > 64) {
    throw new RangeError(`A shrink factor is a whole number from 1 to 64, not ${factor}`);
  }
  if (factor === 1) return image;
  const width = Math.max(1, Math.floor(image.width / factor));
  const height = Math.max(1, Math.floor(image.height / factor));
  const result = createRgba(width, height);
  const sums = new Uint32Array(width * 3);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    const rows = Math.min(factor, image.height - y * factor);
    for (let r = 0; r < rows; r++) addRow(image, y * factor + r, factor, sums, width);
    writeMeans(sums, rows * Math.min(factor, image.width), result, y);
  }
  return result;
}

function addRow(image: Rgba, row: number, factor: number, sums: Uint32Array, width: number): void {
  const { data } = image;
  const columns = Math.min(factor, image.width);
  let at = row * image.width * 4;
  for (let x = 0, s = 0; x < width; x++, s += 3) {
    let red = 0;
    let green = 0;
    let blue = 0;
    for (let c = 0; c < columns; c++, at += 4) {
      red += data[at];
      green += data[at + 1];
      blue += data[at + 2];
    }
    sums[s] += red;
    sums[s + 1] += green;
    sums[s + 2] += blue;
  }
}

function writeMeans(sums: Uint32Array, count: number, result: Rgba, row: number): void {
  const scale = 1 / count;
  let at = row * result.width * 4;
  for (let s = 0; s < sums.length; s += 3, at += 4) {
    result.data[at] = sums[s] * scale;
    result.data[at + 1] = sums[s + 1] * scale;
    result.data[at + 2] = sums[s + 2] * scale;
    result.data[at + 3] = 255;
  }
}
