/**
 * Lists the pixels of an edge field, its border left out, whose strength reaches `threshold` and is the largest along
 * their own gradient.
 *
 * @param found room for the indices, u32
 * @returns how many there are
 */
export function ridges(
  strength: usize,
  cos2: usize,
  sin2: usize,
  width: i32,
  height: i32,
  threshold: f32,
  found: usize,
): i32 {
  const least = f32x4.splat(threshold);
  const stride: usize = width << 2;
  let to = found;
  for (let y = 1; y < height - 1; y++) {
    let i: usize = usize(y) * stride + 4;
    const end: usize = i + stride - 8;
    while (i < end) {
      if (i + 16 <= end && !v128.any_true(f32x4.ge(v128.load(strength + i), least))) {
        i += 16;
        continue;
      }
      for (const stop = min(end, i + 16); i < stop; i += 4) {
        const here = load<f32>(strength + i);
        if (here < threshold) continue;
        const cos = load<f32>(cos2 + i);
        const diagonal: f32 = 0.70710678;
        let step: usize = 4;
        if (cos < -diagonal) step = stride;
        else if (cos <= diagonal) step = load<f32>(sin2 + i) > 0 ? stride + 4 : stride - 4;
        if (here >= load<f32>(strength + i + step) && here > load<f32>(strength + i - step)) {
          store<u32>(to, i >> 2);
          to += 4;
        }
      }
    }
  }
  return i32((to - found) >> 2);
}
