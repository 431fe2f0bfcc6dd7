import { kernels, type Kernels } from '../kernels/kernels';
import type { Rgba } from '../raster/image';
import { BY_EIGHTS, BY_PAIRS, spreadWeights, weightsFor } from './taps';

/** Places between two knots lie evenly on the straight line between them. */
export const SPAN = 8;

/** A block of places, `spans` x SPAN a row. */
export interface Places {
  /** every SPAN-th place of each row and one more, x and y by turns; times `scale` they are pixels of the source */
  readonly knots: Float32Array;
  readonly spans: number;
  readonly rows: number;
  readonly scale: number;
}

/** Source pixels a target pixel, across and down the source. */
export type Footprint = readonly [across: number, down: number];

/** The weights across add up to 2^7, those down to 2^6: what the kernel's sixteen bits hold. */
const ACROSS = 128;
const DOWN = 64;
const SHIFT = 13;
const PHASES = 64;
const WHITE = 0xffffffff;

/**
 * Samples an image at a block of places, each from the 4 x 4 pixels round it (see `tapWeights`); the image's border
 * pixels go on beyond it by one pixel, and what lies further out is white.
 *
 * @returns a word a pixel, as the image stores them, row by row; good until the next call
 */
export function resample(source: Rgba, places: Places, footprint: Footprint): Uint32Array {
  const quick = kernels();
  return quick
    ? resampleQuickly(quick, source, places, footprint)
    : resamplePlainly(source, places, footprint);
}

/** The reference for the kernel of the same name. */
export function resamplePlainly(
  { width, height, data }: Rgba,
  { knots, spans, rows, scale }: Places,
  [acrossFootprint, downFootprint]: Footprint,
): Uint32Array {
  const across = weightsFor(acrossFootprint, ACROSS);
  const down = weightsFor(downFootprint, DOWN);
  const out = new Uint32Array(spans * SPAN * rows);
  const bytes = new Uint8ClampedArray(out.buffer);
  const columns = spans * SPAN;
  for (let i = 0; i < out.length; i++) {
    const knot = Math.floor(i / columns) * (spans + 1) + Math.floor((i % columns) / SPAN);
    const sx = placeAt(knots[2 * knot], knots[2 * knot + 2], i % SPAN, scale);
    const sy = placeAt(knots[2 * knot + 1], knots[2 * knot + 3], i % SPAN, scale);
    if (!(sx >= -1 && sy >= -1 && sx <= width && sy <= height)) {
      out[i] = WHITE;
      continue;
    }
    const [x, y] = [inSixtyFourths(within(sx, width)), inSixtyFourths(within(sy, height))];
    const [column, row] = [Math.floor(x / PHASES), Math.floor(y / PHASES)];
    const tx = (x % PHASES) * 4;
    const ty = (y % PHASES) * 4;
    for (let c = 0; c < 4; c++) {
      let sum = 1 << (SHIFT - 1);
      for (let k = 0; k < 4; k++) {
        const line = within(row - 1 + k, height) * width;
        let part = 0;
        for (let j = 0; j < 4; j++) {
          part += data[(line + within(column - 1 + j, width)) * 4 + c] * across[tx + j];
        }
        sum += part * down[ty + k];
      }
      bytes[4 * i + c] = sum >> SHIFT;
    }
  }
  return out;
}

const within = (value: number, size: number): number => Math.min(size - 1, Math.max(0, value));

/** In 32-bit floats, as the kernel has it. */
function placeAt(from: number, to: number, count: number, scale: number): number {
  const step = Math.fround(Math.fround(to - from) / SPAN);
  const place = Math.fround(from + Math.fround(step * count));
  return Math.fround(Math.fround(place * Math.fround(scale)) - 0.5);
}

const inSixtyFourths = (value: number): number => Math.fround(value * PHASES + 2 ** 23) - 2 ** 23;

/** Columns or rows that the taps reach beyond the places, before and after. */
const BEFORE = 2;
const AFTER = 5;

function resampleQuickly(
  kernel: Kernels,
  source: Rgba,
  { knots, spans, rows, scale }: Places,
  [acrossFootprint, downFootprint]: Footprint,
): Uint32Array {
  const { left, top, width, height } = windowOf(source, knots, scale);
  const count = spans * SPAN * rows;
  const across = spreadWeights(weightsFor(acrossFootprint, ACROSS), BY_PAIRS);
  const down = spreadWeights(weightsFor(downFootprint, DOWN), BY_EIGHTS);
  const [pixels, places, acrossAt, downAt, plan, out] = kernel.room(
    width * height * 4,
    knots.byteLength,
    across.byteLength,
    down.byteLength,
    count * 16,
    count * 4,
  );
  copyWindow(source, left, top, width, height, kernel.words(pixels, width * height));
  kernel.floats(places, knots.length).set(knots);
  kernel.shorts(acrossAt, across.length).set(across);
  kernel.shorts(downAt, down.length).set(down);
  kernel.resample(
    pixels,
    width * 4,
    left,
    top,
    source.width,
    source.height,
    places,
    spans,
    rows,
    scale,
    acrossAt,
    downAt,
    plan,
    out,
  );
  return kernel.words(out, count);
}

/** The part of the source that a block of places needs. */
function windowOf(source: Rgba, knots: Float32Array, scale: number) {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < knots.length; i += 2) {
    const x = knots[i];
    const y = knots[i + 1];
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  const pixel = (value: number, size: number) => Math.floor(within(value * scale - 0.5, size));
  const left = pixel(minX, source.width) - BEFORE;
  const top = pixel(minY, source.height) - BEFORE;
  return {
    left,
    top,
    width: pixel(maxX, source.width) + AFTER - left,
    height: pixel(maxY, source.height) + AFTER - top,
  };
}

/** Copies a stretch of an image that may reach a few pixels beyond it, where the border pixels are repeated. */
function copyWindow(
  source: Rgba,
  left: number,
  top: number,
  width: number,
  height: number,
  target: Uint32Array,
): void {
  const words = new Uint32Array(source.data.buffer, source.data.byteOffset, source.width * source.height);
  const from = Math.max(0, left);
  const to = Math.min(source.width, left + width);
  for (let y = 0; y < height; y++) {
    const row = within(top + y, source.height) * source.width;
    const at = y * width;
    target.set(words.subarray(row + from, row + to), at + from - left);
    if (from > left) target.fill(words[row], at, at + from - left);
    if (to < left + width) target.fill(words[row + source.width - 1], at + to - left, at + width);
  }
}
