/** Light (r + 2 g + b) / 4, warm (r - b) / 2 and green (2 g - r - b) / 4 of RGBA pixels; `count` a multiple of four. */
export function opponentPlanes(pixels: usize, count: i32, light: usize, warm: usize, green: usize): void {
  const low = i32x4.splat(255);
  const quarter = f32x4.splat(0.25);
  const half = f32x4.splat(0.5);
  for (let i: usize = 0, end: usize = count << 2; i < end; i += 16) {
    const four = v128.load(pixels + i);
    const r = v128.and(four, low);
    const g = i32x4.shl(v128.and(i32x4.shr_u(four, 8), low), 1);
    const b = v128.and(i32x4.shr_u(four, 16), low);
    const both = i32x4.add(r, b);
    v128.store(light + i, f32x4.mul(f32x4.convert_i32x4_s(i32x4.add(both, g)), quarter));
    v128.store(warm + i, f32x4.mul(f32x4.convert_i32x4_s(i32x4.sub(r, b)), half));
    v128.store(green + i, f32x4.mul(f32x4.convert_i32x4_s(i32x4.sub(g, both)), quarter));
  }
}
