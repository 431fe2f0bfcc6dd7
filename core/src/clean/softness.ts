import { boxMean } from '../raster/boxMean';
import { createPlane, type Plane, type Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { quantile } from '../statistics/quantile';
import { paperGains } from './darkness';
import { createGrid, type Grid } from './grid';
import { paperMap, type PaperMap } from './paperMap';

/** How many times the page is looked at half as finely. */
export const SOFTEST = 3;
/** Cells of the net each way that share one measure. */
const SHARED = 96;
/**
 * A scale holds no detail of its own when its energy is less than the second share of that of the next, and some when it is more than
 * the first. Of slopes alone it is a quarter; of strokes in focus about the same at every scale that is no finer than they are.
 */
const OF_NEXT = [0.48, 0.38] as const;
/** Energy, levels squared, of so little writing that nothing can be told. */
const LEAST_ENERGY = 0.12;
/** Of bare paper: more than the first share of a page is bare, and it is uneven by the second. */
const BARE_SHARE = 0.4;
const UNEVEN = 2;

/**
 * How soft strokes are over a page: 0 where they are in focus, else how many times it must be halved for them to be so, up to SOFTEST, in
 * parts. Told by the energy of the page's detail at scale after scale, as contrast does not matter for it. Where little is written
 * it is as on the whole page.
 *
 * @param step page pixels a cell of the net, each way
 * @param paper of the page, from cells as small as those of a page in focus
 * @returns a grid over cells of the net
 */
export function softness(page: Rgba, step: 1 | 2, paper: PaperMap = paperMap(page)): Grid {
  const grid = createGrid(Math.ceil(page.width / step), Math.ceil(page.height / step), SHARED);
  // Less than one cell of the grid tells nothing.
  if (Math.min(page.width, page.height) < SHARED * step) return grid;
  const energies = energiesBesideShadows(page, step, paper, grid);
  const common = halvings(
    energies.map((energy) => energy.reduce((sum, value) => sum + value, 0) / energy.length),
  );
  const { columns: width, rows: height } = grid;
  const around = energies.map((data) => boxMean({ width, height, data }, 1).data);
  const data = grid.data.map((_, i) => halvings(around.map((energy) => energy[i])) ?? common ?? 0);
  return { ...grid, data };
}

/** How often a page with these energies at its scales must be halved; null where that cannot be told. */
function halvings(energies: readonly number[]): number | null {
  if (energies[1] < LEAST_ENERGY) return null;
  let sum = 0;
  for (let k = 0; k < SOFTEST; k++) {
    const [some, none] = OF_NEXT;
    const share = (some - energies[k] / energies[k + 1]) / (some - none);
    if (!(share > 0)) return sum;
    sum += Math.min(1, share);
    if (share < 1) return sum;
  }
  return sum;
}

/** The scale at which detail is as coarse as the map of the paper. */
const OF_PAPER = 2;

/**
 * The energies of the page as it was shot, or of the page less its paper where the paper alone has more than what lies on it: the edge of
 * a shadow is no stroke, and is much stronger than pale ones are. Not everywhere, as the paper follows strokes that are very soft.
 */
function energiesBesideShadows(
  page: Rgba,
  step: 1 | 2,
  paper: PaperMap,
  grid: Grid,
): Float32Array<ArrayBuffer>[] {
  const [shot, marks] = lights(page, step, paper).map((light) => energiesOf(light, grid));
  const ofPaper = meansOf(detailOf(paper.green).energy, (SHARED * step) / (2 * paper.cell), grid);
  return shot.map((data, k) =>
    data.map((value, i) => (ofPaper[i] > marks[OF_PAPER][i] ? marks[k][i] : value)),
  );
}

/** A page's lightness, and how much it differs from its paper's, a pixel for each two by two cells of the net. */
function lights(page: Rgba, step: 1 | 2, paper: PaperMap): readonly [Plane, Plane] {
  const { data, width, height } = shrinkByInteger(page, step);
  const shot = createPlane(width >> 1, height >> 1);
  const marks = createPlane(width >> 1, height >> 1);
  const row = () => new Float32Array(page.width);
  const [red, green, blue] = [row(), row(), row()];
  for (let y = 0; y < shot.height; y++) {
    paperGains(paper, 2 * step * y + step, [red, green, blue]);
    const to = y * shot.width;
    for (const start of [2 * y * width, (2 * y + 1) * width]) {
      for (let x = 0, at = 4 * start; x < 2 * shot.width; x++, at += 4)
        shot.data[to + (x >> 1)] += (data[at] + 2 * data[at + 1] + data[at + 2]) / 16;
    }
    for (let x = 0; x < shot.width; x++) {
      const k = 2 * step * x + step;
      const light = (255 / red[k] + 510 / green[k] + 255 / blue[k]) / 4;
      marks.data[to + x] = shot.data[to + x] - light;
    }
  }
  return [shot, marks];
}

/** The mean energy of detail in every cell of the grid, less that of bare paper: at each scale, the finest first. */
function energiesOf(finest: Plane, grid: Grid): Float32Array<ArrayBuffer>[] {
  const energies: Float32Array<ArrayBuffer>[] = [];
  let light = finest;
  for (let scale = 0; scale <= SOFTEST; scale++) {
    const { next, energy } = detailOf(light);
    const bare = UNEVEN * quantile(energy.data, BARE_SHARE);
    const means = meansOf(energy, SHARED / 2 ** (scale + 2), grid);
    energies.push(means.map((value) => Math.max(0, value - bare)));
    light = next;
  }
  return energies;
}

/** Half as fine, and how much each four values that became one strayed from it, squared. */
function detailOf({ data, width, height }: Plane): { next: Plane; energy: Plane } {
  const next = createPlane(width >> 1, height >> 1);
  const energy = createPlane(next.width, next.height);
  for (let y = 0, to = 0; y < next.height; y++) {
    for (let at = 2 * y * width, end = at + 2 * next.width; at < end; at += 2, to++) {
      const [a, b, c, d] = [data[at], data[at + 1], data[at + width], data[at + width + 1]];
      const mean = (a + b + c + d) / 4;
      next.data[to] = mean;
      energy.data[to] = ((a - mean) ** 2 + (b - mean) ** 2 + (c - mean) ** 2 + (d - mean) ** 2) / 4;
    }
  }
  return { next, energy };
}

/** The mean of a plane in each cell of the grid. */
function meansOf(
  { data, width, height }: Plane,
  perCell: number,
  { columns, rows }: Grid,
): Float32Array<ArrayBuffer> {
  const sums = new Float32Array(columns * rows);
  for (let y = 0; y < height; y++) {
    const row = Math.min(rows - 1, Math.floor(y / perCell)) * columns;
    for (let x = 0; x < width; x++)
      sums[row + Math.min(columns - 1, Math.floor(x / perCell))] += data[y * width + x];
  }
  return sums.map((sum) => sum / perCell ** 2);
}
