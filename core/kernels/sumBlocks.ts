/**
 * Sums of blocks of RGBA pixels: `rows` rows of `stride` bytes, cut into `count` blocks of `factor` columns.
 *
 * @param sums 4 x u32 a block
 */
export function sumBlocks(pixels: usize, stride: i32, rows: i32, factor: i32, count: i32, sums: usize): void {
  const zero = i32x4.splat(0);
  for (let block = 0; block < count; block++) {
    let total = zero;
    const left = pixels + ((block * factor) << 2);
    for (let row = 0; row < rows; row++) {
      let at = left + row * stride;
      // Sixteen-bit sums: 64 columns of 255, by pairs, stay below 2^16.
      let pair = zero;
      let x = 0;
      for (; x + 4 <= factor; x += 4, at += 16) {
        const four = v128.load(at);
        pair = i16x8.add(pair, i16x8.add(i16x8.extend_low_i8x16_u(four), i16x8.extend_high_i8x16_u(four)));
      }
      for (; x + 2 <= factor; x += 2, at += 8) pair = i16x8.add(pair, v128.load_ext<u8>(at));
      if (x < factor) pair = i16x8.add(pair, i16x8.extend_low_i8x16_u(v128.load32_zero(at)));
      total = i32x4.add(total, i32x4.add(i32x4.extend_low_i16x8_u(pair), i32x4.extend_high_i16x8_u(pair)));
    }
    v128.store(sums + (block << 4), total);
  }
}
