import type { Kernels } from '../kernels/kernels';
import { cellAt, type PaddedGrid } from '../net/paddedGrid';
import type { Rgba } from '../raster/image';
import { paperGains } from './darkness';
import type { PaperMap } from './paperMap';

/** Half of what bends a value: see `inkNetRow` in core/kernels. */
const KNEE = 0.12;

/** Colours over the paper; beyond the page's right and bottom edge it goes on as it ends, so that rules do not end there. */
export function fillInput(
  quick: Kernels | null,
  page: Rgba,
  paper: PaperMap,
  step: 1 | 2,
  input: PaddedGrid,
  [rows, ...gainsAt]: readonly number[],
): void {
  const count = Math.floor(page.width / step);
  const pixels = new Uint8ClampedArray(count * 16);
  const gains = [0, 1, 2].map(() => new Float32Array(page.width)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  for (let y = 0; y < input.height; y++) {
    const to = cellAt(input, 0, y);
    const row = input.data.subarray(to, to + input.width * 3);
    const top = step * y;
    if (top + step > page.height) {
      if (y === 0) row.fill(0);
      else row.set(input.data.subarray(cellAt(input, 0, y - 1), cellAt(input, input.width, y - 1)));
      continue;
    }
    takeTwoRows(page, top, step, pixels);
    paperGains(paper, top, gains);
    const two = step === 2 ? gains : gains.map(doubled);
    if (quick) {
      quick.bytes(rows, pixels.length).set(pixels);
      two.forEach((gain, c) => quick.floats(gainsAt[c], count * 2).set(gain.subarray(0, count * 2)));
      const [red, green, blue] = gainsAt;
      quick.inkNetRow(rows, rows + count * 8, red, green, blue, count, KNEE, input.address + to * 4);
    } else {
      inkNetRowPlainly(pixels, two, count, row);
    }
    for (let i = count * 3; i < row.length; i++) row[i] = count > 0 ? row[i - 3] : 0;
  }
}

/** Two rows of the page; of a small one the same row twice, every pixel twice. */
function takeTwoRows({ width, data }: Rgba, top: number, step: 1 | 2, out: Uint8ClampedArray): void {
  const half = out.length / 2;
  if (step === 2) {
    out.set(data.subarray(top * width * 4, top * width * 4 + half));
    out.set(data.subarray((top + 1) * width * 4, (top + 1) * width * 4 + half), half);
    return;
  }
  for (let x = 0; x < width; x++) {
    for (let c = 0; c < 4; c++) {
      const value = data[(top * width + x) * 4 + c];
      out[x * 8 + c] = out[x * 8 + 4 + c] = out[half + x * 8 + c] = out[half + x * 8 + 4 + c] = value;
    }
  }
}

function doubled(values: Float32Array): Float32Array {
  const result = new Float32Array(values.length * 2);
  for (let i = 0; i < result.length; i++) result[i] = values[i >> 1];
  return result;
}

/** The reference for the kernel; 32-bit floats, as it has. */
function inkNetRowPlainly(
  pixels: Uint8ClampedArray,
  gains: readonly Float32Array[],
  count: number,
  out: Float32Array,
): void {
  const f = Math.fround;
  const quarter = f(f(1) / f(1020));
  const below = pixels.length / 2;
  const knee = f(KNEE);
  const bend = (value: number) => f(value / f(Math.abs(value) + knee));
  for (let x = 0; x < count; x++) {
    const share = (c: number) => {
      const at = x * 8 + c;
      const sum = pixels[at] + pixels[at + 4] + pixels[below + at] + pixels[below + at + 4];
      return f(f(sum * gains[c][2 * x]) * quarter);
    };
    const [r, g, b] = [share(0), share(1), share(2)];
    const shine = f(f(f(r * f(0.3)) + f(g * f(0.59))) + f(b * f(0.11)));
    out[x * 3] = bend(f(1 - shine));
    out[x * 3 + 1] = bend(f(r - b));
    out[x * 3 + 2] = bend(f(g - f(f(r + b) * f(0.5))));
  }
}
