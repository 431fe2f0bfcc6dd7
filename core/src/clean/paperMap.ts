import { boxMean } from '../raster/boxMean';
import { closing } from '../raster/closing';
import { createPlane, type Plane, type Rgba } from '../raster/image';

/** The paper's own colour over the page, on a coarse grid: what the page would look like with nothing on it. */
export interface PaperMap {
  /** page pixels a grid cell, a multiple of eight */
  readonly cell: number;
  /** 1 to 255 each */
  readonly red: Plane;
  readonly green: Plane;
  readonly blue: Plane;
}

/** Grid cells on the page's longer side. */
const GRID = 144;
/** Cells must be larger than strokes are wide, also on small pictures: px. */
const LEAST_CELL = 16;
/** Where strokes are soft they are larger, by this power of two at most: else letters that run into each other come out as one. */
const MOST_HALVINGS = 1;
/** Ink and drawings up to twice this share of the page's longer side across are bridged. */
const BRIDGE = 1 / 12;
/** Share of a cell's pixels, the lightest, that is surely paper. */
const SURE_SHARE = 0.25;
/** A cell's paper lies at most this many bins of lightness below the darkest of the pixels that surely are. */
const BELOW_SURE = 3;
/** A cell that shows one even colour on at least this share of its pixels may be paper in shadow. */
const EVEN_SHARE = 0.5;
/** Shadows leave at least this share of the light of the paper around; what is darker lies on the paper. */
const DEEPEST_SHADOW = 0.38;
/** Shadows shift the colour by less than this, as a share of the paper's; what shifts it more is coloured. */
const MOST_SHIFT = 0.075;

/**
 * Estimates the paper's colour everywhere. Every small cell has one colour that most of its light pixels share.
 * Where cells are so dark, so coloured or so uneven that something must lie on the paper, the paper round them is
 * carried on over them.
 *
 * @param halvings how soft strokes are, see `softness`: cells must be larger than they are wide @default 0
 */
export function paperMap(page: Rgba, halvings = 0): PaperMap {
  const wanted = Math.max(page.width, page.height) / GRID;
  const cell = Math.max(LEAST_CELL, Math.round(wanted / 8) * 8) * 2 ** Math.min(MOST_HALVINGS, halvings);
  const { planes, even } = commonColours(page, cell);
  const bridge = Math.max(1, Math.round((Math.max(page.width, page.height) * BRIDGE) / cell));
  const around = planes.map((plane) => boxMean(closing(plane, bridge), 2));
  const trust = createPlane(planes[0].width, planes[0].height);
  for (let i = 0; i < trust.data.length; i++) trust.data[i] = isPaper(i, planes, around, even) ? 1 : 0;
  const [red, green, blue] = planes.map((plane, c) => carryOver(plane, trust, around[c]));
  return { cell, red, green, blue };
}

function isPaper(i: number, planes: readonly Plane[], around: readonly Plane[], even: Float32Array): boolean {
  const shares = planes.map((plane, c) => plane.data[i] / around[c].data[i]);
  const mean = (shares[0] + 2 * shares[1] + shares[2]) / 4;
  if (mean > 0.93) return true;
  if (mean < DEEPEST_SHADOW || even[i] < EVEN_SHARE) return false;
  const shift = Math.max(...shares) - Math.min(...shares);
  return shift < MOST_SHIFT * (0.5 + mean);
}

/** Cells that are not trusted get a mean of trusted ones near them, or, far from any, what lies `around`. */
function carryOver(plane: Plane, trust: Plane, around: Plane): Plane {
  const { width, height } = plane;
  const weighted = createPlane(width, height);
  for (let i = 0; i < plane.data.length; i++) weighted.data[i] = plane.data[i] * trust.data[i];
  const result = createPlane(width, height);
  result.data.set(plane.data);
  let open: number[] = [];
  for (let i = 0; i < trust.data.length; i++) if (trust.data[i] === 0) open.push(i);
  for (let radius = 1; radius <= 8 && open.length > 0; radius *= 2) {
    const sums = boxMean(weighted, radius);
    const counts = boxMean(trust, radius);
    open = open.filter((i) => {
      if (counts.data[i] < 0.2) return true;
      result.data[i] = sums.data[i] / counts.data[i];
      return false;
    });
  }
  for (const i of open) result.data[i] = around.data[i];
  return boxMean(result, 1);
}

const BINS = 64;

interface CommonColours {
  readonly planes: readonly [Plane, Plane, Plane];
  /** the share of each cell's pixels that is of its common colour */
  readonly even: Float32Array;
}

/** The colour that most of the light pixels of every cell share, by a small histogram of lightness. */
function commonColours(page: Rgba, cell: number): CommonColours {
  const columns = Math.ceil(page.width / cell);
  const rows = Math.ceil(page.height / cell);
  const planes = [0, 1, 2].map(() => createPlane(columns, rows)) as unknown as [Plane, Plane, Plane];
  const [red, green, blue] = planes;
  const even = new Float32Array(columns * rows);
  const counts = new Uint32Array(BINS);
  const sums = new Float64Array(4);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const [left, top] = [column * cell, row * cell];
      const place = {
        left,
        top,
        right: Math.min(page.width, left + cell),
        bottom: Math.min(page.height, top + cell),
      };
      const total = countLightness(page, place, counts);
      const mode = paperBin(counts, total);
      sumColours(page, place, mode, sums);
      const [taken, r, g, b] = sums;
      const i = row * columns + column;
      red.data[i] = Math.max(1, r / taken);
      green.data[i] = Math.max(1, g / taken);
      blue.data[i] = Math.max(1, b / taken);
      even[i] = taken / total;
    }
  }
  return { planes, even };
}

/** The fullest bin of a cell's lightness, looked for at its light end. */
function paperBin(counts: Uint32Array, total: number): number {
  let sure = BINS - 1;
  for (let seen = counts[sure]; seen < total * SURE_SHARE; seen += counts[sure]) sure--;
  let best = sure;
  let most = -1;
  for (let b = Math.max(0, sure - BELOW_SURE); b < BINS; b++) {
    const around = counts[b] * 2 + (counts[b - 1] ?? 0) + (counts[b + 1] ?? 0);
    if (around > most && counts[b] > 0) {
      most = around;
      best = b;
    }
  }
  return best;
}

/** A cell's borders, page pixels. */
interface CellPlace {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The bin of a pixel's lightness. */
const binOf = (r: number, g: number, b: number): number => (r + 2 * g + b) >> 4;

/** @returns how many pixels of the cell were looked at: every other one of every other row tells enough */
function countLightness(
  { data, width }: Rgba,
  { left, top, right, bottom }: CellPlace,
  counts: Uint32Array,
): number {
  counts.fill(0);
  for (let y = top; y < bottom; y += 2) {
    for (let at = (y * width + left) * 4, end = (y * width + right) * 4; at < end; at += 8) {
      counts[binOf(data[at], data[at + 1], data[at + 2])]++;
    }
  }
  return Math.ceil((right - left) / 2) * Math.ceil((bottom - top) / 2);
}

/** Of the pixels in a bin and in those beside it: their number, and their colours added up. */
function sumColours(
  { data, width }: Rgba,
  { left, top, right, bottom }: CellPlace,
  bin: number,
  sums: Float64Array,
): void {
  let [taken, red, green, blue] = [0, 0, 0, 0];
  for (let y = top; y < bottom; y += 2) {
    for (let at = (y * width + left) * 4, end = (y * width + right) * 4; at < end; at += 8) {
      const [r, g, b] = [data[at], data[at + 1], data[at + 2]];
      if (Math.abs(binOf(r, g, b) - bin) > 1) continue;
      taken++;
      red += r;
      green += g;
      blue += b;
    }
  }
  sums[0] = taken;
  sums[1] = red;
  sums[2] = green;
  sums[3] = blue;
}
