import { connectedParts } from '@ravlo/core/inside';
import { median } from '../statistics';
import type { CleanPage } from './cleanPages';
import { inkOf, over } from './cleanScores';
import { paperDarkness } from './paperDarkness';

/** A letter, or letters that hang together. */
export interface Letter {
  /** indexes of the pixels along its middle */
  readonly middle: readonly number[];
  /** indexes of all of its pixels, and of those around it within a stroke's width */
  readonly around: Int32Array;
}

/** Fewer pixels together are a dot, or a crumb at a joint. */
const LEAST_PIXELS = 25;
/** Pixels around a letter that its soft flanks reach. */
const FLANK = 3;

/** The letters of a page and their middle lines: where the way to the letter's edge is longest. */
export function lettersOf(truth: CleanPage): Letter[] {
  const { width, height } = truth.page;
  const ink = inkOf(truth);
  const depth = edgeDistance(ink, width, height);
  const letters: Letter[] = [];
  for (const part of connectedParts(ink, width, height, { joinsCorners: true })) {
    if (part.pixels < LEAST_PIXELS) continue;
    const middle: number[] = [];
    const [top, bottom] = [Math.max(0, part.top - FLANK), Math.min(height - 1, part.bottom + FLANK)];
    const [left, right] = [Math.max(0, part.left - FLANK), Math.min(width - 1, part.right + FLANK)];
    const around = new Int32Array((bottom - top + 1) * (right - left + 1));
    let count = 0;
    for (let y = top; y <= bottom; y++) {
      for (let x = left; x <= right; x++) {
        const i = y * width + x;
        around[count++] = i;
        if (ink[i] === 0) continue;
        const isRidge =
          depth[i] >= Math.max(depth[i - 1] ?? 0, depth[i + 1] ?? 0) ||
          depth[i] >= Math.max(depth[i - width] ?? 0, depth[i + width] ?? 0);
        if (isRidge) middle.push(i);
      }
    }
    letters.push({ middle, around });
  }
  return letters;
}

/** Pixels to the nearest that is not set, city blocks. */
function edgeDistance(mask: Uint8Array, width: number, height: number): Uint16Array {
  const far = new Uint16Array(mask.length);
  for (let i = 0; i < mask.length; i++) {
    if (mask[i] === 0) continue;
    far[i] = 1 + Math.min(i % width > 0 ? far[i - 1] : 0, i >= width ? far[i - width] : 0);
  }
  for (let i = mask.length - 1; i >= 0; i--) {
    if (mask[i] === 0) continue;
    const right = i % width < width - 1 ? far[i + 1] : 0;
    const below = i + width < mask.length && Math.floor(i / width) < height - 1 ? far[i + width] : 0;
    far[i] = Math.min(far[i], 1 + Math.min(right, below));
  }
  return far;
}

/** A letter is lost when less of its middle line than this share is a quarter darker than white. */
const KEPT_SHARE = 0.6;
const QUARTER_DARKER = 0.75 * 255;

/** The letters of which too little is left in a page's grey levels. */
export function lostLetters(letters: readonly Letter[], grey: Uint8Array): Letter[] {
  return letters.filter(({ middle }) => {
    let left = 0;
    for (const i of middle) if (grey[i] <= QUARTER_DARKER) left++;
    return left < KEPT_SHARE * middle.length;
  });
}

/** At least so many pixels of middle line tell how wide a stroke is. */
const ENOUGH_MIDDLE = 12;

/**
 * How much wider strokes are than in the photo, px, at half of their depth: the difference of the areas over the length
 * of the middle line, letter by letter. The median of its size, and the median of print alone, as a share of the width.
 */
export function widthError(
  letters: readonly Letter[],
  truth: CleanPage,
  grey: Uint8Array,
): { readonly px: number; readonly bolder: number | null } {
  const [before, after] = [paperDarkness(truth.page), grey.map((value) => 255 - value)];
  const print = over(truth.print, 127);
  const errors: number[] = [];
  const bolder: number[] = [];
  for (const { middle, around } of letters) {
    if (middle.length < ENOUGH_MIDDLE) continue;
    const [was, is] = [areaAtHalf(before, middle, around), areaAtHalf(after, middle, around)];
    if (was === null || is === null) continue;
    errors.push(Math.abs(is - was) / middle.length);
    if (print[middle[0]]) bolder.push(is / was - 1);
  }
  return {
    px: errors.length > 0 ? median(errors) : Number.NaN,
    bolder: bolder.length > 20 ? median(bolder) : null,
  };
}

/** Pixels at least half as dark as the middle line is on the median; null where that is hardly dark at all. */
function areaAtHalf(dark: Uint8Array, middle: readonly number[], around: Int32Array): number | null {
  const depth = median(middle.map((i) => dark[i]));
  if (depth < 12) return null;
  let area = 0;
  for (const i of around) if (dark[i] >= depth / 2) area++;
  return area;
}
