/** Added to a float from 0 to 255 it leaves that number, rounded, in the lowest byte. */
const MAGIC: f32 = 8388608;

/**
 * What the ink net sees of two rows of a page: of every two by two pixels how much darker than its paper they are, how
 * much warmer and how much greener; each bent by value / (|value| + knee), so that faint things are seen.
 *
 * @param above two rows of 4-byte pixels, an even number of them
 * @param red 255 / paper at every pixel, for each colour
 * @param count how many cells, half as many as there are pixels
 * @param out three floats a cell
 */
export function inkNetRow(
  above: usize,
  below: usize,
  red: usize,
  green: usize,
  blue: usize,
  count: i32,
  knee: f32,
  out: usize,
): void {
  const quarter: f32 = 1.0 / 1020.0;
  for (let x = 0; x < count; x++, above += 8, below += 8, red += 8, green += 8, blue += 8, out += 12) {
    const pixels = i16x8.add(v128.load8x8_u(above), v128.load8x8_u(below));
    const both = i16x8.add(
      pixels,
      i8x16.shuffle(pixels, pixels, 8, 9, 10, 11, 12, 13, 14, 15, 0, 1, 2, 3, 4, 5, 6, 7),
    );
    const sums = f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(both));
    const r = f32x4.extract_lane(sums, 0) * load<f32>(red) * quarter;
    const g = f32x4.extract_lane(sums, 1) * load<f32>(green) * quarter;
    const b = f32x4.extract_lane(sums, 2) * load<f32>(blue) * quarter;
    const dark: f32 = <f32>1 - (r * <f32>0.3 + g * <f32>0.59 + b * <f32>0.11);
    const warm: f32 = r - b;
    const leaf: f32 = g - (r + b) * <f32>0.5;
    store<f32>(out, dark / (abs(dark) + knee));
    store<f32>(out + 4, warm / (abs(warm) + knee));
    store<f32>(out + 8, leaf / (abs(leaf) + knee));
  }
}

/**
 * Logits of two by two pixels a cell, as bytes: 128 is even odds, `scale` a unit.
 *
 * @param cells `classes` times four floats each: top left, top right, bottom left, bottom right
 * @param above a row of bytes of the first class, and the row below it; the next class is `plane` bytes on
 */
export function spreadLogits(
  cells: usize,
  count: i32,
  classes: i32,
  scale: f32,
  above: usize,
  below: usize,
  plane: usize,
): void {
  const factor = f32x4.splat(scale);
  const middle = f32x4.splat(128);
  const least = f32x4.splat(0);
  const most = f32x4.splat(255);
  const magic = f32x4.splat(MAGIC);
  for (let x = 0; x < count; x++, above += 2, below += 2) {
    for (let c = 0; c < classes; c++, cells += 16) {
      const value = f32x4.add(f32x4.mul(v128.load(cells), factor), middle);
      const bytes = f32x4.add(f32x4.max(least, f32x4.min(most, value)), magic);
      const to: usize = plane * c;
      store<u8>(above + to, i8x16.extract_lane_u(bytes, 0));
      store<u8>(above + to + 1, i8x16.extract_lane_u(bytes, 4));
      store<u8>(below + to, i8x16.extract_lane_u(bytes, 8));
      store<u8>(below + to + 1, i8x16.extract_lane_u(bytes, 12));
    }
  }
}
