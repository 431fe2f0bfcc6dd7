import type { PageParts } from '../clean/pageParts';
import type { Rgba } from '../raster/image';
import type { OneBit } from './codeOneBit';
import { darkestOf, type Darkness } from './darknessOf';

/** A mask finer than its page, and the colours that show through it. */
export interface Stencil {
  /** 1 where there is colour */
  readonly mask: OneBit;
  /** mask pixels a page pixel */
  readonly scale: number;
  readonly colours: StencilColours;
}

/** One colour a patch of the page; patches without ink have the colour of one beside them. */
export interface StencilColours {
  /** patches */
  readonly width: number;
  readonly height: number;
  /** page pixels a patch, each way */
  readonly patch: number;
  /** red, green, blue */
  readonly data: Uint8Array;
}

/** What is darker than this share of how dark strokes are around is inside the stroke: about half of its depth. */
const EDGE = 0.57;
/** Cells around that say how dark strokes are, to each side. */
const REACH = 2;
/** Colour is taken from what is darker than this share of how dark strokes are around: not from a stroke's soft edge. */
const CORE = 0.9;
/** What is paler than this, in levels, is paper. */
const LEAST = 8;
/** How fine a stencil is. */
export interface StencilGrain {
  /** mask pixels a cell, by the page pixels a cell has */
  readonly finer: Readonly<Record<PageParts['step'], number>>;
  /** cells a patch of colour, each way */
  readonly patchCells: number;
  /** as dark as all that the mask shows is on the mean, not as dark as the middle of strokes */
  readonly isMean: boolean;
}

/** For strokes: a page of 200 dpi has cells of two pixels and a mask of 300 dpi; their colour is that of their middle. */
export const FINE: StencilGrain = { finer: { 1: 2, 2: 3 }, patchCells: 4, isMean: false };
/** For strokes where there is not room for more: the page's own pixels. */
export const COARSE: StencilGrain = { ...FINE, finer: { 1: 1, 2: 2 } };
/** For rules, whose edges nobody reads: the page's own pixels. Crisp, they would look darker than they are. */
export const PLAIN: StencilGrain = { finer: { 1: 1, 2: 2 }, patchCells: 8, isMean: true };

/**
 * Cuts a stencil of what some cells of a developed page show: finer than the page, along the line at which a stroke is
 * nearly half as dark as it gets. Edges come out sharp where the page's pixels are soft.
 *
 * @param isIn cells of the parts that it is made of: 1, else 0
 * @param darkness of the page, see `darknessOf`
 */
export function cutStencil(
  page: Rgba,
  parts: PageParts,
  isIn: Uint8Array,
  darkness: Darkness,
  grain: StencilGrain,
): Stencil {
  const levels = levelsOf(parts, isIn, darkness);
  return {
    mask: cutMask(parts, isIn, darkness, levels, grain),
    scale: grain.finer[parts.step] / parts.step,
    colours: coloursOf(page, parts, isIn, darkness, levels, grain),
  };
}

/**
 * How dark strokes are about each cell: the contraharmonic mean of the darkest pixels of the cells around that are in. It
 * lies near the darkest, so that a stroke's flanks know of its middle, but single dark grains do not make it.
 */
function levelsOf(parts: PageParts, isIn: Uint8Array, darkness: Darkness): Uint8Array {
  const { width, height } = parts;
  const own = darkestOf(darkness, parts);
  for (let i = 0; i < own.length; i++) if (isIn[i] === 0) own[i] = 0;
  const levels = new Uint8Array(width * height);
  // Sums of whole columns of the window, moved down row by row: each cell is added once and taken away once.
  const sums = new Float64Array(width + 2 * REACH);
  const squares = new Float64Array(width + 2 * REACH);
  const count = (row: number, sign: 1 | -1) => {
    if (row < 0 || row >= height) return;
    for (let x = 0, i = row * width; x < width; x++, i++) {
      const value = own[i];
      if (value === 0) continue;
      sums[x + REACH] += sign * value;
      squares[x + REACH] += sign * value * value;
    }
  };
  for (let y = 0; y < REACH; y++) count(y, 1);
  for (let y = 0, i = 0; y < height; y++) {
    count(y + REACH, 1);
    count(y - REACH - 1, -1);
    for (let x = 0; x < width; x++, i++) {
      if (isIn[i] === 0) continue;
      let [sum, square] = [0, 0];
      for (let k = x; k <= x + 2 * REACH; k++) {
        sum += sums[k];
        square += squares[k];
      }
      if (sum > 0) levels[i] = Math.round(square / sum);
    }
  }
  return levels;
}

/** Pixels to each side of a cell that are looked at, and how many there are across. */
const AROUND = 2;
const MOST_ACROSS = 2 + 2 * AROUND;

function cutMask(
  { step, width, height }: PageParts,
  isIn: Uint8Array,
  { data, stride, at }: Darkness,
  levels: Uint8Array,
  grain: StencilGrain,
): OneBit {
  const finer = grain.finer[step];
  const taps = Array.from({ length: finer }, (_, k) => cubicTaps(((k + 0.5) * step) / finer - 0.5));
  // Mask and colours cover the same: whole patches.
  const [across, down] = [width, height].map(
    (cells) => Math.ceil(cells / grain.patchCells) * grain.patchCells * finer,
  );
  const mask = { width: across, height: down, data: new Uint8Array(across * down) };
  const seen = step + 2 * AROUND;
  const lines = new Float64Array(finer * MOST_ACROSS);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (isIn[i] === 0) continue;
      const from = Math.max(LEAST, levels[i] * EDGE);
      const cell = at + y * step * stride + x * step;
      const all = plainly(data, cell, step, stride, from);
      if (all === 0) continue;
      if (all === 1) {
        for (let my = 0; my < finer; my++) {
          const to = (y * finer + my) * across + x * finer;
          mask.data.fill(1, to, to + finer);
        }
        continue;
      }
      const corner = cell - AROUND * stride - AROUND;
      // Along each row of pixels first, then down the lines that come of it.
      for (let row = 0; row < seen; row++) {
        const start = corner + row * stride;
        for (let k = 0; k < finer; k++) {
          const { first, weights } = taps[k];
          const p = start + first + AROUND;
          lines[k * MOST_ACROSS + row] =
            data[p] * weights[0] +
            data[p + 1] * weights[1] +
            data[p + 2] * weights[2] +
            data[p + 3] * weights[3];
        }
      }
      for (let my = 0; my < finer; my++) {
        const { first, weights } = taps[my];
        const to = (y * finer + my) * across + x * finer;
        for (let mx = 0; mx < finer; mx++) {
          const p = mx * MOST_ACROSS + first + AROUND;
          const value =
            lines[p] * weights[0] +
            lines[p + 1] * weights[1] +
            lines[p + 2] * weights[2] +
            lines[p + 3] * weights[3];
          if (value >= from) mask.data[to + mx] = 1;
        }
      }
    }
  }
  return mask;
}

/** Below this share of the threshold a cell's pixels are outside whatever lies beside them, above the second inside. */
const [FAR_OUT, FAR_IN] = [0.5, 1.3];

/** @returns 1 or 0 where the line of a stroke runs nowhere near a cell's pixels, null where it may */
function plainly(data: Uint8Array, cell: number, step: number, stride: number, from: number): 0 | 1 | null {
  let [least, most] = [data[cell], data[cell]];
  if (step === 2) {
    const [a, b, c] = [data[cell + 1], data[cell + stride], data[cell + stride + 1]];
    least = Math.min(least, a, b, c);
    most = Math.max(most, a, b, c);
  }
  return most < FAR_OUT * from ? 0 : least > FAR_IN * from ? 1 : null;
}

interface Taps {
  /** the first of four pixels, from the cell's first */
  readonly first: number;
  readonly weights: readonly [number, number, number, number];
}

/** The cubic of R. Keys (1981) at a place between pixels. */
function cubicTaps(place: number): Taps {
  const base = Math.floor(place);
  const t = place - base;
  return {
    first: base - 1,
    weights: [
      -0.5 * t ** 3 + t ** 2 - 0.5 * t,
      1.5 * t ** 3 - 2.5 * t ** 2 + 1,
      -1.5 * t ** 3 + 2 * t ** 2 + 0.5 * t,
      0.5 * t ** 3 - 0.5 * t ** 2,
    ],
  };
}

function coloursOf(
  page: Rgba,
  { step, width, height }: PageParts,
  isIn: Uint8Array,
  { data, stride, at }: Darkness,
  levels: Uint8Array,
  { patchCells, isMean }: StencilGrain,
): StencilColours {
  const columns = Math.ceil(width / patchCells);
  const rows = Math.ceil(height / patchCells);
  const sums = new Float64Array(columns * rows * 4);
  // Darkness of all that the mask shows, and of the middles.
  const [all, core] = [new Mean(), new Mean()];
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (isIn[i] === 0) continue;
      const edge = Math.max(LEAST, levels[i] * EDGE);
      const from = Math.max(LEAST, levels[i] * CORE);
      const to = (Math.floor(y / patchCells) * columns + Math.floor(x / patchCells)) * 4;
      for (let py = y * step; py < (y + 1) * step; py++) {
        for (let px = x * step; px < (x + 1) * step; px++) {
          // Beyond the page nothing is dark.
          const dark = data[at + py * stride + px];
          if (dark >= edge) all.add(dark);
          if (dark < from) continue;
          core.add(dark);
          const pixel = (py * page.width + px) * 4;
          sums[to] += page.data[pixel];
          sums[to + 1] += page.data[pixel + 1];
          sums[to + 2] += page.data[pixel + 2];
          sums[to + 3]++;
        }
      }
    }
  }
  const colours = filled(sums, columns, rows);
  // One share for all: colours that were alike stay alike, and code as well.
  if (isMean && core.sum > 0) lighten(colours, all.value / core.value);
  return { width: columns, height: rows, patch: patchCells * step, data: colours };
}

class Mean {
  sum = 0;
  private count = 0;

  add(value: number): void {
    this.sum += value;
    this.count++;
  }

  get value(): number {
    return this.sum / Math.max(1, this.count);
  }
}

/** @param share of their darkness that colours keep */
function lighten(colours: Uint8Array, share: number): void {
  for (let i = 0; i < colours.length; i++) colours[i] = Math.round(255 - (255 - colours[i]) * share);
}

/** A patch takes the colour of the one before or above when no channel is further off: in levels, and of its darkness. */
const ALIKE = 24;
const ALIKE_SHARE = 0.25;

/**
 * The patches' mean colours; those without any take the one to the left, or else the one above, and so do those that
 * have nearly that colour: few colours in long runs code well.
 */
function filled(sums: Float64Array, columns: number, rows: number): Uint8Array {
  const data = new Uint8Array(columns * rows * 3);
  const known = new Uint8Array(columns * rows);
  for (let i = 0; i < known.length; i++) {
    const count = sums[i * 4 + 3];
    const own = [0, 1, 2].map((c) => Math.round(sums[i * 4 + c] / Math.max(1, count)));
    const before = [i % columns > 0 ? i - 1 : -1, i - columns].filter(
      (from) => from >= 0 && known[from] === 1,
    );
    const from = count > 0 ? before.find((near) => isAlike(data, near * 3, own)) : before[0];
    if (from !== undefined) data.copyWithin(i * 3, from * 3, from * 3 + 3);
    else if (count > 0) data.set(own, i * 3);
    else continue;
    known[i] = 1;
  }
  return data;
}

function isAlike(data: Uint8Array, at: number, own: readonly number[]): boolean {
  const most = Math.min(ALIKE, ALIKE_SHARE * (255 - Math.min(...own)));
  return own.every((value, c) => Math.abs(value - data[at + c]) <= most);
}
