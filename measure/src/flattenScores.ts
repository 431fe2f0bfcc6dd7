import { mapPage, type Outline, type Point, type Quad } from '@ravlo/core';
import { GRID_COLUMNS, GRID_ROWS, type Truth } from '@ravlo/studio';

/** A found outline held against the truth after flattening. */
export interface FlattenScore {
  /** the page's height / width against the true one, % */
  readonly proportion: number;
  /** mean distance of the paper's grid knots from where they should be on the page, % of the page's width */
  readonly displacement: number;
}

/** @param outline with a quad */
export function flattenScore(outline: Outline, truth: Truth): FlattenScore {
  const quad = outline.quad;
  if (!quad) throw new Error('There is nothing to flatten');
  const first = firstCorner(quad, truth);
  const { map, size, isTurned } = mapPage(truth, quad, { bows: outline.bows });
  const lies = first % 2 === 1;
  const [sheetWidth, sheetHeight] = truth.sheetMm;
  const trueProportion = lies ? sheetWidth / sheetHeight : sheetHeight / sheetWidth;
  const proportion = size.height / size.width / trueProportion;
  const [width, height] = [size.width, size.height];
  const out = new Float32Array(2);
  /** photo pixels of a place on the page, both shares */
  const seen = (u: number, v: number): Point => {
    // A turned map's own top is the page's right side.
    if (isTurned) map.row(v, 1 - u, 1, 1, out);
    else map.row(u, v, 1, 1, out);
    return [out[0], out[1]];
  };
  let sum = 0;
  for (let row = 0; row < GRID_ROWS; row++) {
    for (let column = 0; column < GRID_COLUMNS; column++) {
      const [u, v] = onPage(column / (GRID_COLUMNS - 1), row / (GRID_ROWS - 1), first);
      const [tx, ty] = truth.grid[row * GRID_COLUMNS + column];
      sum += distanceOnPage(seen, u, v, [tx, ty], width, height);
    }
  }
  const displacement = (100 * sum) / (GRID_COLUMNS * GRID_ROWS) / width;
  return { proportion: 100 * Math.abs(proportion - 1), displacement };
}

/** Which of the true corners the found quad starts at. */
export function firstCorner(quad: Quad, { corners }: Truth): number {
  const costs = [0, 1, 2, 3].map((first) =>
    quad.reduce((sum, [x, y], i) => {
      const [tx, ty] = corners[(i + first) % 4];
      return sum + Math.hypot(x - tx, y - ty);
    }, 0),
  );
  return costs.indexOf(Math.min(...costs));
}

/** A place of the true sheet (shares) on a page whose top left is the sheet's corner `first`. */
function onPage(u: number, v: number, first: number): [number, number] {
  return (
    [
      [u, v],
      [v, 1 - u],
      [1 - u, 1 - v],
      [1 - v, u],
    ] as const
  )[first].slice() as [number, number];
}

/** How far on the page a photo point is from a place, by the map's slope there; the page's own units. */
function distanceOnPage(
  seen: (u: number, v: number) => Point,
  u: number,
  v: number,
  [tx, ty]: Point,
  width: number,
  height: number,
): number {
  const e = 2e-3;
  const [x, y] = seen(u, v);
  const su = u < 0.5 ? e : -e;
  const sv = v < 0.5 ? e : -e;
  const [ax, ay] = seen(u + su, v);
  const [bx, by] = seen(u, v + sv);
  const [ux, uy] = [(ax - x) / su, (ay - y) / su];
  const [vx, vy] = [(bx - x) / sv, (by - y) / sv];
  const determinant = ux * vy - vx * uy;
  const [dx, dy] = [tx - x, ty - y];
  const du = (dx * vy - dy * vx) / determinant;
  const dv = (ux * dy - uy * dx) / determinant;
  return Math.hypot(du * width, dv * height);
}
