import { kernels } from '../kernels/kernels';

/** The largest byte up to `reach` pixels away along the row and the column of each: in a square. */
export function widestAround(plane: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const quick = kernels();
  if (!quick) return widestPlainly(plane, width, height, reach);
  const result = new Uint8Array(plane.length);
  const [lineAt, acrossAt, downAt] = quick.room(width + 2 * reach, plane.length, width);
  // Beyond the row's ends, also as far as the last vector reaches, there is nothing.
  quick.bytes(lineAt, width + 2 * reach).fill(0);
  for (let y = 0; y < height; y++) {
    quick.bytes(lineAt + reach, width).set(plane.subarray(y * width, (y + 1) * width));
    quick.widestRow(lineAt + reach, width, reach, acrossAt + y * width);
  }
  for (let y = 0; y < height; y++) {
    const first = Math.max(0, y - reach);
    quick.tallestRow(acrossAt + first * width, width, Math.min(height - 1, y + reach) - first + 1, downAt);
    result.set(quick.bytes(downAt, width), y * width);
  }
  return result;
}

/** The reference for the kernels: the same bytes. */
export function widestPlainly(plane: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const across = new Uint8Array(plane.length);
  const result = new Uint8Array(plane.length);
  for (let y = 0; y < height; y++) windowMost(plane, y * width, 1, width, reach, across);
  for (let x = 0; x < width; x++) windowMost(across, x, width, height, reach, result);
  return result;
}

function windowMost(
  source: Uint8Array,
  from: number,
  step: number,
  length: number,
  reach: number,
  out: Uint8Array,
): void {
  for (let k = 0; k < length; k++) {
    let most = 0;
    for (let j = Math.max(0, k - reach); j <= Math.min(length - 1, k + reach); j++) {
      if (source[from + j * step] > most) most = source[from + j * step];
    }
    out[from + k * step] = most;
  }
}
