import type { Place } from '../geometry/place';

/** Sums over tiles of a page, row by row. */
export interface TiledSums {
  readonly sums: Float32Array;
  /** cells a tile, each way */
  readonly tile: number;
  /** cells of the page */
  readonly width: number;
  readonly height: number;
}

/** Tiles all over a page, all 0. */
export const createTiles = (width: number, height: number, tile: number): TiledSums => ({
  sums: new Float32Array(Math.ceil(width / tile) * Math.ceil(height / tile)),
  tile,
  width,
  height,
});

/** Adds to the tile that a cell of the page lies in. */
export function addToTile({ sums, tile, width }: TiledSums, cell: number, amount: number): void {
  const columns = Math.ceil(width / tile);
  sums[Math.floor(cell / width / tile) * columns + Math.floor((cell % width) / tile)] += amount;
}

/** The box round the tiles that have at least half as much as the one with most; null where there is nothing. */
export function placeOfMost({ sums, tile, width, height }: TiledSums): Place | null {
  const columns = Math.ceil(width / tile);
  let most = 0;
  for (const sum of sums) if (sum > most) most = sum;
  if (most === 0) return null;
  let [left, top, right, bottom] = [width, height, 0, 0];
  sums.forEach((sum, i) => {
    if (sum < most / 2) return;
    const [x, y] = [(i % columns) * tile, Math.floor(i / columns) * tile];
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, Math.min(width, x + tile));
    bottom = Math.max(bottom, Math.min(height, y + tile));
  });
  return [left / width, top / height, (right - left) / width, (bottom - top) / height];
}
