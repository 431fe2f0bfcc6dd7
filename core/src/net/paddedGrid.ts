import type { Kernels } from '../kernels/kernels';

/**
 * A grid of cells with several numbers each, the channels of a cell side by side, and one more cell all round that is
 * zero: so a 3 x 3 convolution needs no case for the border.
 */
export interface PaddedGrid {
  /** cells; the width is a multiple of four */
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  /** (height + 2) x (width + 2) cells */
  readonly data: Float32Array;
  /** of `data` in the kernels' memory; 0 where there are no kernels */
  readonly address: number;
}

export interface GridShape {
  readonly width: number;
  readonly height: number;
  readonly channels: number;
}

export const paddedLength = ({ width, height, channels }: GridShape): number =>
  (width + 2) * (height + 2) * channels;

/** Grids of these shapes, in the kernels' memory where there are kernels; what is in them, but for the border, is left there. */
export function paddedGrids(
  quick: Kernels | null,
  shapes: readonly GridShape[],
  addresses: readonly number[],
): PaddedGrid[] {
  return shapes.map((shape, i) => {
    const length = paddedLength(shape);
    const data = quick ? quick.floats(addresses[i], length) : new Float32Array(length);
    clearBorder(data, shape);
    return { ...shape, data, address: quick ? addresses[i] : 0 };
  });
}

function clearBorder(data: Float32Array, { width, height, channels }: GridShape): void {
  const row = (width + 2) * channels;
  data.fill(0, 0, row);
  data.fill(0, (height + 1) * row);
  for (let y = 1; y <= height; y++) {
    data.fill(0, y * row, y * row + channels);
    data.fill(0, (y + 1) * row - channels, (y + 1) * row);
  }
}

/** Index of a cell's first number; (0, 0) is the first that is not border. */
export const cellAt = ({ width, channels }: GridShape, x: number, y: number): number =>
  ((y + 1) * (width + 2) + x + 1) * channels;
