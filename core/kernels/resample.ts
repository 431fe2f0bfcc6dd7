/** One pixel from 4 x 4: columns of four first (weights of 64 in all), then the row of four (128 in all). */
// @ts-ignore: decorator
@inline
function pixelAt(at: usize, stride: usize, across: usize, down: usize): u32 {
  // Red and blue of the four pixels, green and alpha: parting them by mask and shift leaves the shuffle unit free.
  const mask = i32x4.splat(0x00ff00ff);
  let four = v128.load(at);
  let weight = v128.load(down);
  let even = i16x8.mul(v128.and(four, mask), weight);
  let odd = i16x8.mul(i16x8.shr_u(four, 8), weight);
  four = v128.load(at + stride);
  weight = v128.load(down, 16);
  even = i16x8.add(even, i16x8.mul(v128.and(four, mask), weight));
  odd = i16x8.add(odd, i16x8.mul(i16x8.shr_u(four, 8), weight));
  four = v128.load(at + 2 * stride);
  weight = v128.load(down, 32);
  even = i16x8.add(even, i16x8.mul(v128.and(four, mask), weight));
  odd = i16x8.add(odd, i16x8.mul(i16x8.shr_u(four, 8), weight));
  four = v128.load(at + 3 * stride);
  weight = v128.load(down, 48);
  even = i16x8.add(even, i16x8.mul(v128.and(four, mask), weight));
  odd = i16x8.add(odd, i16x8.mul(i16x8.shr_u(four, 8), weight));
  // A channel of two neighbouring pixels side by side, for the products that are added up by pairs.
  const weights = v128.load(across);
  const redBlue = i32x4.dot_i16x8_s(v128.shuffle<u16>(even, even, 0, 2, 1, 3, 4, 6, 5, 7), weights);
  const greenAlpha = i32x4.dot_i16x8_s(v128.shuffle<u16>(odd, odd, 0, 2, 1, 3, 4, 6, 5, 7), weights);
  const sum = i32x4.add(
    v128.shuffle<u32>(redBlue, greenAlpha, 0, 4, 1, 5),
    v128.shuffle<u32>(redBlue, greenAlpha, 2, 6, 3, 7),
  );
  const words = i32x4.shr_s(i32x4.add(sum, i32x4.splat(4096)), 13);
  const halves = i16x8.narrow_i32x4_s(words, words);
  return i32x4.extract_lane(i8x16.narrow_i16x8_u(halves, halves), 0);
}

/**
 * Samples an image at places that are not whole, each from the 4 x 4 pixels round it, in two rounds: where every place
 * lies in the window, then what it looks like.
 *
 * @param pixels a window of the image, with its border pixels repeated where it reaches beyond: RGBA
 * @param stride bytes a row of the window
 * @param left image column of the window's first; `top` its row
 * @param width of the whole image, `height` likewise: places more than a pixel outside become white
 * @param knots every eighth place of each row and one more: f32 x and y by turns, times `scale` in image pixels
 * @param spans stretches of eight places in a row
 * @param across for each of 64 phases the weights of four taps (128 in all): i16 a b a b c d c d
 * @param down for each the weights of four taps (64 in all): i16, each eight times
 * @param plan room for 16 bytes a place
 * @param out spans x 8 x rows pixels
 */
export function resample(
  pixels: usize,
  stride: i32,
  left: f32,
  top: f32,
  width: f32,
  height: f32,
  knots: usize,
  spans: i32,
  rows: i32,
  scale: f32,
  across: usize,
  down: usize,
  plan: usize,
  out: usize,
): void {
  let to = plan;
  for (let row = 0; row < rows; row++) {
    planRow(knots, spans, scale, stride, left, top, width, height, to);
    knots += (spans + 1) << 3;
    to += spans << 7;
  }
  const corner = pixels - stride - 4;
  for (; plan < to; plan += 32, out += 8) {
    const first = load<i32>(plan);
    const second = load<i32>(plan, 8);
    store<u32>(
      out,
      first < 0
        ? 0xffffffff
        : pixelAt(corner + first, stride, across + load<u32>(plan, 16), down + (load<u32>(plan, 20) << 2)),
    );
    store<u32>(
      out,
      second < 0
        ? 0xffffffff
        : pixelAt(corner + second, stride, across + load<u32>(plan, 24), down + (load<u32>(plan, 28) << 2)),
      4,
    );
  }
}

/** For every two places of a row: twice the offset of each in the window (-1: outside), then 16 times their phases. */
function planRow(
  knots: usize,
  spans: i32,
  scale: f32,
  stride: i32,
  left: f32,
  top: f32,
  width: f32,
  height: f32,
  plan: usize,
): void {
  const half = f32x4.splat(0.5);
  const least = f32x4.splat(-1);
  const most = f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(height), 0, width), 2, width);
  const last = f32x4.sub(most, f32x4.splat(1));
  const origin = f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(top), 0, left), 2, left);
  const strides = i32x4.replace_lane(i32x4.replace_lane(i32x4.splat(stride), 0, 4), 2, 4);
  for (const end = knots + (spans << 3); knots < end; knots += 8) {
    const from = v128.load64_splat(knots);
    const step = f32x4.mul(f32x4.sub(v128.load64_splat(knots, 8), from), f32x4.splat(0.125));
    let count = f32x4(0, 0, 1, 1);
    for (const stop = plan + 128; plan < stop; plan += 32) {
      const place = f32x4.add(from, f32x4.mul(step, count));
      count = f32x4.add(count, f32x4.splat(2));
      const at = f32x4.sub(f32x4.mul(place, f32x4.splat(scale)), half);
      const within = v128.and(f32x4.ge(at, least), f32x4.le(at, most));
      const here = f32x4.sub(f32x4.pmin(last, f32x4.pmax(f32x4.splat(0), at)), origin);
      // Sixty-fourths of a pixel, rounded: what is left of the fraction once 2^23 has been added.
      const fixed = v128.and(
        f32x4.add(f32x4.mul(here, f32x4.splat(64)), f32x4.splat(8388608)),
        i32x4.splat(0x007fffff),
      );
      const parts = i32x4.mul(i32x4.shr_u(fixed, 6), strides);
      const offset = i32x4.add(parts, v128.shuffle<u32>(parts, parts, 1, 0, 3, 2));
      const both = v128.and(within, v128.shuffle<u32>(within, within, 1, 0, 3, 2));
      v128.store(plan, v128.or(offset, v128.not(both)));
      v128.store(plan, i32x4.shl(v128.and(fixed, i32x4.splat(63)), 4), 16);
    }
  }
}
