import { createPlane, type Plane, type Rgba } from '../raster/image';
import { squeeze } from '../raster/squeeze';
import { addMeans } from '../net/addMeans';
import { convolve, joinChannels, type Features } from '../net/convolve';
import { loadLayers } from '../net/loadLayers';
import { SHEET_NET_WEIGHTS } from './sheetNetWeights';

/** What the net says of a picture, each 0 to 1 on its own grid of cells, which is stretched over the picture. */
export interface SheetMap {
  /** the topmost sheet; of an open book, the page further left (or further up, where they lie above each other) */
  readonly first: Plane;
  /** an open book's other page */
  readonly second: Plane;
  /** a page's side runs here */
  readonly sides: Plane;
  /** a page's corner is here */
  readonly corners: Plane;
}

/** Pixels a side of the picture that the net looks at, and of what it answers. */
const INPUT_SIDE = 192;
const OUTPUT_SIDE = 96;
const ANSWERS = 4;

const LAYERS = {
  a: [3, 12, 3, 2],
  b: [12, 24, 3, 2],
  c: [24, 40, 3, 2],
  d: [40, 56, 3, 2],
  e: [56, 56, 3, 2],
  f: [56, 56, 3, 1],
  g: [56, 56, 3, 1],
  h: [56 + 56, 48, 3, 1],
  i: [48 + 40, 32, 3, 1],
  j: [32 + 24, 20, 3, 1],
  k: [20 + 12, 8, 3, 1],
  l: [8, ANSWERS, 1, 1],
} as const;

let layer: ReturnType<typeof loadLayers<keyof typeof LAYERS>> | null = null;

/**
 * How likely each part of a picture is to be the topmost sheet, an open book's other page, a side or a corner: a small
 * U-shaped convolutional net (O. Ronneberger et al., "U-Net", 2015) trained on drawn scenes by measure/src/train. It
 * knows what edges do not say (which of two sheets lies on top, what is writing), and is vague about where exactly: that
 * is left to the edges.
 *
 * Yields between its stages, each of some milliseconds.
 */
export function* sheetNetStages(picture: Rgba): Generator<void, SheetMap> {
  layer ??= loadLayers(LAYERS, SHEET_NET_WEIGHTS);
  const input = inputOf(squeeze(picture, INPUT_SIDE, INPUT_SIDE));
  const a = convolve(layer.a, input);
  const b = convolve(layer.b, a);
  yield;
  const c = convolve(layer.c, b);
  const d = convolve(layer.d, c);
  const e = convolve(layer.e, d);
  addMeans(e);
  const f = convolve(layer.f, e);
  addMeans(f);
  const g = convolve(layer.g, f);
  const h = convolve(layer.h, joinChannels(g, d));
  const i = convolve(layer.i, joinChannels(h, c));
  yield;
  const j = convolve(layer.j, joinChannels(i, b));
  yield;
  const k = convolve(layer.k, joinChannels(j, a));
  const { data } = convolve(layer.l, k, { rectify: false });
  const answer = (channel: number): Plane => {
    const plane = createPlane(OUTPUT_SIDE, OUTPUT_SIDE);
    for (let cell = 0; cell < plane.data.length; cell++) {
      plane.data[cell] = 1 / (1 + Math.exp(-data[cell * ANSWERS + channel]));
    }
    return plane;
  };
  return { first: answer(0), second: answer(1), sides: answer(2), corners: answer(3) };
}

/** A second page that takes less of the picture than this is none. */
const LEAST_PAGE = 0.03;

/** True where the net sees two pages. */
export function showsTwoPages({ first, second }: SheetMap): boolean {
  return shareOf(first) > LEAST_PAGE && shareOf(second) > LEAST_PAGE;
}

function shareOf({ data }: Plane): number {
  let cells = 0;
  for (const value of data) if (value > 0.5) cells++;
  return cells / data.length;
}

/** Both pages as one sheet. */
export function bothPages({ first, second }: SheetMap): Plane {
  const both = createPlane(first.width, first.height);
  for (let i = 0; i < both.data.length; i++) both.data[i] = Math.min(1, first.data[i] + second.data[i]);
  return both;
}

/** The first page without what the net takes for the second as well. */
export function firstAlone({ first, second }: SheetMap): Plane {
  const alone = createPlane(first.width, first.height);
  for (let i = 0; i < alone.data.length; i++) alone.data[i] = first.data[i] * (1 - second.data[i]);
  return alone;
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
