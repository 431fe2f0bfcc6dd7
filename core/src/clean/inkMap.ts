import { createPlane, type Plane, type Rgba } from '../raster/image';
import type { InkLikelihood } from './inkLikelihood';
import type { LostStrokes } from './lostStrokes';
import type { PageParts } from './pageParts';
import { paperMap, type PaperMap } from './paperMap';
import { measureDarkness } from './darkness';
import { binAtShare, medianOfRounded } from '../statistics/histogram';
import { median, quantile } from '../statistics/quantile';
import { createGrid, fillGrid, forCells, gridCell, type Grid } from './grid';
import { smoothDarkness } from './smoothDarkness';
import { smoothPage } from './smoothPage';
import type { ToneGround } from './toneGround';

/**
 * How much darker than its own paper every pixel of a flat page is: the ground on which all looks stand.
 * Darkness is counted from 0 (bare paper) to 255 (no light at all), whatever light lay on the page.
 */
export interface InkMap {
  readonly width: number;
  readonly height: number;
  /** the page that all this was measured on; smoothed where the photo is noisy */
  readonly page: Rgba;
  readonly paper: PaperMap;
  /** darkness of each pixel as it is */
  readonly darkness: Uint8Array;
  /** darkness of each pixel after a light smoothing, 1-2-1 both ways */
  readonly smooth: Uint8Array;
  /** standard deviation of the photographed page's bare paper, median over the page, before any was smoothed away */
  readonly grain: number;
  /** standard deviation of `smooth` on bare paper, in a grid of large cells */
  readonly noise: Grid;
  /** how dark strokes are about here: `smooth` in their middle, in the same grid */
  readonly contrast: Grid;
  /** the tones that strokes lie on; null where there are none, or where the net cannot run */
  readonly ground: ToneGround | null;
  /** what the ink net sees, and the parts that follow from it; null where the net cannot run */
  readonly seen: InkLikelihood | null;
  readonly parts: PageParts | null;
  /** what is seen on the page without the net and is not in its parts */
  readonly lost: LostStrokes | null;
}

/** The least deviation of paper: a page without noise still has eight-bit steps and paper's own grain. */
const LEAST_NOISE = 1.2;
/** Darker than this is not looked at when the paper's deviation is measured. */
const PAPER_BELOW = 56;
/** Darker than so many deviations, and than LEAST_STROKE, is a stroke for the measure of contrast. */
const STROKE_FROM = 5;
const LEAST_STROKE = 14;

/** A page whose bare paper deviates more than this is smoothed first: once, or as often as it is over. */
const NOISY = [2.6, 4.4, 7] as const;

/**
 * @param halvings how soft the page's strokes are, see `softness` @default 0
 * @param paper where it is known already for strokes that are so soft
 */
export function inkMap(
  photographed: Rgba,
  halvings = 0,
  paper: PaperMap = paperMap(photographed, halvings),
): InkMap {
  const first = mapOnce(photographed, paper);
  const times = NOISY.filter((limit) => first.grain > limit).length;
  if (times === 0) return first;
  const quiet = smoothPage(photographed, times);
  return { ...mapOnce(quiet, paperMap(quiet, halvings)), grain: first.grain };
}

function mapOnce(page: Rgba, paperAtFirst: PaperMap): InkMap {
  const { width, height } = page;
  let paper = paperAtFirst;
  let darkness = measureDarkness(page, paper);
  let smooth = smoothDarkness(darkness, width, height);
  const settled = settlePaper(paper, smooth, width, height);
  if (settled) {
    paper = settled;
    darkness = measureDarkness(page, paper);
    smooth = smoothDarkness(darkness, width, height);
  }
  const noise = measureNoise(smooth, width, height);
  const grain = median(noise.data);
  doubtBends(noise, paper);
  const contrast = measureContrast(smooth, width, height, noise);
  return {
    width,
    height,
    page,
    paper,
    darkness,
    smooth,
    grain,
    noise,
    contrast,
    ground: null,
    seen: null,
    parts: null,
    lost: null,
  };
}

/** Differences this far apart do not share their smoothing. */
const APART = 4;
/**
 * The median difference of two values that stray alike, over how much they stray; more, because half of them are cut
 * off at bare paper.
 */
const DIFFERENCE_TO_SIGMA = (1 / (0.6745 * Math.SQRT2)) * 1.4;
const MOST_DIFFERENCE = 32;

function measureNoise(smooth: Uint8Array, width: number, height: number): Grid {
  const grid = createGrid(width, height, gridCell(width, height));
  const counts = new Uint32Array(MOST_DIFFERENCE);
  forCells(grid, width, height, (i, left, top, right, bottom) => {
    counts.fill(0);
    let count = 0;
    for (let y = top; y < bottom; y += 2) {
      for (let x = left; x + APART < right; x += 2) {
        const a = smooth[y * width + x];
        const b = smooth[y * width + x + APART];
        if (a >= PAPER_BELOW || b >= PAPER_BELOW) continue;
        const d = a > b ? a - b : b - a;
        // Far off means a stroke, not noise.
        if (d >= MOST_DIFFERENCE) continue;
        counts[d]++;
        count++;
      }
    }
    grid.data[i] = count < grid.cell ** 2 / 70 ? -1 : DIFFERENCE_TO_SIGMA * medianOfRounded(counts, count);
  });
  const known = grid.data.filter((value) => value >= 0);
  // Strokes can only add to the deviation: a cell counts no more than that of most cells by a factor.
  const common = known.length > 0 ? quantile(known, 0.4) : LEAST_NOISE;
  for (let i = 0; i < grid.data.length; i++) {
    const value = grid.data[i] < 0 ? common : Math.min(grid.data[i], common * 4.5);
    grid.data[i] = Math.max(LEAST_NOISE, value);
  }
  return grid;
}

/** A cell whose typical pixel is darker than the first and not than the second lies on paper that was taken too light. */
const TOO_LIGHT = [5, 26] as const;
/** "Typical" is the darkness that this share of its pixels stays under: strokes lie over it. */
const QUIET_SHARE = 0.35;
/** So many such cells are worth a second look at the whole page, as a share. */
const WORTH_IT = 0.008;

/**
 * The paper a second time: cells whose typical pixel is a little darker than it should be give the paper that much
 * less light. Null where there are hardly any.
 */
function settlePaper(paper: PaperMap, smooth: Uint8Array, width: number, height: number): PaperMap | null {
  const { cell } = paper;
  const columns = paper.green.width;
  const level = createPlane(columns, paper.green.height);
  const counts = new Uint16Array(256);
  let found = 0;
  for (let i = 0; i < level.data.length; i++) {
    counts.fill(0);
    const left = (i % columns) * cell;
    const top = Math.floor(i / columns) * cell;
    let total = 0;
    for (let y = top; y < Math.min(height, top + cell); y += 2) {
      for (let x = left; x < Math.min(width, left + cell); x += 2, total++) counts[smooth[y * width + x]]++;
    }
    const quiet = binAtShare(counts, total, QUIET_SHARE);
    if (quiet <= TOO_LIGHT[0] || quiet > TOO_LIGHT[1]) continue;
    level.data[i] = quiet;
    found++;
  }
  if (found < level.data.length * WORTH_IT) return null;
  const darken = (plane: Plane): Plane => ({
    ...plane,
    data: plane.data.map((value, i) => Math.max(1, value * (1 - level.data[i] / 255))),
  });
  return { cell, red: darken(paper.red), green: darken(paper.green), blue: darken(paper.blue) };
}

/** How much of a bend in the paper's light the map may have missed. */
const MISSED = 0.22;

/**
 * Where the paper's light bends sharply, at the edge of a shadow, the map between its cells is not to be trusted to
 * the last level: what is missed there counts as noise.
 */
function doubtBends(noise: Grid, { green, cell }: PaperMap): void {
  const { width, height, data } = green;
  for (let y = 1; y + 1 < height; y++) {
    for (let x = 1; x + 1 < width; x++) {
      const i = y * width + x;
      const across = Math.abs(data[i - 1] + data[i + 1] - 2 * data[i]);
      const down = Math.abs(data[i - width] + data[i + width] - 2 * data[i]);
      const bend = (MISSED * 255 * Math.max(across, down)) / data[i];
      const column = Math.min(noise.columns - 1, Math.floor(((x + 0.5) * cell) / noise.cell));
      const row = Math.min(noise.rows - 1, Math.floor(((y + 0.5) * cell) / noise.cell));
      const at = row * noise.columns + column;
      if (bend > noise.data[at]) noise.data[at] = Math.min(bend, noise.data[at] * 4, 12);
    }
  }
}

/** How dark strokes are about each cell: see `InkMap`. */
export function measureContrast(smooth: Uint8Array, width: number, height: number, noise: Grid): Grid {
  const grid = createGrid(width, height, gridCell(width, height));
  const counts = new Uint32Array(256);
  const all = new Uint32Array(256);
  forCells(grid, width, height, (i, left, top, right, bottom) => {
    // A whole number, as the values are: comparing those is much quicker.
    const from = Math.ceil(Math.max(LEAST_STROKE, STROKE_FROM * noise.data[i]));
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
    grid.data[i] = total < 12 ? -1 : binAtShare(counts, total, 0.7);
  });
  const total = all.reduce((a, b) => a + b, 0);
  return fillGrid(grid, total > 0 ? binAtShare(all, total, 0.7) : 128);
}
