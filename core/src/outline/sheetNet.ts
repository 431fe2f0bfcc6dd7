import { createPlane, type Plane, type Rgba } from '../raster/image';
import { squeeze } from '../raster/squeeze';
import { convolve, joinChannels, type Features } from '../net/convolve';
import { loadLayers } from '../net/loadLayers';
import { SHEET_NET_WEIGHTS } from './sheetNetWeights';

/** Pixels a side of the picture that the net looks at, and of what it answers. */
const INPUT_SIDE = 96;
const OUTPUT_SIDE = 48;

const LAYERS = {
  a: [3, 12, 3, 2],
  b: [12, 20, 3, 2],
  c: [20, 32, 3, 2],
  d: [32, 40, 3, 2],
  e: [40, 40, 3, 1],
  f: [40, 40, 3, 1],
  g: [40 + 32, 28, 3, 1],
  h: [28 + 20, 16, 3, 1],
  i: [16 + 12, 8, 3, 1],
  j: [8, 1, 1, 1],
} as const;

let layer: ReturnType<typeof loadLayers<keyof typeof LAYERS>> | null = null;

/**
 * How likely each part of a picture is to be the topmost sheet, 0 to 1, on a 48 x 48 grid stretched over the
 * picture: a small U-shaped convolutional net (O. Ronneberger et al., "U-Net", 2015) trained on drawn scenes by
 * measure/src/train. It knows what edges do not say (which of two sheets lies on top, what is writing), and is
 * vague about where exactly: that is left to the edges.
 */
export function sheetNet(picture: Rgba): Plane {
  layer ??= loadLayers(LAYERS, SHEET_NET_WEIGHTS);
  const input = inputOf(squeeze(picture, INPUT_SIDE, INPUT_SIDE));
  const a = convolve(layer.a, input);
  const b = convolve(layer.b, a);
  const c = convolve(layer.c, b);
  const d = convolve(layer.d, c);
  const e = convolve(layer.e, d);
  addMeans(e);
  const f = convolve(layer.f, e);
  const g = convolve(layer.g, joinChannels(f, c));
  const h = convolve(layer.h, joinChannels(g, b));
  const i = convolve(layer.i, joinChannels(h, a));
  const { data } = convolve(layer.j, i, { rectify: false });
  const result = createPlane(OUTPUT_SIDE, OUTPUT_SIDE);
  for (let k = 0; k < data.length; k++) result.data[k] = 1 / (1 + Math.exp(-data[k]));
  return result;
}

/** Colours from -1 to 1. */
function inputOf({ data, width, height }: Rgba): Features {
  const values = new Float32Array(width * height * 3);
  for (let i = 0, at = 0; i < values.length; i += 3, at += 4) {
    values[i] = data[at] / 127.5 - 1;
    values[i + 1] = data[at + 1] / 127.5 - 1;
    values[i + 2] = data[at + 2] / 127.5 - 1;
  }
  return { width, height, channels: 3, data: values };
}

/** Adds to every cell the mean of its channel over all cells, in place. */
function addMeans({ data, channels }: Features): void {
  const cells = data.length / channels;
  for (let c = 0; c < channels; c++) {
    let sum = 0;
    for (let i = c; i < data.length; i += channels) sum += data[i];
    for (let i = c; i < data.length; i += channels) data[i] += sum / cells;
  }
}
