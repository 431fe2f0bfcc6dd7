import type { Plane, Rgba } from '../raster/image';
import { paperMap, type PaperMap } from './paperMap';

/**
 * How much darker than its own paper every pixel of a flat page is: the ground on which all looks stand.
 * Darkness is counted from 0 (bare paper) to 255 (no light at all), whatever light lay on the page.
 */
export interface InkMap {
  readonly width: number;
  readonly height: number;
  readonly paper: PaperMap;
  /** of each pixel as it is */
  readonly darkness: Uint8Array;
  /** of each pixel after a light smoothing, 1-2-1 both ways */
  readonly smooth: Uint8Array;
  /** how much `smooth` strays on bare paper, in a grid of NOISE_CELL px */
  readonly noise: Grid;
  /** how dark strokes are about here: `smooth` in their middle, in the same grid */
  readonly contrast: Grid;
}

/** Values for square cells of a page. */
export interface Grid {
  readonly columns: number;
  readonly rows: number;
  readonly cell: number;
  readonly data: Float32Array;
}

const NOISE_CELL = 64;
/** Paper never strays less than this: a page without noise still has eight-bit steps and paper's own grain. */
const LEAST_NOISE = 1.2;
/** Darker than this is not looked at when the paper's straying is measured. */
const PAPER_BELOW = 56;
/** Darker than so many strayings, and than LEAST_STROKE, is a stroke for the measure of contrast. */
const STROKE_FROM = 5;
const LEAST_STROKE = 14;

export function inkMap(page: Rgba): InkMap {
  const paper = paperMap(page);
  const darkness = measureDarkness(page, paper);
  const smooth = smoothen(darkness, page.width, page.height);
  const noise = measureNoise(smooth, page.width, page.height);
  const contrast = measureContrast(smooth, page.width, page.height, noise);
  return { width: page.width, height: page.height, paper, darkness, smooth, noise, contrast };
}

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

function gainRow({ width, height, data }: Plane, cell: number, y: number, out: Float32Array): void {
  const gy = Math.min(height - 1, Math.max(0, (y + 0.5) / cell - 0.5));
  const y0 = Math.floor(gy);
  const top = y0 * width;
  const bottom = Math.min(height - 1, y0 + 1) * width;
  const fy = gy - y0;
  const step = 1 / cell;
  let last = data[top] * (1 - fy) + data[bottom] * fy;
  // Cell centres lie at cell / 2, 3 cell / 2 and so on: before the first and after the last there is no slope.
  let x = 0;
  for (let k = 0; k < width; k++) {
    const next = data[top + k] * (1 - fy) + data[bottom + k] * fy;
    const end = Math.min(out.length, Math.floor((k + 0.5) * cell));
    const slope = (next - last) * step;
    let value = next - slope * ((k + 0.5) * cell - 0.5 - x);
    for (; x < end; x++, value += slope) out[x] = 255 / value;
    last = next;
  }
  for (; x < out.length; x++) out[x] = 255 / last;
}

/** Eight-bit darkness of every pixel: of its lightness, or half of that of its darkest colour if that is more. */
function measureDarkness(page: Rgba, paper: PaperMap): Uint8Array {
  const { width, height, data } = page;
  const result = new Uint8Array(width * height);
  const gains = [new Float32Array(width), new Float32Array(width), new Float32Array(width)] as const;
  const [gr, gg, gb] = gains;
  for (let y = 0, i = 0, at = 0; y < height; y++) {
    paperGains(paper, y, gains);
    for (let x = 0; x < width; x++, i++, at += 4) {
      const r = data[at] * gr[x];
      const g = data[at + 1] * gg[x];
      const b = data[at + 2] * gb[x];
      const light = 255 - (r * 0.3 + g * 0.59 + b * 0.11);
      const least = r < g ? (r < b ? r : b) : g < b ? g : b;
      const coloured = (255 - least) * 0.5;
      const dark = light > coloured ? light : coloured;
      result[i] = dark > 0 ? dark : 0;
    }
  }
  return result;
}

/** 1-2-1 across and down. */
function smoothen(source: Uint8Array, width: number, height: number): Uint8Array {
  const result = new Uint8Array(width * height);
  const rows = [new Uint16Array(width), new Uint16Array(width), new Uint16Array(width)];
  const across = (y: number, out: Uint16Array) => {
    const start = Math.min(height - 1, Math.max(0, y)) * width;
    let before = source[start];
    let here = before;
    for (let x = 0; x < width; x++) {
      const after = x + 1 < width ? source[start + x + 1] : here;
      out[x] = before + 2 * here + after;
      before = here;
      here = after;
    }
  };
  across(-1, rows[0]);
  across(0, rows[1]);
  for (let y = 0; y < height; y++) {
    const above = rows[y % 3];
    const here = rows[(y + 1) % 3];
    const below = rows[(y + 2) % 3];
    across(y + 1, below);
    const start = y * width;
    for (let x = 0; x < width; x++) result[start + x] = (above[x] + 2 * here[x] + below[x] + 8) >> 4;
  }
  return result;
}

/** Differences this far apart do not share their smoothing. */
const APART = 4;
/** The mean difference of two values that stray alike, over how much they stray. */
const DIFFERENCE_TO_SIGMA = Math.sqrt(Math.PI) / 2;

function measureNoise(smooth: Uint8Array, width: number, height: number): Grid {
  const grid = createGrid(width, height, NOISE_CELL);
  forCells(grid, width, height, (i, left, top, right, bottom) => {
    let sum = 0;
    let count = 0;
    for (let y = top; y < bottom; y += 2) {
      for (let x = left; x + APART < right; x += 2) {
        const a = smooth[y * width + x];
        const b = smooth[y * width + x + APART];
        if (a >= PAPER_BELOW || b >= PAPER_BELOW) continue;
        const d = a > b ? a - b : b - a;
        // Far off means a stroke, not noise.
        if (d >= 32) continue;
        sum += d;
        count++;
      }
    }
    grid.data[i] = count < 60 ? -1 : (DIFFERENCE_TO_SIGMA * sum) / count;
  });
  const known = [...grid.data].filter((value) => value >= 0).sort((a, b) => a - b);
  // Strokes can only add to what strays: a cell counts no more than the page's usual by a factor.
  const usual = known.length > 0 ? known[Math.floor(known.length * 0.4)] : LEAST_NOISE;
  for (let i = 0; i < grid.data.length; i++) {
    const value = grid.data[i] < 0 ? usual : Math.min(grid.data[i], usual * 2.2);
    grid.data[i] = Math.max(LEAST_NOISE, value);
  }
  return grid;
}

function measureContrast(smooth: Uint8Array, width: number, height: number, noise: Grid): Grid {
  const grid = createGrid(width, height, NOISE_CELL);
  const counts = new Uint32Array(256);
  const all = new Uint32Array(256);
  forCells(grid, width, height, (i, left, top, right, bottom) => {
    const from = Math.max(LEAST_STROKE, STROKE_FROM * noise.data[i]);
    counts.fill(0);
    let total = 0;
    for (let y = top; y < bottom; y += 2) {
      for (let x = left; x < right; x += 2) {
        const value = smooth[y * width + x];
        if (value < from) continue;
        counts[value]++;
        total++;
      }
    }
    for (let b = 0; b < 256; b++) all[b] += counts[b];
    grid.data[i] = total < 12 ? -1 : quantile(counts, total, 0.7);
  });
  const total = all.reduce((a, b) => a + b, 0);
  const usual = total > 0 ? quantile(all, total, 0.7) : 128;
  return fillGrid(grid, usual);
}

function quantile(counts: Uint32Array, total: number, share: number): number {
  let wanted = total * share;
  for (let b = 0; b < counts.length; b++) {
    wanted -= counts[b];
    if (wanted <= 0) return b;
  }
  return counts.length - 1;
}

/** Cells that know nothing (below 0) take the mean of those around, or the page's usual; then all are smoothed. */
function fillGrid(grid: Grid, usual: number): Grid {
  const { columns, rows, data } = grid;
  const result = new Float32Array(data.length);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      let sum = usual * 0.5;
      let weight = 0.5;
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const x = column + dx;
          const y = row + dy;
          if (x < 0 || y < 0 || x >= columns || y >= rows) continue;
          const value = data[y * columns + x];
          if (value < 0) continue;
          const near = dx === 0 && dy === 0 ? 3 : 1;
          sum += value * near;
          weight += near;
        }
      }
      result[row * columns + column] = sum / weight;
    }
  }
  return { ...grid, data: result };
}

export function createGrid(width: number, height: number, cell: number): Grid {
  const columns = Math.ceil(width / cell);
  const rows = Math.ceil(height / cell);
  return { columns, rows, cell, data: new Float32Array(columns * rows) };
}

function forCells(
  { columns, rows, cell }: Grid,
  width: number,
  height: number,
  look: (i: number, left: number, top: number, right: number, bottom: number) => void,
): void {
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const left = column * cell;
      const top = row * cell;
      const right = Math.min(width, left + cell);
      look(row * columns + column, left, top, right, Math.min(height, top + cell));
    }
  }
}

/** A grid's values along one row of the page, bilinear between the cells' centres. */
export function gridRow({ columns, rows, cell, data }: Grid, y: number, out: Float32Array): void {
  const gy = Math.min(rows - 1, Math.max(0, (y + 0.5) / cell - 0.5));
  const y0 = Math.floor(gy);
  const y1 = Math.min(rows - 1, y0 + 1);
  const fy = gy - y0;
  for (let x = 0; x < out.length; x++) {
    const gx = Math.min(columns - 1, Math.max(0, (x + 0.5) / cell - 0.5));
    const x0 = Math.floor(gx);
    const x1 = Math.min(columns - 1, x0 + 1);
    const fx = gx - x0;
    const top = data[y0 * columns + x0] * (1 - fx) + data[y0 * columns + x1] * fx;
    const bottom = data[y1 * columns + x0] * (1 - fx) + data[y1 * columns + x1] * fx;
    out[x] = top * (1 - fy) + bottom * fy;
  }
}
