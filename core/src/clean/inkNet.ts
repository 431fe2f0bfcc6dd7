import { kernels, type Kernels } from '../kernels/kernels';
import { decodeHalfFloats } from '../net/decodeHalfFloats';
import { toConvolution, type Convolution } from '../net/convolve';
import { cellAt, paddedGrids, paddedLength, type GridShape, type PaddedGrid } from '../net/paddedGrid';
import {
  addDoubled,
  mixGrid,
  mixPlainly,
  place,
  separable,
  separableRow,
  type Mix,
  type WeightsAt,
} from '../net/separable';
import type { Rgba } from '../raster/image';
import { SMALL_PAGE } from '../geometry/pageScale';
import { INK_CLASSES, LOGIT_SCALE, type InkClass, type InkLikelihood } from './inkLikelihood';
import { fillInput } from './inkNetInput';
import { INK_NET_WEIGHTS } from './inkNetWeights';
import type { PaperMap } from './paperMap';
import { spreadLogitsPlainly } from './spreadLogitsPlainly';

/** Two by two pixels of the net's coarsest cells across and down, and those across make groups of four. */
const COARSEST = 16;
const ACROSS = 4 * COARSEST;

/** Channels after each layer; they get narrower and coarser, and back. */
const A = 16;
const D = 32;
const F = 64;
const H = 96;
const Q = 16;

/** In the order in which the weights are stored: kind, channels in, channels out. */
const SHAPES = {
  b: ['separable', A, A],
  c: ['separable', A, D],
  d: ['separable', D, D],
  e: ['separable', D, F],
  f: ['separable', F, F],
  g: ['separable', F, H],
  h: ['separable', H, H],
  i: ['separable', H, H],
  j: ['mix', H, F],
  k: ['separable', F, F],
  l: ['mix', F, D],
  m: ['separable', D, D],
  n: ['mix', D, A],
  o: ['separable', A, Q],
  last: ['mix', Q, 4 * INK_CLASSES.length],
} as const;
type LayerName = keyof typeof SHAPES;

interface Net {
  readonly a: Convolution;
  readonly layers: Readonly<Record<LayerName, Mix & { readonly each: Float32Array }>>;
}

let net: Net | null = null;

/**
 * Looks at a page and says for every two by two pixels what is likely to be on them: a small U-shaped net of separable
 * convolutions (O. Ronneberger et al., "U-Net", 2015; F. Chollet, "Xception", 2017), trained on drawn pages by
 * measure/src/train/train_ink_net.py. It sees colours over the paper's own, so that light and tint do not matter.
 *
 * @param step page pixels a cell, each way @default stepOf(page)
 */
export function inkNet(page: Rgba, paper: PaperMap, step = stepOf(page)): InkLikelihood {
  net ??= loadNet();
  return runNet(kernels(), net, page, paper, step);
}

/** The reference for the kernels: the same bytes. */
export function inkNetPlainly(page: Rgba, paper: PaperMap, step = stepOf(page)): InkLikelihood {
  net ??= loadNet();
  return runNet(null, net, page, paper, step);
}

/** Page pixels a cell of the net, each way: 2, and 1 on small pages. */
export const stepOf = ({ width, height }: Rgba): 1 | 2 => (Math.max(width, height) < SMALL_PAGE ? 1 : 2);

function loadNet(): Net {
  const values = decodeHalfFloats(INK_NET_WEIGHTS);
  let at = 0;
  const take = (count: number) => values.subarray(at, (at += count));
  const first = take(A * 3 * 9);
  const a = toConvolution(first, take(A), { inputs: 3, outputs: A, side: 3, stride: 2 });
  const layers: Partial<Record<LayerName, Mix & { each: Float32Array }>> = {};
  for (const name of Object.keys(SHAPES) as LayerName[]) {
    const [kind, inputs, outputs] = SHAPES[name];
    const each = kind === 'separable' ? transposed(take(inputs * 9), inputs, 9) : new Float32Array(0);
    const mix = transposed(take(outputs * inputs), outputs, inputs);
    layers[name] = { inputs, outputs, each, mix, bias: take(outputs) };
  }
  return { a, layers: layers as Net['layers'] };
}

/** rows x columns to columns x rows */
function transposed(values: Float32Array, rows: number, columns: number): Float32Array {
  const result = new Float32Array(values.length);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) result[c * rows + r] = values[r * columns + c];
  return result;
}

/** More than the weights of any layer, a row of cells, and a row of gains have, in bytes. */
const WEIGHTS_ROOM = 64 * 1024;

function runNet(
  quick: Kernels | null,
  { a, layers }: Net,
  page: Rgba,
  paper: PaperMap,
  step: 1 | 2,
): InkLikelihood {
  const width = Math.ceil(page.width / step / ACROSS) * ACROSS;
  const height = Math.ceil(page.height / step / COARSEST) * COARSEST;
  const at = (shrink: number, channels: number): GridShape => ({
    width: width / shrink,
    height: height / shrink,
    channels,
  });
  const shapes = [
    at(1, 3),
    at(2, A),
    at(2, A),
    at(4, D),
    at(4, D),
    at(8, F),
    at(8, F),
    at(16, H),
    at(16, H),
    at(2, Q),
  ];
  const rowBytes = (width / 2) * Math.max(A, D, F, H) * 4;
  // The last grid needs a row only.
  shapes[9] = { width: width / 2, height: 1, channels: Q };
  const room = quick?.room(
    ...shapes.map((shape) => paddedLength(shape) * 4),
    WEIGHTS_ROOM,
    WEIGHTS_ROOM,
    WEIGHTS_ROOM,
    rowBytes,
    width * height * INK_CLASSES.length,
    width * 16,
    width * 8,
    width * 8,
    width * 8,
  );
  const extra = room?.slice(shapes.length) ?? new Array<number>(9).fill(0);
  const weights: WeightsAt = { each: extra[0], mix: extra[1], bias: extra[2], row: extra[3] };
  const [input, a1, b1, d1, d2, f1, f2, h1, h2, q1] = paddedGrids(quick, shapes, room ?? []);
  fillInput(quick, page, paper, step, input, extra.slice(5));
  firstLayer(quick, a, input, a1, weights);
  const run = (name: LayerName, from: PaddedGrid, to: PaddedGrid) =>
    SHAPES[name][0] === 'separable'
      ? separable(quick, layers[name], from, to, weights)
      : mixGrid(quick, layers[name], from, to, weights);
  run('b', a1, b1);
  run('c', b1, d1);
  run('d', d1, d2);
  run('e', d2, f1);
  run('f', f1, f2);
  run('g', f2, h1);
  run('h', h1, h2);
  run('i', h2, h1);
  // From here on the grids are used again.
  const coarse = reshaped(quick, h2, F);
  run('j', h1, coarse);
  addDoubled(quick, coarse, f2);
  run('k', f2, f1);
  const middle = reshaped(quick, f2, D);
  run('l', f1, middle);
  addDoubled(quick, middle, d2);
  run('m', d2, d1);
  const fine = reshaped(quick, d2, A);
  run('n', d1, fine);
  addDoubled(quick, fine, b1);
  const whole = lastLayers(quick, layers, b1, q1, weights, extra[4]);
  const size = { width: Math.ceil(page.width / step), height: Math.ceil(page.height / step) };
  const planes = INK_CLASSES.map((name, k): [InkClass, Uint8Array] => [
    name,
    cropped(whole, k * width * height, width, size),
  ]);
  return { step, ...size, ...(Object.fromEntries(planes) as Record<InkClass, Uint8Array>) };
}

/** The same memory as a grid of fewer channels. */
function reshaped(quick: Kernels | null, grid: PaddedGrid, channels: number): PaddedGrid {
  return paddedGrids(quick, [{ ...grid, channels }], [grid.address])[0];
}

function firstLayer(
  quick: Kernels | null,
  { kernel, bias, inputs, outputs }: Convolution,
  from: PaddedGrid,
  to: PaddedGrid,
  at: WeightsAt,
): void {
  if (quick) {
    quick.floats(at.mix, kernel.length).set(kernel);
    quick.floats(at.bias, bias.length).set(bias);
  }
  const f = Math.fround;
  const rowLength = (from.width + 2) * inputs;
  for (let y = 0; y < to.height; y++) {
    const target = cellAt(to, 0, y);
    const corner = 2 * y * rowLength;
    if (quick) {
      quick.convolve3(
        from.address + corner * 4,
        from.width + 2,
        inputs,
        at.mix,
        at.bias,
        outputs,
        2,
        to.width,
        1,
        to.address + target * 4,
      );
      continue;
    }
    for (let x = 0; x < to.width; x++) {
      for (let o = 0; o < outputs; o++) {
        let sum = bias[o];
        for (let ky = 0; ky < 3; ky++) {
          const start = corner + ky * rowLength + 2 * x * inputs;
          for (let i = 0; i < 3 * inputs; i++) {
            sum = f(sum + f(from.data[start + i] * kernel[(ky * 3 * inputs + i) * outputs + o]));
          }
        }
        to.data[target + x * outputs + o] = Math.max(0, sum);
      }
    }
  }
}

/** The finest layers, row by row: what is in between is never kept. */
function lastLayers(
  quick: Kernels | null,
  layers: Net['layers'],
  from: PaddedGrid,
  line: PaddedGrid,
  at: WeightsAt,
  planesAt: number,
): Uint8Array {
  const [width, height] = [from.width * 2, from.height * 2];
  const { o, last } = layers;
  const outputs = last.outputs;
  const planes = new Uint8Array(width * height * INK_CLASSES.length);
  const cells = new Float32Array(from.width * outputs);
  // Both layers' weights are needed in turn: the second ones lie behind the first.
  const second: WeightsAt = { ...at, mix: at.mix + WEIGHTS_ROOM / 2, bias: at.bias + WEIGHTS_ROOM / 2 };
  if (quick) {
    place(quick, o, at);
    quick.floats(at.each, o.each.length).set(o.each);
    place(quick, last, second);
  }
  const lineAt = cellAt(line, 0, 0);
  for (let y = 0; y < from.height; y++) {
    if (quick) {
      const corner = from.address + y * (from.width + 2) * o.inputs * 4;
      const made = line.address + lineAt * 4;
      quick.separable3(
        corner,
        from.width + 2,
        o.inputs,
        at.each,
        at.mix,
        at.bias,
        o.outputs,
        1,
        from.width,
        1,
        at.row,
        made,
        0,
      );
      quick.mixCells(made, from.width, o.outputs, second.mix, second.bias, outputs, 0, at.row);
      const above = planesAt + 2 * y * width;
      quick.spreadLogits(
        at.row,
        from.width,
        INK_CLASSES.length,
        LOGIT_SCALE,
        above,
        above + width,
        width * height,
      );
    } else {
      separableRow(o, from, 1, y, from.width, line.data.subarray(lineAt));
      mixPlainly(last, line.data.subarray(lineAt), from.width, cells, false);
      spreadLogitsPlainly(cells, from.width, planes, y, width, height);
    }
  }
  return quick ? quick.bytes(planesAt, planes.length) : planes;
}

/** The top left part of a plane that begins at `from`, as a plane of its own. */
function cropped(
  planes: Uint8Array,
  from: number,
  stride: number,
  { width, height }: { readonly width: number; readonly height: number },
): Uint8Array {
  const result = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const start = from + y * stride;
    result.set(planes.subarray(start, start + width), y * width);
  }
  return result;
}
