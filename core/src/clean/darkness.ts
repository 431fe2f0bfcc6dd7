import { kernels, type Kernels } from '../kernels/kernels';
import type { Plane, Rgba } from '../raster/image';
import type { PaperMap } from './paperMap';
import { spread } from './spread';

/** 255 / paper along one row of the page for each colour, bilinear between the centres of the map's cells. */
export function paperGains(
  { red, green, blue, cell }: PaperMap,
  y: number,
  out: readonly [Float32Array, Float32Array, Float32Array],
): void {
  gainRow(red, cell, y, out[0]);
  gainRow(green, cell, y, out[1]);
  gainRow(blue, cell, y, out[2]);
}

function gainRow(plane: Plane, cell: number, y: number, out: Float32Array): void {
  const nodes = new Float32Array(plane.width);
  fillNodes(plane, cell, y, nodes, 0);
  spread(nodes, cell, out);
}

/** The gains at the centres of the cells, at the height of a row; from `first` on. */
function fillNodes(
  { width, height, data }: Plane,
  cell: number,
  y: number,
  nodes: Float32Array,
  first: number,
): void {
  const gy = Math.min(height - 1, Math.max(0, (y + 0.5) / cell - 0.5));
  const y0 = Math.floor(gy);
  const top = y0 * width;
  const bottom = Math.min(height - 1, y0 + 1) * width;
  const fy = gy - y0;
  for (let k = 0; k < width; k++) nodes[first + k] = 255 / (data[top + k] * (1 - fy) + data[bottom + k] * fy);
}

/** The same as `paperGains`, straight into the kernels' memory: `count` floats at each address. */
export function paperGainsAt(
  quick: Kernels,
  { red, green, blue, cell }: PaperMap,
  y: number,
  count: number,
  at: readonly [number, number, number],
): void {
  const { width } = red;
  const [from] = quick.scratch((width + 2) * 4);
  const nodes = quick.floats(from, width + 2);
  const spreadOne = (plane: Plane, address: number) => {
    fillNodes(plane, cell, y, nodes, 1);
    // The first once more before, and the last once more behind: see `spreadRow`.
    nodes[0] = nodes[1];
    nodes[width + 1] = nodes[width];
    quick.spreadRow(from, cell, count, address);
  };
  spreadOne(red, at[0]);
  spreadOne(green, at[1]);
  spreadOne(blue, at[2]);
}

/** Eight-bit darkness of every pixel: of its lightness, or half of that of its darkest colour if that is more. */
export function measureDarkness(page: Rgba, paper: PaperMap): Uint8Array {
  const quick = kernels();
  return quick ? measureDarknessQuickly(quick, page, paper) : measureDarknessPlainly(page, paper);
}

function measureDarknessQuickly(quick: Kernels, { width, height, data }: Rgba, paper: PaperMap): Uint8Array {
  const { at, others } = roomForGains(quick, width, width * 4, width);
  const [pixels, out] = others;
  const line = quick.bytes(pixels, width * 4);
  const dark = quick.bytes(out, width);
  const result = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    line.set(data.subarray(y * width * 4, (y + 1) * width * 4));
    paperGainsAt(quick, paper, y, width, at);
    quick.darknessRow(pixels, at[0], at[1], at[2], width, out);
    result.set(dark, y * width);
  }
  return result;
}

/** Room for three rows of gains in the kernels' memory, and other stretches of so many bytes. */
export function roomForGains(quick: Kernels, width: number, ...bytes: readonly number[]) {
  const [red, green, blue, ...others] = quick.room(width * 4, width * 4, width * 4, ...bytes);
  return { at: [red, green, blue] as const, others };
}

/** Added to a small 32-bit float and taken away again it rounds to a whole number. */
export const MAGIC = 8388608;

/** The reference for the kernel; 32-bit floats, as it has. */
export function measureDarknessPlainly(page: Rgba, paper: PaperMap): Uint8Array {
  const { width, height, data } = page;
  const f = Math.fround;
  const result = new Uint8Array(width * height);
  const gains = [new Float32Array(width), new Float32Array(width), new Float32Array(width)] as const;
  const [gr, gg, gb] = gains;
  for (let y = 0, i = 0, at = 0; y < height; y++) {
    paperGains(paper, y, gains);
    for (let x = 0; x < width; x++, i++, at += 4) {
      const r = f(data[at] * gr[x]);
      const g = f(data[at + 1] * gg[x]);
      const b = f(data[at + 2] * gb[x]);
      const shine = f(f(f(r * f(0.3)) + f(g * f(0.59))) + f(b * f(0.11)));
      const coloured = f(f(255 - Math.min(r, g, b)) * 0.5);
      result[i] = f(Math.max(0, f(255 - shine), coloured) + MAGIC) - MAGIC;
    }
  }
  return result;
}
