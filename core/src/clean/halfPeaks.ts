import { kernels } from '../kernels/kernels';

/**
 * The largest byte of every two by two pixels.
 *
 * @returns ceil(width / 2) x ceil(height / 2) bytes
 */
export function halfPeaks(plane: Uint8Array, width: number, height: number): Uint8Array {
  const quick = kernels();
  if (!quick) return halfPeaksPlainly(plane, width, height);
  const columns = Math.ceil(width / 2);
  const rows = Math.ceil(height / 2);
  const result = new Uint8Array(columns * rows);
  const [above, below, out] = quick.room(width + 1, width + 1, columns);
  for (let row = 0; row < rows; row++) {
    const y = row * 2;
    const next = Math.min(height - 1, y + 1);
    quick.bytes(above, width + 1).set(plane.subarray(y * width, (y + 1) * width));
    quick.bytes(below, width + 1).set(plane.subarray(next * width, (next + 1) * width));
    // A last lone column has nothing beside it.
    quick.bytes(above, width + 1)[width] = 0;
    quick.bytes(below, width + 1)[width] = 0;
    quick.peakRow(above, below, columns, out);
    result.set(quick.bytes(out, columns), row * columns);
  }
  return result;
}

/** The reference for the kernel: the same bytes. */
export function halfPeaksPlainly(plane: Uint8Array, width: number, height: number): Uint8Array {
  const columns = Math.ceil(width / 2);
  const result = new Uint8Array(columns * Math.ceil(height / 2));
  for (let y = 0, i = 0; y < height; y++) {
    const row = (y >> 1) * columns;
    for (let x = 0; x < width; x++, i++) {
      if (plane[i] > result[row + (x >> 1)]) result[row + (x >> 1)] = plane[i];
    }
  }
  return result;
}
