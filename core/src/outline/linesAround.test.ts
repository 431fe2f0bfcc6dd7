import { paintPlane } from '../../testing/pictures';
import { angleBetween, distanceTo, lineThrough } from '../geometry/line';
import type { Quad } from '../geometry/quad';
import { createPlane } from '../raster/image';
import { linesAround } from './linesAround';
import type { SheetMap } from './sheetNet';

const SIDE = 96;
/** In the net's cells. */
const PAGE: Quad = [
  [20, 16],
  [70, 22],
  [64, 80],
  [16, 74],
];
/** The net's cells are stretched over a picture of another shape. */
const PICTURE = { width: 384, height: 512 };

function mapOf(page: Quad): SheetMap {
  const sides = page.map((corner, i) => lineThrough(corner, page[(i + 1) % 4]));
  const first = paintPlane(SIDE, SIDE, (x, y) => {
    const depth = Math.min(...sides.map((side) => distanceTo(side, [x + 0.5, y + 0.5])));
    return 1 / (1 + Math.exp(-2 * depth));
  });
  const none = createPlane(SIDE, SIDE);
  return { first, second: none, sides: none, corners: none };
}

it('a line runs along each side of what the net takes for a page, in the picture’s pixels', () => {
  const lines = linesAround(mapOf(PAGE), PICTURE);
  const inPicture = PAGE.map(([x, y]) => [(x / SIDE) * PICTURE.width, (y / SIDE) * PICTURE.height] as const);
  inPicture.forEach((corner, i) => {
    const next = inPicture[(i + 1) % 4];
    const side = lineThrough(corner, next);
    const middle = [(corner[0] + next[0]) / 2, (corner[1] + next[1]) / 2] as const;
    const near = lines.filter(
      (line) => angleBetween(line, side) < 0.06 && Math.abs(distanceTo(line, middle)) < 6,
    );
    expect(near.length).toBeGreaterThan(0);
  });
});

it('where the net sees no page there is no line', () => {
  const none = createPlane(SIDE, SIDE);
  expect(linesAround({ first: none, second: none, sides: none, corners: none }, PICTURE)).toEqual([]);
});
