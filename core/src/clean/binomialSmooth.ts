import { kernels } from '../kernels/kernels';

/**
 * Bytes smoothed 1-2-1 across and down, rounded; borders repeat.
 *
 * @param step bytes from a pixel to the next: 1 for a plane, 4 for RGBA
 * @param length bytes of a row
 */
export function binomialSmooth(
  source: Uint8Array | Uint8ClampedArray,
  step: number,
  length: number,
  height: number,
): Uint8Array {
  const quick = kernels();
  if (!quick) return binomialSmoothPlainly(source, step, length, height);
  const [from, to] = quick.room(source.length, source.length);
  quick.bytes(from, source.length).set(source);
  for (let y = 0; y < height; y++) {
    const here = from + y * length;
    const above = y > 0 ? here - length : here;
    quick.binomialRow(above, here, y + 1 < height ? here + length : here, to + y * length, step, length);
  }
  return quick.bytes(to, source.length).slice();
}

/** The reference for the kernel: the same bytes. */
export function binomialSmoothPlainly(
  source: Uint8Array | Uint8ClampedArray,
  step: number,
  length: number,
  _height: number,
): Uint8Array {
  const across = new Uint16Array(source.length);
  for (let i = 0; i < source.length; i++) {
    const x = i % length;
    const before = x >= step ? source[i - step] : source[i];
    const after = x + step < length ? source[i + step] : source[i];
    across[i] = before + 2 * source[i] + after;
  }
  const result = new Uint8Array(source.length);
  for (let i = 0; i < source.length; i++) {
    const above = i >= length ? across[i - length] : across[i];
    const below = i + length < source.length ? across[i + length] : across[i];
    result[i] = (above + 2 * across[i] + below + 8) >> 4;
  }
  return result;
}
