import type { Kernels } from '../kernels/kernels';
import { cellAt, type PaddedGrid } from './paddedGrid';

/** Mixes the channels of each cell. */
export interface Mix {
  readonly inputs: number;
  /** a multiple of four */
  readonly outputs: number;
  /** by input, output */
  readonly mix: Float32Array;
  readonly bias: Float32Array;
}

/** A 3 x 3 convolution of every channel for itself, and a mix of them (L. Sifre, "Rigid-motion scattering", 2014). */
export interface Separable extends Mix {
  /** nine weights a channel: by kernel row, kernel column, channel */
  readonly each: Float32Array;
}

/** Where a layer's weights lie in the kernels' memory. */
export interface WeightsAt {
  readonly each: number;
  readonly mix: number;
  readonly bias: number;
  /** room for a row of cells */
  readonly row: number;
}

const BYTES = 4;

/** Runs a separable layer, cut off below zero, from one grid into another that is as large or half as large. */
export function separable(
  quick: Kernels | null,
  layer: Separable,
  from: PaddedGrid,
  to: PaddedGrid,
  at: WeightsAt,
): void {
  const stride = from.width / to.width;
  if (!quick) {
    separablePlainly(layer, from, to);
    return;
  }
  place(quick, layer, at);
  quick.floats(at.each, layer.each.length).set(layer.each);
  quick.separable3(
    from.address,
    from.width + 2,
    layer.inputs,
    at.each,
    at.mix,
    at.bias,
    layer.outputs,
    stride,
    to.width,
    to.height,
    at.row,
    to.address + cellAt(to, 0, 0) * BYTES,
    to.width + 2,
  );
}

/** Mixes the channels of every cell, cut off below zero, into a grid of the same size. */
export function mixGrid(
  quick: Kernels | null,
  layer: Mix,
  from: PaddedGrid,
  to: PaddedGrid,
  at: WeightsAt,
): void {
  if (quick) place(quick, layer, at);
  for (let y = 0; y < to.height; y++) {
    const [source, target] = [cellAt(from, 0, y), cellAt(to, 0, y)];
    if (quick) {
      quick.mixCells(
        from.address + source * BYTES,
        from.width,
        layer.inputs,
        at.mix,
        at.bias,
        layer.outputs,
        1,
        to.address + target * BYTES,
      );
    } else {
      mixPlainly(layer, from.data.subarray(source), from.width, to.data.subarray(target), true);
    }
  }
}

/** Puts a mix's weights into the kernels' memory. */
export function place(quick: Kernels, layer: Mix, at: WeightsAt): void {
  quick.floats(at.mix, layer.mix.length).set(layer.mix);
  quick.floats(at.bias, layer.bias.length).set(layer.bias);
}

/** Adds to every two by two cells of the fine grid the coarse cell over them. */
export function addDoubled(quick: Kernels | null, coarse: PaddedGrid, fine: PaddedGrid): void {
  for (let y = 0; y < coarse.height; y++) {
    const from = cellAt(coarse, 0, y);
    const [first, second] = [cellAt(fine, 0, 2 * y), cellAt(fine, 0, 2 * y + 1)];
    if (quick) {
      quick.addDoubled(
        coarse.address + from * BYTES,
        coarse.width,
        coarse.channels,
        fine.address + first * BYTES,
        fine.address + second * BYTES,
      );
      continue;
    }
    const { channels } = coarse;
    for (let x = 0; x < fine.width; x++) {
      for (let c = 0; c < channels; c++) {
        const value = coarse.data[from + (x >> 1) * channels + c];
        fine.data[first + x * channels + c] += value;
        fine.data[second + x * channels + c] += value;
      }
    }
  }
}

/** The reference for the kernel; 32-bit floats, in its order. */
export function separablePlainly(layer: Separable, from: PaddedGrid, to: PaddedGrid): void {
  const stride = from.width / to.width;
  for (let y = 0; y < to.height; y++) {
    separableRow(layer, from, stride, y, to.width, to.data.subarray(cellAt(to, 0, y)));
  }
}

/** One row of it, `count` cells. */
export function separableRow(
  layer: Separable,
  from: PaddedGrid,
  stride: number,
  y: number,
  count: number,
  out: Float32Array,
): void {
  const { inputs, each } = layer;
  const f = Math.fround;
  const row = new Float32Array(count * inputs);
  for (let x = 0; x < count; x++) {
    for (let c = 0; c < inputs; c++) {
      let sum = 0;
      for (let k = 0; k < 9; k++) {
        const cell = cellAt(from, x * stride + (k % 3) - 1, y * stride + Math.floor(k / 3) - 1);
        sum = f(sum + f(from.data[cell + c] * each[k * inputs + c]));
      }
      row[x * inputs + c] = sum;
    }
  }
  mixPlainly(layer, row, count, out, true);
}

/** The reference for the kernel; 32-bit floats, in its order. */
export function mixPlainly(
  { inputs, outputs, mix, bias }: Mix,
  from: Float32Array,
  count: number,
  to: Float32Array,
  rectify: boolean,
): void {
  const sums = new Float32Array(outputs);
  for (let x = 0; x < count; x++) {
    sums.set(bias);
    for (let i = 0; i < inputs; i++) {
      const value = from[x * inputs + i];
      for (let o = 0; o < outputs; o++) sums[o] += Math.fround(value * mix[i * outputs + o]);
    }
    for (let o = 0; o < outputs; o++) to[x * outputs + o] = rectify && sums[o] < 0 ? 0 : sums[o];
  }
}
