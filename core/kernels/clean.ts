/** Added to a float from 0 to 255 it leaves that number, rounded, in the lowest byte. */
const MAGIC: f32 = 8388608;

/**
 * How much darker than its paper every pixel of a row is, 0 to 255: its lightness, or half of that of its darkest
 * colour if that is more.
 *
 * @param pixels RGBA
 * @param red 255 / paper for every pixel, f32; green and blue alike
 * @param count a multiple of four pixels are written
 */
export function darknessRow(pixels: usize, red: usize, green: usize, blue: usize, count: i32, out: usize): void {
  const full = f32x4.splat(255);
  const low = i32x4.splat(255);
  const zero = f32x4.splat(0);
  const half = f32x4.splat(0.5);
  const magic = f32x4.splat(MAGIC);
  const byRed = f32x4.splat(0.3);
  const byGreen = f32x4.splat(0.59);
  const byBlue = f32x4.splat(0.11);
  for (let x = 0; x < count; x += 4) {
    const four = v128.load(pixels + (x << 2));
    const r = f32x4.mul(f32x4.convert_i32x4_s(v128.and(four, low)), v128.load(red + (x << 2)));
    const g = f32x4.mul(
      f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(four, 8), low)),
      v128.load(green + (x << 2)),
    );
    const b = f32x4.mul(
      f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(four, 16), low)),
      v128.load(blue + (x << 2)),
    );
    const shine = f32x4.add(f32x4.add(f32x4.mul(r, byRed), f32x4.mul(g, byGreen)), f32x4.mul(b, byBlue));
    const light = f32x4.sub(full, shine);
    const coloured = f32x4.mul(f32x4.sub(full, f32x4.pmin(f32x4.pmin(r, g), b)), half);
    const dark = v128.and(f32x4.add(f32x4.pmax(zero, f32x4.pmax(light, coloured)), magic), low);
    const shorts = i16x8.narrow_i32x4_u(dark, dark);
    v128.store32_lane(out + x, i8x16.narrow_i16x8_u(shorts, shorts), 0);
  }
}

/**
 * One row of bytes smoothed 1-2-1 across and down, rounded; borders repeat. A row a call: engines compile a loop well
 * only when the function that it is in has been called some times.
 *
 * @param step bytes from a pixel to the next: 1 for a plane, 4 for RGBA
 * @param length bytes of a row
 */
export function binomialRow(above: usize, here: usize, below: usize, out: usize, step: i32, length: i32): void {
  const eight = i16x8.splat(8);
  let x = 0;
  for (; x < step; x++) binomialPixel(above, here, below, out, x, x, x + step < length ? x + step : x);
  for (; x + 16 + step <= length; x += 16) {
    const top = across(above + x, step, false);
    const topHigh = across(above + x, step, true);
    const mid = across(here + x, step, false);
    const midHigh = across(here + x, step, true);
    const low = across(below + x, step, false);
    const lowHigh = across(below + x, step, true);
    const sum = i16x8.add(i16x8.add(i16x8.add(top, low), i16x8.shl(mid, 1)), eight);
    const sumHigh = i16x8.add(i16x8.add(i16x8.add(topHigh, lowHigh), i16x8.shl(midHigh, 1)), eight);
    v128.store(out + x, i8x16.narrow_i16x8_u(i16x8.shr_u(sum, 4), i16x8.shr_u(sumHigh, 4)));
  }
  for (; x < length; x++) binomialPixel(above, here, below, out, x, x - step, x + step < length ? x + step : x);
}

@inline
function across(at: usize, step: i32, isHigh: bool): v128 {
  const before = v128.load(at - step);
  const middle = v128.load(at);
  const after = v128.load(at + step);
  if (isHigh) {
    return i16x8.add(
      i16x8.add(i16x8.extend_high_i8x16_u(before), i16x8.extend_high_i8x16_u(after)),
      i16x8.shl(i16x8.extend_high_i8x16_u(middle), 1),
    );
  }
  return i16x8.add(
    i16x8.add(i16x8.extend_low_i8x16_u(before), i16x8.extend_low_i8x16_u(after)),
    i16x8.shl(i16x8.extend_low_i8x16_u(middle), 1),
  );
}

function binomialPixel(above: usize, here: usize, below: usize, out: usize, x: i32, left: i32, right: i32): void {
  const top = <i32>load<u8>(above + left) + 2 * <i32>load<u8>(above + x) + <i32>load<u8>(above + right);
  const mid = <i32>load<u8>(here + left) + 2 * <i32>load<u8>(here + x) + <i32>load<u8>(here + right);
  const low = <i32>load<u8>(below + left) + 2 * <i32>load<u8>(below + x) + <i32>load<u8>(below + right);
  store<u8>(out + x, <u8>((top + 2 * mid + low + 8) >> 4));
}

/**
 * One row of a page over its paper: white where the mask is 0, elsewhere darkness by colour times a gain.
 *
 * @param mask a byte a pixel
 * @param tone gain of every pixel, f32
 * @param darkest no colour gets darker than this
 */
export function liftRow(
  pixels: usize,
  red: usize,
  green: usize,
  blue: usize,
  mask: usize,
  tone: usize,
  darkest: f32,
  count: i32,
  out: usize,
): void {
  const full = f32x4.splat(255);
  const low = i32x4.splat(255);
  const white = i32x4.splat(-1);
  const opaque = i32x4.splat(<i32>0xff000000);
  const zero = f32x4.splat(0);
  const most = f32x4.splat(darkest);
  const one = f32x4.splat(1);
  const magic = f32x4.splat(MAGIC);
  for (let x = 0; x < count; x += 4) {
    const wanted = load<u32>(mask + x);
    const to = out + (x << 2);
    if (wanted == 0) {
      v128.store(to, white);
      continue;
    }
    const four = v128.load(pixels + (x << 2));
    const r = f32x4.sub(
      full,
      f32x4.mul(f32x4.convert_i32x4_s(v128.and(four, low)), v128.load(red + (x << 2))),
    );
    const g = f32x4.sub(
      full,
      f32x4.mul(f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(four, 8), low)), v128.load(green + (x << 2))),
    );
    const b = f32x4.sub(
      full,
      f32x4.mul(f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(four, 16), low)), v128.load(blue + (x << 2))),
    );
    const peak = f32x4.pmax(one, f32x4.pmax(f32x4.pmax(r, g), b));
    const gain = f32x4.pmin(v128.load(tone + (x << 2)), f32x4.div(most, peak));
    const reds = v128.and(
      f32x4.add(f32x4.pmin(full, f32x4.pmax(zero, f32x4.sub(full, f32x4.mul(r, gain)))), magic),
      low,
    );
    const greens = v128.and(
      f32x4.add(f32x4.pmin(full, f32x4.pmax(zero, f32x4.sub(full, f32x4.mul(g, gain)))), magic),
      low,
    );
    const blues = v128.and(
      f32x4.add(f32x4.pmin(full, f32x4.pmax(zero, f32x4.sub(full, f32x4.mul(b, gain)))), magic),
      low,
    );
    const packed = v128.or(
      v128.or(reds, i32x4.shl(greens, 8)),
      v128.or(i32x4.shl(blues, 16), opaque),
    );
    const bytes = v128.load32_zero(mask + x);
    const lanes = i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(bytes));
    v128.store(to, v128.bitselect(packed, white, i32x4.ne(lanes, i32x4.splat(0))));
  }
}

/**
 * Values between the centres of cells, along a row: a straight line from each centre to the next.
 *
 * @param nodes f32 of every cell's centre, the first once more before and the last once more behind
 * @param cell pixels a cell, a multiple of eight: no four pixels lie on two lines
 * @param count a multiple of four values are written, f32
 */
export function spreadRow(nodes: usize, cell: i32, count: i32, out: usize): void {
  const lanes = f32x4(0.5, 1.5, 2.5, 3.5);
  const inverse: f32 = 1 / <f32>cell;
  let x = 0;
  let end = cell >> 1;
  let node = nodes;
  // Before the first centre there is half a cell.
  let from: f32 = <f32>end;
  while (x < count) {
    const first = load<f32>(node);
    const slope = (load<f32>(node + 4) - first) * inverse;
    const step = f32x4.splat(slope * 4);
    let value = f32x4.add(f32x4.splat(first), f32x4.mul(f32x4.splat(slope), f32x4.add(f32x4.splat(from), lanes)));
    const stop = end < count ? end : count;
    for (; x < stop; x += 4, value = f32x4.add(value, step)) v128.store(out + (x << 2), value);
    end += cell;
    node += 4;
    from = 0;
  }
}

/** One row: where a byte of the 3 x 3 square round it is set, it is set. Bytes are 0 or 1; beyond borders is nothing. */
export function widenRow(above: usize, here: usize, below: usize, out: usize, width: i32): void {
  for (let x = 0; x < width; ) {
    if (x > 0 && x + 17 <= width) {
      let any = v128.or(v128.or(v128.load(above + x - 1), v128.load(above + x)), v128.load(above + x + 1));
      any = v128.or(any, v128.or(v128.or(v128.load(here + x - 1), v128.load(here + x)), v128.load(here + x + 1)));
      any = v128.or(
        any,
        v128.or(v128.or(v128.load(below + x - 1), v128.load(below + x)), v128.load(below + x + 1)),
      );
      v128.store(out + x, any);
      x += 16;
      continue;
    }
    let any: u8 = 0;
    for (let k = x > 0 ? x - 1 : 0; k <= x + 1 && k < width; k++) {
      any |= load<u8>(above + k) | load<u8>(here + k) | load<u8>(below + k);
    }
    store<u8>(out + x, any);
    x++;
  }
}

/** 1 where a byte is at least its threshold, else 0. */
export function reaches(values: usize, thresholds: usize, count: i32, out: usize): void {
  const one = i8x16.splat(1);
  for (let x = 0; x < count; x += 16) {
    v128.store(out + x, v128.and(i8x16.ge_u(v128.load(values + x), v128.load(thresholds + x)), one));
  }
}

/** `mark` where a byte is at least `least`, else 0. */
export function atLeast(values: usize, least: i32, mark: i32, count: i32, out: usize): void {
  const limit = i8x16.splat(<i8>least);
  const marks = i8x16.splat(<i8>mark);
  for (let x = 0; x < count; x += 16) {
    v128.store(out + x, v128.and(i8x16.ge_u(v128.load(values + x), limit), marks));
  }
}

/** `mark` where a byte of either mask is not 0, else 0. */
export function eitherOf(a: usize, b: usize, mark: i32, count: i32, out: usize): void {
  const none = i8x16.splat(0);
  const marks = i8x16.splat(<i8>mark);
  for (let x = 0; x < count; x += 16) {
    v128.store(out + x, v128.and(i8x16.ne(v128.or(v128.load(a + x), v128.load(b + x)), none), marks));
  }
}

/** The largest byte of every two by two of two rows. */
export function peakRow(above: usize, here: usize, columns: i32, out: usize): void {
  for (let x = 0; x < columns; x += 8) {
    const both = i8x16.max_u(v128.load(above + (x << 1)), v128.load(here + (x << 1)));
    const even = v128.and(both, i16x8.splat(255));
    const largest = i16x8.max_u(even, i16x8.shr_u(both, 8));
    v128.store64_lane(out + x, i8x16.narrow_i16x8_u(largest, largest), 0);
  }
}

/** The largest byte from `reach` before to `reach` behind every byte of a row; what lies beyond it is looked at too. */
export function widestRow(from: usize, count: i32, reach: i32, out: usize): void {
  for (let x = 0; x < count; x += 16) {
    let most = v128.load(from + x);
    for (let k = 1; k <= reach; k++) {
      most = i8x16.max_u(most, i8x16.max_u(v128.load(from + x - k), v128.load(from + x + k)));
    }
    v128.store(out + x, most);
  }
}

/** The largest byte of every column of so many rows. */
export function tallestRow(from: usize, columns: i32, rows: i32, out: usize): void {
  for (let x = 0; x < columns; x += 16) {
    let most = v128.load(from + x);
    for (let k = 1; k < rows; k++) most = i8x16.max_u(most, v128.load(from + x + k * columns));
    v128.store(out + x, most);
  }
}

/** Adds a row of bytes, none counted for more than `cap`, to sums of 16 bits. */
export function addCapped(row: usize, cap: i32, count: i32, sums: usize): void {
  const most = i8x16.splat(<i8>cap);
  for (let x = 0; x < count; x += 8) {
    const bytes = i8x16.min_u(v128.load64_zero(row + x), most);
    const to = sums + (x << 1);
    v128.store(to, i16x8.add(v128.load(to), i16x8.extend_low_i8x16_u(bytes)));
  }
}

/** Sums over every 48 bytes of a row, none counted for more than `cap`; 16 bits each. */
export function stepSums(row: usize, cap: i32, steps: i32, out: usize): void {
  const most = i8x16.splat(<i8>cap);
  for (let s = 0; s < steps; s++) {
    const from = row + s * 48;
    const a = i16x8.extadd_pairwise_i8x16_u(i8x16.min_u(v128.load(from), most));
    const b = i16x8.extadd_pairwise_i8x16_u(i8x16.min_u(v128.load(from, 16), most));
    const c = i16x8.extadd_pairwise_i8x16_u(i8x16.min_u(v128.load(from, 32), most));
    const four = i32x4.extadd_pairwise_i16x8_u(i16x8.add(i16x8.add(a, b), c));
    const sum =
      i32x4.extract_lane(four, 0) +
      i32x4.extract_lane(four, 1) +
      i32x4.extract_lane(four, 2) +
      i32x4.extract_lane(four, 3);
    store<u16>(out + (s << 1), <u16>sum);
  }
}
