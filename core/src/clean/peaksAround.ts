import { kernels, type Kernels } from '../kernels/kernels';

/** The darkest pixel of a stroke is looked for this far to each side, in steps of two pixels. */
const REACH = 4;

/**
 * The largest byte around every second pixel of every second row: of the two by two pixels there, and of those up to
 * REACH such steps away along rows and columns.
 *
 * @returns ceil(width / 2) x ceil(height / 2) bytes
 */
export function peaksAround(plane: Uint8Array, width: number, height: number): Uint8Array {
  const quick = kernels();
  return quick ? peaksQuickly(quick, plane, width, height) : peaksPlainly(plane, width, height);
}

function peaksQuickly(quick: Kernels, plane: Uint8Array, width: number, height: number): Uint8Array {
  const columns = Math.ceil(width / 2);
  const rows = Math.ceil(height / 2);
  const [aboveAt, hereAt, halvesAt, acrossAt, downAt] = quick.room(
    width,
    width,
    columns + 2 * REACH,
    columns * rows,
    columns * rows,
  );
  const halves = halvesAt + REACH;
  for (let row = 0; row < rows; row++) {
    const y = row * 2;
    const below = Math.min(height - 1, y + 1);
    quick.bytes(aboveAt, width + 1).set(plane.subarray(y * width, (y + 1) * width));
    quick.bytes(hereAt, width + 1).set(plane.subarray(below * width, (below + 1) * width));
    // A last lone column has nothing beside it.
    quick.bytes(aboveAt, width + 1)[width] = 0;
    quick.bytes(hereAt, width + 1)[width] = 0;
    quick.peakRow(aboveAt, hereAt, columns, halves);
    quick.bytes(halvesAt, REACH).fill(0);
    quick.bytes(halves + columns, REACH).fill(0);
    quick.widestRow(halves, columns, REACH, acrossAt + row * columns);
  }
  for (let row = 0; row < rows; row++) {
    const first = Math.max(0, row - REACH);
    const last = Math.min(rows - 1, row + REACH);
    const to = downAt + row * columns;
    quick.tallestRow(acrossAt + first * columns, columns, last - first + 1, to);
  }
  return quick.bytes(downAt, columns * rows).slice();
}

/** The reference for the kernels: the same bytes. */
export function peaksPlainly(plane: Uint8Array, width: number, height: number): Uint8Array {
  const columns = Math.ceil(width / 2);
  const rows = Math.ceil(height / 2);
  const small = new Uint8Array(columns * rows);
  for (let y = 0; y < height; y++) {
    const from = y * width;
    const to = (y >> 1) * columns;
    for (let x = 0; x < width; x++) {
      const value = plane[from + x];
      if (value > small[to + (x >> 1)]) small[to + (x >> 1)] = value;
    }
  }
  const along = (source: Uint8Array, length: number, at: (x: number) => number, out: Uint8Array) => {
    for (let x = 0; x < length; x++) {
      let most = 0;
      for (let k = Math.max(0, x - REACH); k <= Math.min(length - 1, x + REACH); k++) {
        if (source[at(k)] > most) most = source[at(k)];
      }
      out[at(x)] = most;
    }
  };
  const across = new Uint8Array(small.length);
  for (let row = 0; row < rows; row++) along(small, columns, (x) => row * columns + x, across);
  const result = new Uint8Array(small.length);
  for (let x = 0; x < columns; x++) along(across, rows, (row) => row * columns + x, result);
  return result;
}

/**
 * The largest byte up to `reach` pixels away along the row and the column of each (a square).
 */
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
