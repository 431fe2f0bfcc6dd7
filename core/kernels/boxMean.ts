/**
 * Mean over a (2 radius + 1)^2 window, cut off at the plane's edges: along rows, then down columns, by running sums.
 *
 * @param from f32 of a plane
 * @param across room for as many f32
 * @param sums room for a row of f64
 * @param out f32 of the means
 */
export function boxMean(
  from: usize,
  width: i32,
  height: i32,
  radius: i32,
  across: usize,
  sums: usize,
  out: usize,
): void {
  for (let y = 0; y < height; y++) {
    const row = (<usize>y * <usize>width) << 2;
    meanAcross(from + row, width, radius, across + row);
  }
  for (let x = 0; x < width; x += 2) v128.store(sums + ((<usize>x) << 3), f64x2.splat(0));
  let count = 0;
  for (let y = 0; y < height + radius; y++) {
    if (y < height) {
      addRow(sums, across + ((<usize>y * <usize>width) << 2), width);
      count++;
    }
    const leaving = y - 2 * radius - 1;
    if (leaving >= 0 && leaving < height) {
      takeRow(sums, across + ((<usize>leaving * <usize>width) << 2), width);
      count--;
    }
    const middle = y - radius;
    if (middle >= 0) shareRow(sums, 1 / <f64>count, width, out + ((<usize>middle * <usize>width) << 2));
  }
}

function meanAcross(from: usize, width: i32, radius: i32, out: usize): void {
  let sum: f64 = 0;
  let count = 0;
  for (let x = 0; x < width + radius; x++) {
    if (x < width) {
      sum += <f64>load<f32>(from + ((<usize>x) << 2));
      count++;
    }
    const leaving = x - 2 * radius - 1;
    if (leaving >= 0 && leaving < width) {
      sum -= <f64>load<f32>(from + ((<usize>leaving) << 2));
      count--;
    }
    const middle = x - radius;
    if (middle >= 0) store<f32>(out + ((<usize>middle) << 2), <f32>(sum / <f64>count));
  }
}

function addRow(sums: usize, row: usize, width: i32): void {
  for (let x = 0; x < width; x += 2) {
    const at = sums + ((<usize>x) << 3);
    const values = f64x2.promote_low_f32x4(v128.load64_zero(row + ((<usize>x) << 2)));
    v128.store(at, f64x2.add(v128.load(at), values));
  }
}

function takeRow(sums: usize, row: usize, width: i32): void {
  for (let x = 0; x < width; x += 2) {
    const at = sums + ((<usize>x) << 3);
    const values = f64x2.promote_low_f32x4(v128.load64_zero(row + ((<usize>x) << 2)));
    v128.store(at, f64x2.sub(v128.load(at), values));
  }
}

function shareRow(sums: usize, share: f64, width: i32, out: usize): void {
  const shares = f64x2.splat(share);
  for (let x = 0; x < width; x += 2) {
    const means = f32x4.demote_f64x2_zero(f64x2.mul(v128.load(sums + ((<usize>x) << 3)), shares));
    v128.store64_lane(out + ((<usize>x) << 2), means, 0);
  }
}
