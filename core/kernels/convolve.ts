/**
 * A 3 x 3 convolution, cut off below zero. Four cells of a row by four outputs at a time, so that every weight that is
 * loaded is used four times. Sums run over kernel rows, kernel columns and inputs in this order, in 32-bit floats.
 *
 * @param cells padded by a zero cell all round and by as many at the right as four cells a time reach
 * @param rowStride cells a padded row
 * @param kernel by kernel row, kernel column, input, output; outputs a multiple of four
 * @param result `outWidth` (a multiple of four) x `outHeight` cells
 */
export function convolve3(
  cells: usize,
  rowStride: i32,
  inputs: i32,
  kernel: usize,
  bias: usize,
  outputs: i32,
  stride: i32,
  outWidth: i32,
  outHeight: i32,
  result: usize,
): void {
  const zero = f32x4.splat(0);
  const cell: usize = inputs << 2;
  const apart: usize = cell * stride;
  const weightStride: usize = outputs << 2;
  for (let y = 0; y < outHeight; y++) {
    for (let x = 0; x < outWidth; x += 4) {
      const corner = cells + (((y * stride * rowStride + x * stride) * inputs) << 2);
      const to = result + (((y * outWidth + x) * outputs) << 2);
      for (let o: usize = 0; o < weightStride; o += 16) {
        let a = v128.load(bias + o);
        let b = a;
        let c = a;
        let d = a;
        let weight = kernel + o;
        for (let ky = 0; ky < 3; ky++) {
          // The three kernel columns' cells lie side by side: one run of inputs.
          let at = corner + ((ky * rowStride * inputs) << 2);
          const end = at + 3 * cell;
          for (; at < end; at += 4, weight += weightStride) {
            const w = v128.load(weight);
            a = f32x4.add(a, f32x4.mul(v128.load32_splat(at), w));
            b = f32x4.add(b, f32x4.mul(v128.load32_splat(at + apart), w));
            c = f32x4.add(c, f32x4.mul(v128.load32_splat(at + 2 * apart), w));
            d = f32x4.add(d, f32x4.mul(v128.load32_splat(at + 3 * apart), w));
          }
        }
        v128.store(to + o, f32x4.max(zero, a));
        v128.store(to + weightStride + o, f32x4.max(zero, b));
        v128.store(to + 2 * weightStride + o, f32x4.max(zero, c));
        v128.store(to + 3 * weightStride + o, f32x4.max(zero, d));
      }
    }
  }
}
