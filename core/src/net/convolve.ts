import { kernels, type Kernels } from '../kernels/kernels';

/** A grid of cells with several numbers each, row by row, the channels of a cell side by side. */
export interface Features {
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  readonly data: Float32Array;
}

export interface ConvolutionShape {
  readonly inputs: number;
  readonly outputs: number;
  /** kernel side, 1 or 3 */
  readonly side: number;
  readonly stride: number;
}

export interface Convolution extends ConvolutionShape {
  /** by kernel row, kernel column, input, output */
  readonly kernel: Float32Array;
  readonly bias: Float32Array;
}

/** Takes a kernel stored by output, input, row, column into the order in which it is used. */
export function toConvolution(
  kernel: Float32Array,
  bias: Float32Array,
  shape: ConvolutionShape,
): Convolution {
  const { inputs, outputs, side } = shape;
  const ordered = new Float32Array(kernel.length);
  for (let o = 0; o < outputs; o++) {
    for (let i = 0; i < inputs; i++) {
      for (let k = 0; k < side * side; k++) {
        ordered[(k * inputs + i) * outputs + o] = kernel[(o * inputs + i) * side * side + k];
      }
    }
  }
  return { ...shape, kernel: ordered, bias };
}

export interface ConvolveOptions {
  /** cut off below zero (the usual between two layers) */
  readonly rectify?: boolean;
}

/** A convolution with zeros round the border, in 32-bit floats. */
export function convolve(
  layer: Convolution,
  features: Features,
  { rectify = true }: ConvolveOptions = {},
): Features {
  const quick = layer.side === 3 && layer.outputs % 4 === 0 && rectify ? kernels() : null;
  return quick ? convolveQuickly(quick, layer, features) : convolvePlainly(layer, features, { rectify });
}

/** The reference for the kernel. Cells that are zero, about half after rectifying, cost nothing. */
export function convolvePlainly(
  { kernel, bias, inputs, outputs, side, stride }: Convolution,
  { width, height, data }: Features,
  { rectify = true }: ConvolveOptions = {},
): Features {
  const outWidth = Math.ceil(width / stride);
  const outHeight = Math.ceil(height / stride);
  const result = new Float32Array(outWidth * outHeight * outputs);
  const sums = new Float32Array(outputs);
  const reach = side >> 1;
  for (let y = 0; y < outHeight; y++) {
    for (let x = 0; x < outWidth; x++) {
      sums.set(bias);
      for (let ky = 0; ky < side; ky++) {
        const sy = y * stride + ky - reach;
        if (sy < 0 || sy >= height) continue;
        for (let kx = 0; kx < side; kx++) {
          const sx = x * stride + kx - reach;
          if (sx < 0 || sx >= width) continue;
          const from = (sy * width + sx) * inputs;
          addCell(data, from, inputs, kernel, (ky * side + kx) * inputs * outputs, sums);
        }
      }
      const to = (y * outWidth + x) * outputs;
      for (let o = 0; o < outputs; o++) result[to + o] = rectify && sums[o] < 0 ? 0 : sums[o];
    }
  }
  return { width: outWidth, height: outHeight, channels: outputs, data: result };
}

function addCell(
  data: Float32Array,
  from: number,
  inputs: number,
  kernel: Float32Array,
  weights: number,
  sums: Float32Array,
): void {
  const outputs = sums.length;
  for (let i = 0, w = weights; i < inputs; i++, w += outputs) {
    const value = data[from + i];
    if (value === 0) continue;
    for (let o = 0; o < outputs; o++) sums[o] = sums[o] + Math.fround(value * kernel[w + o]);
  }
}

/** The kernel makes so many cells of a row at a time. */
const CELLS = 4;

function convolveQuickly(
  quick: Kernels,
  { kernel, bias, inputs, outputs, stride }: Convolution,
  { width, height, data }: Features,
): Features {
  const outWidth = Math.ceil(width / stride);
  const outHeight = Math.ceil(height / stride);
  const madeWidth = Math.ceil(outWidth / CELLS) * CELLS;
  // A zero cell all round, and as many more at the right and the bottom as the last cells made reach.
  const paddedWidth = (madeWidth - 1) * stride + 3;
  const paddedHeight = (outHeight - 1) * stride + 3;
  const [cells, weights, start, made] = quick.room(
    paddedWidth * paddedHeight * inputs * 4,
    kernel.byteLength,
    bias.byteLength,
    madeWidth * outHeight * outputs * 4,
  );
  const padded = quick.floats(cells, paddedWidth * paddedHeight * inputs).fill(0);
  for (let y = 0; y < Math.min(height, paddedHeight - 1); y++) {
    const row = data.subarray(y * width * inputs, (y + 1) * width * inputs);
    padded.set(row, ((y + 1) * paddedWidth + 1) * inputs);
  }
  quick.floats(weights, kernel.length).set(kernel);
  quick.floats(start, bias.length).set(bias);
  quick.convolve3(cells, paddedWidth, inputs, weights, start, outputs, stride, madeWidth, outHeight, made);
  const result = new Float32Array(outWidth * outHeight * outputs);
  const all = quick.floats(made, madeWidth * outHeight * outputs);
  for (let y = 0; y < outHeight; y++) {
    const from = y * madeWidth * outputs;
    result.set(all.subarray(from, from + outWidth * outputs), y * outWidth * outputs);
  }
  return { width: outWidth, height: outHeight, channels: outputs, data: result };
}

/** The coarse grid, every cell doubled both ways, with the fine one's channels behind its own. */
export function joinChannels(coarse: Features, fine: Features): Features {
  const channels = coarse.channels + fine.channels;
  const { width, height } = fine;
  const data = new Float32Array(width * height * channels);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const to = (y * width + x) * channels;
      const from = ((y >> 1) * coarse.width + (x >> 1)) * coarse.channels;
      for (let c = 0; c < coarse.channels; c++) data[to + c] = coarse.data[from + c];
      const own = (y * width + x) * fine.channels;
      for (let c = 0; c < fine.channels; c++) data[to + coarse.channels + c] = fine.data[own + c];
    }
  }
  return { width, height, channels, data };
}
