import { halfPeaks, halfPeaksPlainly } from './halfPeaks';
import { widestAround, widestPlainly } from './widestAround';

/** The darkest pixel of a stroke is looked for this far to each side, in steps of two pixels. */
const REACH = 4;

/**
 * The largest byte around every second pixel of every second row: of the two by two pixels there, and of those up to
 * REACH such steps away along rows and columns.
 *
 * @returns ceil(width / 2) x ceil(height / 2) bytes
 */
export function peaksAround(plane: Uint8Array, width: number, height: number): Uint8Array {
  return widestAround(halfPeaks(plane, width, height), Math.ceil(width / 2), Math.ceil(height / 2), REACH);
}

/** The reference for the kernels: the same bytes. */
export function peaksPlainly(plane: Uint8Array, width: number, height: number): Uint8Array {
  const half = halfPeaksPlainly(plane, width, height);
  return widestPlainly(half, Math.ceil(width / 2), Math.ceil(height / 2), REACH);
}
