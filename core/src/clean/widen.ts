import { kernels } from '../kernels/kernels';

/** The same mask with one more pixel all round: the soft flanks of strokes belong to them. */
export function widen(mask: Uint8Array, width: number, height: number): Uint8Array {
  const quick = kernels();
  if (!quick) return widenPlainly(mask, width, height);
  const [from, to] = quick.room(mask.length, mask.length);
  quick.bytes(from, mask.length).set(mask);
  for (let y = 0; y < height; y++) {
    const here = from + y * width;
    const above = y > 0 ? here - width : here;
    quick.widenRow(above, here, y + 1 < height ? here + width : here, to + y * width, width);
  }
  return quick.bytes(to, mask.length).slice();
}

/** The reference for the kernel: the same bytes. */
export function widenPlainly(mask: Uint8Array, width: number, height: number): Uint8Array {
  const result = new Uint8Array(mask.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (mask[y * width + x] === 0) continue;
      for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++) {
        for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) result[ny * width + nx] = 1;
      }
    }
  }
  return result;
}
