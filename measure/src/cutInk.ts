import sharp from 'sharp';
import { distanceTo, lineThrough, type Point, type Quad } from '@ravlo/core';
import { GRID_COLUMNS, GRID_ROWS, type Truth } from '@ravlo/studio';

/** Ink this far outside a side is cut off, as a share of the photo's longer side. */
const TOLERANCE = 0.004;
/** Places of the ink's picture that are looked at, across and down. */
const STEP = 2;

/**
 * The share of what is written by hand on the sheet, and seen in the photo, that lies outside a found outline.
 *
 * @param inkFile the ink of the flat upright page, white on black
 * @param found null for the whole photo
 */
export async function cutInk(inkFile: string, truth: Truth, found: Quad | null): Promise<number> {
  if (!found) return 0;
  const { data, info } = await sharp(inkFile).greyscale().raw().toBuffer({ resolveWithObject: true });
  const sides = found.map((corner, i) => lineThrough(corner, found[(i + 1) % 4]));
  const tolerance = TOLERANCE * Math.max(truth.width, truth.height);
  let [all, cut] = [0, 0];
  for (let y = 0; y < info.height; y += STEP) {
    for (let x = 0; x < info.width; x += STEP) {
      if (data[y * info.width + x] < 128) continue;
      const point = onPhoto(truth, (x + 0.5) / info.width, (y + 0.5) / info.height);
      if (point[0] < 0 || point[1] < 0 || point[0] > truth.width || point[1] > truth.height) continue;
      all++;
      if (sides.some((side) => distanceTo(side, point) < -tolerance)) cut++;
    }
  }
  return all > 0 ? cut / all : 0;
}

/** Where a place on the paper (shares of its sides) is in the photo, between the knots of the true grid. */
function onPhoto({ grid }: Truth, u: number, v: number): Point {
  const [gx, gy] = [u * (GRID_COLUMNS - 1), v * (GRID_ROWS - 1)];
  const column = Math.min(GRID_COLUMNS - 2, Math.floor(gx));
  const row = Math.min(GRID_ROWS - 2, Math.floor(gy));
  const [fx, fy] = [gx - column, gy - row];
  const knot = (dx: number, dy: number) => grid[(row + dy) * GRID_COLUMNS + column + dx];
  const mix = (axis: 0 | 1) =>
    (knot(0, 0)[axis] * (1 - fx) + knot(1, 0)[axis] * fx) * (1 - fy) +
    (knot(0, 1)[axis] * (1 - fx) + knot(1, 1)[axis] * fx) * fy;
  return [mix(0), mix(1)];
}
