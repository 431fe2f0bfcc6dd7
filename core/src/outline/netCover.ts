import type { Plane } from '../raster/image';
import type { Point, Quad } from '../geometry/quad';

/** The net's answers about a whole picture. */
export interface NetCover {
  /** sheet, with running row sums (see `runningRows`) */
  readonly sheet: RunningRows;
  readonly corners: Plane;
}

/** A plane with sums along its rows: row r holds width + 1 of them, from 0. */
export interface RunningRows {
  readonly width: number;
  readonly height: number;
  readonly sums: Float64Array;
  readonly total: number;
}

export function runningRows({ width, height, data }: Plane): RunningRows {
  const sums = new Float64Array((width + 1) * height);
  let total = 0;
  for (let y = 0; y < height; y++) {
    const row = y * (width + 1);
    for (let x = 0; x < width; x++) sums[row + x + 1] = sums[row + x] + data[y * width + x];
    total += sums[row + width];
  }
  return { width, height, sums, total };
}

/** Sum of the net's answer inside a convex quad, and the quad's size, both in the net's cells. */
export function coverOf(quad: Quad, width: number, height: number, sheet: RunningRows) {
  const scaled = quad.map(([x, y]) => [(x / width) * sheet.width, (y / height) * sheet.height] as const);
  let inside = 0;
  let cells = 0;
  for (let row = 0; row < sheet.height; row++) {
    const y = row + 0.5;
    let left = Infinity;
    let right = -Infinity;
    for (let i = 0; i < 4; i++) {
      const [ax, ay] = scaled[i];
      const [bx, by] = scaled[(i + 1) % 4];
      if (ay <= y === by <= y) continue;
      const x = ax + ((y - ay) / (by - ay)) * (bx - ax);
      left = Math.min(left, x);
      right = Math.max(right, x);
    }
    const from = Math.round(Math.min(sheet.width, Math.max(0, left)));
    const to = Math.round(Math.min(sheet.width, Math.max(0, right)));
    if (to <= from) continue;
    const start = row * (sheet.width + 1);
    inside += sheet.sums[start + to] - sheet.sums[start + from];
    cells += to - from;
  }
  return { inside, cells, total: sheet.total };
}

/** The net's word about a corner, the strongest of the cells around it; nothing where it lies outside the picture. */
export function cornerAt(
  { width, height, data }: Plane,
  [x, y]: Point,
  pictureWidth: number,
  pictureHeight: number,
) {
  const column = Math.floor((x / pictureWidth) * width);
  const row = Math.floor((y / pictureHeight) * height);
  if (column < 0 || row < 0 || column >= width || row >= height) return [];
  let most = 0;
  for (let r = Math.max(0, row - 1); r <= Math.min(height - 1, row + 1); r++) {
    for (let c = Math.max(0, column - 1); c <= Math.min(width - 1, column + 1); c++) {
      most = Math.max(most, data[r * width + c]);
    }
  }
  return [most];
}

/** The middle of what the net takes for a page, px of a picture of this size; the picture's where it takes nothing. */
export function middleOf(page: Plane, width: number, height: number): Point {
  let [sum, x, y] = [1e-9, 0.5e-9 * page.width, 0.5e-9 * page.height];
  for (let i = 0; i < page.data.length; i++) {
    if (page.data[i] < 0.5) continue;
    sum++;
    x += (i % page.width) + 0.5;
    y += Math.floor(i / page.width) + 0.5;
  }
  return [(x / sum / page.width) * width, (y / sum / page.height) * height];
}
