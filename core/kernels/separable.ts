/**
 * A 3 x 3 convolution of every channel for itself, then one that mixes the channels of a cell, cut off below zero; in
 * 32-bit floats. Sums over the nine cells run by row and column from zero, those over channels from the bias.
 *
 * @param cells rows of cells with one cell more all round, `rowStride` cells a row
 * @param inputs channels, a multiple of four
 * @param each nine weights a channel: by kernel row, kernel column, channel
 * @param mix by input, output; outputs a multiple of four
 * @param row room for outWidth x inputs floats
 * @param result of the first cell made; `resultStride` cells a row; outWidth is a multiple of four
 */
export function separable3(
  cells: usize,
  rowStride: i32,
  inputs: i32,
  each: usize,
  mix: usize,
  bias: usize,
  outputs: i32,
  stride: i32,
  outWidth: i32,
  outHeight: i32,
  row: usize,
  result: usize,
  resultStride: i32,
): void {
  const cell: usize = inputs << 2;
  const step: usize = cell * stride;
  const below: usize = <usize>rowStride * cell;
  for (let y = 0; y < outHeight; y++) {
    const corner = cells + <usize>(y * stride) * below;
    for (let c: usize = 0; c < cell; c += 16) {
      const w = each + c;
      const w0 = v128.load(w);
      const w1 = v128.load(w + cell);
      const w2 = v128.load(w + 2 * cell);
      const w3 = v128.load(w + 3 * cell);
      const w4 = v128.load(w + 4 * cell);
      const w5 = v128.load(w + 5 * cell);
      const w6 = v128.load(w + 6 * cell);
      const w7 = v128.load(w + 7 * cell);
      const w8 = v128.load(w + 8 * cell);
      let at = corner + c;
      let to = row + c;
      for (let x = 0; x < outWidth; x++, at += step, to += cell) {
        const middle = at + below;
        const last = middle + below;
        let sum = f32x4.mul(v128.load(at), w0);
        sum = f32x4.add(sum, f32x4.mul(v128.load(at + cell), w1));
        sum = f32x4.add(sum, f32x4.mul(v128.load(at + 2 * cell), w2));
        sum = f32x4.add(sum, f32x4.mul(v128.load(middle), w3));
        sum = f32x4.add(sum, f32x4.mul(v128.load(middle + cell), w4));
        sum = f32x4.add(sum, f32x4.mul(v128.load(middle + 2 * cell), w5));
        sum = f32x4.add(sum, f32x4.mul(v128.load(last), w6));
        sum = f32x4.add(sum, f32x4.mul(v128.load(last + cell), w7));
        sum = f32x4.add(sum, f32x4.mul(v128.load(last + 2 * cell), w8));
        v128.store(to, sum);
      }
    }
    mixCells(
      row,
      outWidth,
      inputs,
      mix,
      bias,
      outputs,
      1,
      result + <usize>(y * resultStride * (outputs << 2)),
    );
  }
}

/**
 * Mixes the channels of each of `count` cells (a multiple of four): four cells by eight outputs at a time, by four where
 * only four are left.
 *
 * @param rectify 1 cuts off below zero
 */
export function mixCells(
  cells: usize,
  count: i32,
  inputs: i32,
  mix: usize,
  bias: usize,
  outputs: i32,
  rectify: i32,
  result: usize,
): void {
  const cell: usize = inputs << 2;
  const made: usize = outputs << 2;
  const inEights: usize = made & ~31;
  for (let x = 0; x < count; x += 4, cells += 4 * cell, result += 4 * made) {
    for (let o: usize = 0; o < inEights; o += 32)
      mixByEight(cells, cell, mix + o, bias + o, made, rectify, result + o);
    if (inEights < made)
      mixByFour(cells, cell, mix + inEights, bias + inEights, made, rectify, result + inEights);
  }
}

/** Eight outputs of four cells. Distances are in bytes: `cell` from one cell to the next, `made` from one row of weights or results to the next. */
function mixByEight(
  cells: usize,
  cell: usize,
  mix: usize,
  bias: usize,
  made: usize,
  rectify: i32,
  result: usize,
): void {
  let a0 = v128.load(bias);
  let a1 = v128.load(bias, 16);
  let b0 = a0;
  let b1 = a1;
  let c0 = a0;
  let c1 = a1;
  let d0 = a0;
  let d1 = a1;
  let weight = mix;
  for (let at = cells; at < cells + cell; at += 4, weight += made) {
    const w0 = v128.load(weight);
    const w1 = v128.load(weight, 16);
    const a = v128.load32_splat(at);
    a0 = f32x4.add(a0, f32x4.mul(a, w0));
    a1 = f32x4.add(a1, f32x4.mul(a, w1));
    const b = v128.load32_splat(at + cell);
    b0 = f32x4.add(b0, f32x4.mul(b, w0));
    b1 = f32x4.add(b1, f32x4.mul(b, w1));
    const c = v128.load32_splat(at + 2 * cell);
    c0 = f32x4.add(c0, f32x4.mul(c, w0));
    c1 = f32x4.add(c1, f32x4.mul(c, w1));
    const d = v128.load32_splat(at + 3 * cell);
    d0 = f32x4.add(d0, f32x4.mul(d, w0));
    d1 = f32x4.add(d1, f32x4.mul(d, w1));
  }
  storeTwo(result, a0, a1, rectify);
  storeTwo(result + made, b0, b1, rectify);
  storeTwo(result + 2 * made, c0, c1, rectify);
  storeTwo(result + 3 * made, d0, d1, rectify);
}

function storeTwo(result: usize, first: v128, second: v128, rectify: i32): void {
  const zero = f32x4.splat(0);
  v128.store(result, rectify ? f32x4.max(zero, first) : first);
  v128.store(result, rectify ? f32x4.max(zero, second) : second, 16);
}

/** Four outputs of four cells. */
function mixByFour(
  cells: usize,
  cell: usize,
  mix: usize,
  bias: usize,
  made: usize,
  rectify: i32,
  result: usize,
): void {
  const zero = f32x4.splat(0);
  let a = v128.load(bias);
  let b = a;
  let c = a;
  let d = a;
  let weight = mix;
  for (let at = cells; at < cells + cell; at += 4, weight += made) {
    const w = v128.load(weight);
    a = f32x4.add(a, f32x4.mul(v128.load32_splat(at), w));
    b = f32x4.add(b, f32x4.mul(v128.load32_splat(at + cell), w));
    c = f32x4.add(c, f32x4.mul(v128.load32_splat(at + 2 * cell), w));
    d = f32x4.add(d, f32x4.mul(v128.load32_splat(at + 3 * cell), w));
  }
  v128.store(result, rectify ? f32x4.max(zero, a) : a);
  v128.store(result + made, rectify ? f32x4.max(zero, b) : b);
  v128.store(result + 2 * made, rectify ? f32x4.max(zero, c) : c);
  v128.store(result + 3 * made, rectify ? f32x4.max(zero, d) : d);
}

/** Adds to two rows of fine cells the coarse cell over each two by two of them; channels are a multiple of four. */
export function addDoubled(coarse: usize, count: i32, channels: i32, first: usize, second: usize): void {
  const cell: usize = channels << 2;
  for (let x = 0; x < count; x++, coarse += cell, first += 2 * cell, second += 2 * cell) {
    for (let c: usize = 0; c < cell; c += 16) {
      const value = v128.load(coarse + c);
      v128.store(first + c, f32x4.add(v128.load(first + c), value));
      v128.store(first + cell + c, f32x4.add(v128.load(first + cell + c), value));
      v128.store(second + c, f32x4.add(v128.load(second + c), value));
      v128.store(second + cell + c, f32x4.add(v128.load(second + cell + c), value));
    }
  }
}
