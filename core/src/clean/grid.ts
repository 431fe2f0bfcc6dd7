import { pageScale } from '../geometry/pageScale';
import { spread } from './spread';

/** Values for square cells of a page. */
export interface Grid {
  readonly columns: number;
  readonly rows: number;
  readonly cell: number;
  readonly data: Float32Array;
}

/** Cells of the grids, px on a page of 200 dots an inch; smaller on smaller pictures, but not below the second. */
const NOISE_CELL = [64, 24] as const;

export function gridCell(width: number, height: number): number {
  const wanted = pageScale({ width, height }) * NOISE_CELL[0];
  return Math.max(NOISE_CELL[1], Math.round(wanted / 8) * 8);
}

export function createGrid(width: number, height: number, cell: number): Grid {
  const columns = Math.ceil(width / cell);
  const rows = Math.ceil(height / cell);
  return { columns, rows, cell, data: new Float32Array(columns * rows) };
}

/** Calls with every cell's number and borders. */
export function forCells(
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
  const nodes = new Float32Array(columns);
  for (let k = 0; k < columns; k++)
    nodes[k] = data[y0 * columns + k] * (1 - fy) + data[y1 * columns + k] * fy;
  spread(nodes, cell, out);
}

/** Cells that know nothing (below 0) take the mean of those around, or what is `common` on the page; then all are smoothed. */
export function fillGrid(grid: Grid, common: number): Grid {
  const { columns, rows, data } = grid;
  const result = new Float32Array(data.length);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      let sum = common * 0.5;
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
