/** Binomial 1-2-1 smoothing, border repeated; `line` has room for a row and one value either side. */
export function smooth(from: usize, to: usize, line: usize, width: i32, height: i32): void {
  const two = f32x4.splat(2);
  const quarter = f32x4.splat(0.25);
  const stride: usize = width << 2;
  for (let y = 0; y < height; y++) {
    const row = from + usize(y) * stride;
    const up = y > 0 ? row - stride : row;
    const down = y < height - 1 ? row + stride : row;
    let i: usize = 0;
    for (; i + 16 <= stride; i += 16) {
      const sum = f32x4.add(
        f32x4.add(v128.load(up + i), f32x4.mul(two, v128.load(row + i))),
        v128.load(down + i),
      );
      v128.store(line + 16 + i, f32x4.mul(sum, quarter));
    }
    for (; i < stride; i += 4) {
      store<f32>(line + 16 + i, (load<f32>(up + i) + 2 * load<f32>(row + i) + load<f32>(down + i)) * 0.25);
    }
    store<f32>(line + 12, load<f32>(line + 16));
    store<f32>(line + 16 + stride, load<f32>(line + 12 + stride));
    const target = to + usize(y) * stride;
    i = 0;
    for (; i + 16 <= stride; i += 16) {
      const sum = f32x4.add(
        f32x4.add(v128.load(line + 12 + i), f32x4.mul(two, v128.load(line + 16 + i))),
        v128.load(line + 20 + i),
      );
      v128.store(target + i, f32x4.mul(sum, quarter));
    }
    for (; i < stride; i += 4) {
      const sum = load<f32>(line + 12 + i) + 2 * load<f32>(line + 16 + i) + load<f32>(line + 20 + i);
      store<f32>(target + i, sum * 0.25);
    }
  }
}

/** Adds the outer products of a plane's Scharr gradients to the running sums xx, yy and xy; the border stays. */
export function addToTensor(plane: usize, xx: usize, yy: usize, xy: usize, width: i32, height: i32): void {
  const three = f32x4.splat(3);
  const ten = f32x4.splat(10);
  const scale = f32x4.splat(1.0 / 32.0);
  const stride: usize = width << 2;
  for (let y = 1; y < height - 1; y++) {
    const first: usize = usize(y) * stride + 4;
    const last: usize = usize(y + 1) * stride - 4;
    let i = first;
    for (; i + 16 <= last; i += 16) {
      const at = plane + i;
      const nw = v128.load(at - stride - 4);
      const ne = v128.load(at - stride + 4);
      const sw = v128.load(at + stride - 4);
      const se = v128.load(at + stride + 4);
      const across = f32x4.sub(v128.load(at + 4), v128.load(at - 4));
      const downward = f32x4.sub(v128.load(at + stride), v128.load(at - stride));
      const east = f32x4.sub(f32x4.add(f32x4.sub(ne, nw), se), sw);
      const south = f32x4.sub(f32x4.add(f32x4.sub(sw, nw), se), ne);
      const gx = f32x4.mul(f32x4.add(f32x4.mul(three, east), f32x4.mul(ten, across)), scale);
      const gy = f32x4.mul(f32x4.add(f32x4.mul(three, south), f32x4.mul(ten, downward)), scale);
      v128.store(xx + i, f32x4.add(v128.load(xx + i), f32x4.mul(gx, gx)));
      v128.store(yy + i, f32x4.add(v128.load(yy + i), f32x4.mul(gy, gy)));
      v128.store(xy + i, f32x4.add(v128.load(xy + i), f32x4.mul(gx, gy)));
    }
    for (; i < last; i += 4) {
      const at = plane + i;
      const nw = load<f32>(at - stride - 4);
      const ne = load<f32>(at - stride + 4);
      const sw = load<f32>(at + stride - 4);
      const se = load<f32>(at + stride + 4);
      const across = load<f32>(at + 4) - load<f32>(at - 4);
      const downward = load<f32>(at + stride) - load<f32>(at - stride);
      const gx: f32 = (3 * (ne - nw + se - sw) + 10 * across) * (1.0 / 32.0);
      const gy: f32 = (3 * (sw - nw + se - ne) + 10 * downward) * (1.0 / 32.0);
      store<f32>(xx + i, load<f32>(xx + i) + gx * gx);
      store<f32>(yy + i, load<f32>(yy + i) + gy * gy);
      store<f32>(xy + i, load<f32>(xy + i) + gx * gy);
    }
  }
}

/**
 * Strength and doubled direction of the edges that a tensor holds; faint ones (sum of squares below `least`) are zero.
 *
 * @param count values, a multiple of four
 */
export function edgeField(
  xx: usize,
  yy: usize,
  xy: usize,
  count: i32,
  least: f32,
  strength: usize,
  cos2: usize,
  sin2: usize,
): void {
  const zero = f32x4.splat(0);
  const half = f32x4.splat(0.5);
  const bound = f32x4.splat(least);
  const end: usize = count << 2;
  for (let i: usize = 0; i < end; i += 16) {
    const x = v128.load(xx + i);
    const y = v128.load(yy + i);
    const sum = f32x4.add(x, y);
    const isEdge = f32x4.ge(sum, bound);
    if (!v128.any_true(isEdge)) {
      v128.store(strength + i, zero);
      v128.store(cos2 + i, zero);
      v128.store(sin2 + i, zero);
      continue;
    }
    const difference = f32x4.sub(x, y);
    const product = v128.load(xy + i);
    const twice = f32x4.add(product, product);
    const root = f32x4.sqrt(f32x4.add(f32x4.mul(difference, difference), f32x4.mul(twice, twice)));
    const isTurned = v128.and(isEdge, f32x4.gt(root, zero));
    v128.store(strength + i, v128.and(isEdge, f32x4.sqrt(f32x4.mul(f32x4.add(sum, root), half))));
    v128.store(cos2 + i, v128.and(isTurned, f32x4.div(difference, root)));
    v128.store(sin2 + i, v128.and(isTurned, f32x4.div(twice, root)));
  }
}

/** Makes every value of a the larger of itself and b's; `count` a multiple of four, the two may overlap (b ahead). */
export function larger(a: usize, b: usize, count: i32): void {
  for (let i: usize = 0, end: usize = count << 2; i < end; i += 16) {
    v128.store(a + i, f32x4.max(v128.load(a + i), v128.load(b + i)));
  }
}

/** The smaller of the two. */
export function smaller(a: usize, b: usize, count: i32): void {
  for (let i: usize = 0, end: usize = count << 2; i < end; i += 16) {
    v128.store(a + i, f32x4.min(v128.load(a + i), v128.load(b + i)));
  }
}
