import type { PageParts } from '../clean/pageParts';
import { connectedParts } from '../raster/connectedParts';

/** A rectangle in page pixels. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Some of the page's square tiles. */
export interface Tiles {
  /** page pixels a tile, each way */
  readonly side: number;
  readonly columns: number;
  readonly rows: number;
  /** 1 for those that are meant */
  readonly isIn: Uint8Array;
}

/** Tiles are as large as two blocks of a JPEG. */
const SIDE = 32;

/** None of a page's tiles. */
export function noTiles({ step, width, height }: PageParts): Tiles {
  const columns = Math.ceil((width * step) / SIDE);
  const rows = Math.ceil((height * step) / SIDE);
  return { side: SIDE, columns, rows, isIn: new Uint8Array(columns * rows) };
}

/** The tiles in which some cell is 1. */
export function tilesWith(cells: Uint8Array, parts: PageParts): Tiles {
  const tiles = noTiles(parts);
  const cellsATile = SIDE / parts.step;
  for (let y = 0, i = 0; y < parts.height; y++) {
    const row = Math.floor(y / cellsATile) * tiles.columns;
    for (let x = 0; x < parts.width; x++, i++) {
      if (cells[i] === 1) tiles.isIn[row + Math.floor(x / cellsATile)] = 1;
    }
  }
  return tiles;
}

/** Boxes around the tiles that hang together, cut to the page; a tile that lies in the box of others is theirs as well. */
export function boxesOfTiles(
  { side, columns, rows, isIn }: Tiles,
  page: { readonly width: number; readonly height: number },
): Box[] {
  return connectedParts(isIn, columns, rows, { joinsCorners: true }).map((part) => {
    const [left, top] = [part.left * side, part.top * side];
    return {
      left,
      top,
      width: Math.min(page.width, (part.right + 1) * side) - left,
      height: Math.min(page.height, (part.bottom + 1) * side) - top,
    };
  });
}
