import { forEachSet } from '../raster/forEachSet';
import { connectedParts } from '../raster/connectedParts';
import { binAtShare } from '../statistics/histogram';
import { atLeast } from '../raster/atLeast';
import { logitByte, TONE_FROM, type InkLikelihood } from './inkLikelihood';

/** "Near" is in tiles of so many cells, and in those next to them; without any there, all over the page. */
const NEAR = 64;
/** Strokes that the net is so sure of tell how dark the page's own are. */
const SURELY_INK = logitByte(0.8);
const USUAL = 0.8;
const STRONG = 0.95;
/** A rule that is as likely as this may lie under a stroke. */
const MAYBE_RULE = logitByte(0.1);
/** What is as likely unwanted as this may be the back's, which is no measure of the page's own. */
const MAYBE_BACK = logitByte(0.06);
/** Fewer of their cells in a tile do not tell. */
const FEW_SURE = 30;

/** How dark the strokes are that the net is sure of, 0 where there are none. */
export interface UsualDarkness {
  /** near a cell, or else on the page */
  readonly near: (i: number) => number;
  /** on the page */
  readonly usual: number;
  /** the strongest of the page: few of its strokes' cells are darker */
  readonly strong: number;
}

/** @param hasBack whether a back may well show through: then what may be the back's tells nothing @default false */
export function usualNear(
  { ink, tones, rules, unwanted, width, height }: InkLikelihood,
  darkest: Uint8Array,
  { hasBack = false }: { readonly hasBack?: boolean } = {},
): UsualDarkness {
  const mostUnwanted = hasBack ? MAYBE_BACK : Infinity;
  const columns = Math.ceil(width / NEAR);
  const rows = Math.ceil(height / NEAR);
  const counts = new Uint32Array(columns * rows * 256);
  const sure = withoutLongLines(atLeast(ink, SURELY_INK), width, height);
  const tileOf = (i: number) => Math.floor(i / width / NEAR) * columns + Math.floor((i % width) / NEAR);
  // On highlighter a stroke is darker by that, and over a rule as dark as the rule.
  let free = 0;
  forEachSet(sure, (i) => {
    if (tones[i] >= TONE_FROM || rules[i] >= MAYBE_RULE || unwanted[i] >= mostUnwanted) return;
    counts[tileOf(i) * 256 + darkest[i]]++;
    free++;
  });
  // Where all of them lie on rules, those tell.
  if (free < FEW_SURE)
    forEachSet(sure, (i) => tones[i] < TONE_FROM && counts[tileOf(i) * 256 + darkest[i]]++);
  const onPage = (share: number) => usualOf(counts, counts.length / 256, (k) => k, share);
  const usual = onPage(USUAL);
  const around = Float32Array.from({ length: columns * rows }, (_, tile) => {
    const [column, row] = [tile % columns, Math.floor(tile / columns)];
    const [left, right] = [Math.max(0, column - 1), Math.min(columns - 1, column + 1)];
    const [top, bottom] = [Math.max(0, row - 1), Math.min(rows - 1, row + 1)];
    const across = right - left + 1;
    const tileAt = (k: number) => (top + Math.floor(k / across)) * columns + left + (k % across);
    return usualOf(counts, across * (bottom - top + 1), tileAt, USUAL) || usual;
  });
  return { near: (i) => around[tileOf(i)], usual, strong: onPage(STRONG) };
}

/** A line is longer than this share of the page, and no wider than that. */
const LONG = 0.5;
const THIN = 0.04;

/** Leaves out margins and frames: a page has few strokes beside a margin, and those are not as dark. */
function withoutLongLines(strokes: Uint8Array, width: number, height: number): Uint8Array {
  for (const { left, right, top, bottom } of connectedParts(strokes, width, height, { joinsCorners: true })) {
    const isUpright = bottom - top > LONG * height && right - left < THIN * width;
    const isAcross = right - left > LONG * width && bottom - top < THIN * height;
    if (!isUpright && !isAcross) continue;
    for (let y = top; y <= bottom; y++) strokes.fill(0, y * width + left, y * width + right + 1);
  }
  return strokes;
}

/** How dark such a share of the strokes' cells are at most, in so many tiles together; 0 where there are too few. */
function usualOf(counts: Uint32Array, tiles: number, tileAt: (k: number) => number, share: number): number {
  const all = new Uint32Array(256);
  let total = 0;
  for (let k = 0; k < tiles; k++) {
    const from = tileAt(k) * 256;
    for (let level = 0; level < 256; level++) {
      all[level] += counts[from + level];
      total += counts[from + level];
    }
  }
  return total >= FEW_SURE ? binAtShare(all, total, share) : 0;
}
