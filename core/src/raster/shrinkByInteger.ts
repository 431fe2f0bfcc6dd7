import { kernels, type Kernels } from '../kernels/kernels';
import { createRgba, type Rgba } from './image';

export interface ShrinkByIntegerOptions {
  /**
   * look at every second row only, where a new pixel still is the mean of at least eight: half the time, and enough
   * where detail does not matter
   */
  readonly coarse?: boolean;
}

/**
 * Shrinks by a whole factor; each new pixel is the plain mean of `factor` x `factor` old ones, so nothing
 * aliases. Columns and rows left over at the right and the bottom (fewer than `factor`) are dropped.
 *
 * A point (x, y) of the source lies at (x / factor, y / factor) of the result.
 *
 * @param factor whole number from 1 to 64; 1 returns the image itself
 */
export function shrinkByInteger(
  image: Rgba,
  factor: number,
  { coarse = false }: ShrinkByIntegerOptions = {},
): Rgba {
  if (!Number.isInteger(factor) || factor < 1 || factor > 64) {
    throw new RangeError(`A shrink factor is a whole number from 1 to 64, not ${factor}`);
  }
  if (factor === 1) return image;
  const width = Math.max(1, Math.floor(image.width / factor));
  const height = Math.max(1, Math.floor(image.height / factor));
  const result = createRgba(width, height);
  const plan: ShrinkPlan = {
    factor,
    columns: Math.min(factor, image.width),
    step: coarse && factor >= 4 ? 2 : 1,
    count: width,
  };
  const quick = kernels();
  const sumRows = quick ? quickSums(quick, image, plan) : plainSums(image, plan);
  for (let y = 0; y < height; y++) {
    const rows = Math.ceil(Math.min(factor, image.height - y * factor) / plan.step);
    writeMeans(sumRows(y * factor, rows), rows * plan.columns, result, y);
  }
  return result;
}

interface ShrinkPlan {
  readonly factor: number;
  /** image pixels across a new one */
  readonly columns: number;
  /** only every so many rows are looked at */
  readonly step: number;
  /** new pixels a row */
  readonly count: number;
}

/** Byte sums, in memory order, of each of a row of blocks: those of `rows` image rows from `first` on. */
export type SumRows = (first: number, rows: number) => Uint32Array;

export function quickSums(
  kernel: Kernels,
  image: Rgba,
  { factor, columns, step, count }: ShrinkPlan,
): SumRows {
  const { width } = image;
  const words = new Uint32Array(image.data.buffer, image.data.byteOffset, width * image.height);
  const most = Math.ceil(factor / step);
  const [pixels, sums] = kernel.room(most * width * 4, count * 16);
  const strip = kernel.words(pixels, most * width);
  const result = kernel.words(sums, count * 4);
  return (first, rows) => {
    for (let r = 0; r < rows; r++) {
      const from = (first + r * step) * width;
      strip.set(words.subarray(from, from + width), r * width);
    }
    kernel.sumBlocks(pixels, width * 4, rows, columns, count, sums);
    return result;
  };
}

/** The reference for the kernel. */
export function plainSums(image: Rgba, { columns, step, count }: ShrinkPlan): SumRows {
  // A pixel as one 32-bit word, its bytes in the order in which this machine stores them.
  const words = new Uint32Array(image.data.buffer, image.data.byteOffset, image.width * image.height);
  const even = new Uint32Array(count);
  const odd = new Uint32Array(count);
  const sums = new Uint32Array(count * 4);
  return (first, rows) => {
    sums.fill(0);
    for (let r = 0; r < rows; r++) {
      addRow(words, (first + r * step) * image.width, columns, even, odd);
      spread(even, odd, sums);
    }
    return sums;
  };
}

/**
 * Sums runs of `columns` words of a row, two bytes of a word at a time: 64 bytes add up to less than 16 bits hold.
 */
function addRow(
  words: Uint32Array,
  from: number,
  columns: number,
  even: Uint32Array,
  odd: Uint32Array,
): void {
  let at = from;
  for (let x = 0; x < even.length; x++) {
    let low = 0;
    let high = 0;
    for (const end = at + columns; at < end; at++) {
      const word = words[at];
      low += word & 0x00ff00ff;
      high += (word >>> 8) & 0x00ff00ff;
    }
    even[x] = low;
    odd[x] = high;
  }
}

/** Adds the byte sums of a row to the running sums, byte by byte in memory order. */
function spread(even: Uint32Array, odd: Uint32Array, sums: Uint32Array): void {
  const [first, second, third, fourth] = IS_LITTLE_ENDIAN ? [0, 1, 2, 3] : [3, 2, 1, 0];
  for (let x = 0, s = 0; x < even.length; x++, s += 4) {
    sums[s + first] += even[x] & 0xffff;
    sums[s + second] += odd[x] & 0xffff;
    sums[s + third] += even[x] >>> 16;
    sums[s + fourth] += odd[x] >>> 16;
  }
}

const IS_LITTLE_ENDIAN = new Uint8Array(new Uint32Array([1]).buffer)[0] === 1;

function writeMeans(sums: Uint32Array, count: number, result: Rgba, row: number): void {
  const scale = 1 / count;
  let at = row * result.width * 4;
  for (let s = 0; s < sums.length; s += 4, at += 4) {
    result.data[at] = sums[s] * scale;
    result.data[at + 1] = sums[s + 1] * scale;
    result.data[at + 2] = sums[s + 2] * scale;
    result.data[at + 3] = 255;
  }
}
