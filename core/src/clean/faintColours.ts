import { boxMean } from '../raster/boxMean';
import { forEachSet } from '../raster/forEachSet';
import { createPlane, type Plane } from '../raster/image';
import { shineOf } from '../raster/shineOf';
import { forPixelsOver } from './forPixelsOver';
import type { InkMap } from './inkMap';
import { overUsualGrain } from './overUsualGrain';
import type { PageParts } from './pageParts';

/** How a faint stroke's darkness is shared out among red, green and blue about each coarse cell: 1 each is grey, and the lightness is always grey's. */
export interface FaintColours {
  /** page pixels a coarse cell, each way */
  readonly cell: number;
  readonly red: Plane;
  readonly green: Plane;
  readonly blue: Plane;
}

/** Page pixels a coarse cell. */
const CELL = 8;
/** Colours are told from so many coarse cells to each side, at least and at most: one pixel's own is mostly the camera's noise. */
const REACH = [1, 4] as const;
/** So many pixels tell a colour, more on grainy pages; of fewer it is doubted. */
const ENOUGH = 40;
/**
 * The lightest of a stroke's colours is less dark than its darkest by this share, or it is taken for grey; from the second on it
 * is surely coloured. Graphite in lamplight is grey to within a fifth.
 */
const COLOURED = [0.25, 0.45] as const;
/** No colour gets more than this, of 1: what is lifted far is shown at 0.6 of black and more, so more would be cut off. */
const MOST = 1.65;

/**
 * The colours of strokes that are lifted further than `from`, told from all of them about each place that lie on no rule: no
 * single pixel of a faint stroke has its colour.
 *
 * @param gain see `gainOfCells`
 * @returns null where nothing is lifted so far, or all of it is grey
 */
export function faintColours(
  map: InkMap,
  parts: PageParts,
  gain: Float32Array,
  from: number,
): FaintColours | null {
  const { strokes, onRules } = parts;
  const faint = new Uint8Array(strokes.length);
  forEachSet(strokes, (i) => {
    if (onRules[i] === 0 && gain[i] > from) faint[i] = 1;
  });
  if (!faint.includes(1)) return null;
  const plane = () => createPlane(Math.ceil(map.width / CELL), Math.ceil(map.height / CELL));
  const [count, reds, greens, blues] = [plane(), plane(), plane(), plane()];
  forPixelsOver(map, parts, faint, (i, _cell, r, g, b) => {
    const x = i % map.width;
    const at = Math.floor((i - x) / map.width / CELL) * count.width + Math.floor(x / CELL);
    count.data[at]++;
    reds.data[at] += 255 - r;
    greens.data[at] += 255 - g;
    blues.data[at] += 255 - b;
  });
  const grainier = overUsualGrain(map);
  const reach = Math.round(Math.min(REACH[1], REACH[0] * grainier));
  const pixels = boxMean(count, reach).data;
  const [red, green, blue] = [reds, greens, blues].map((sum) => boxMean(sum, reach));
  let isColoured = false;
  for (let i = 0; i < pixels.length; i++) {
    const dark = [red.data[i], green.data[i], blue.data[i]];
    const sure = Math.min(1, (pixels[i] * (2 * reach + 1) ** 2) / (ENOUGH * grainier ** 2));
    const shares = sharesOf(dark, sure);
    [red.data[i], green.data[i], blue.data[i]] = shares;
    isColoured ||= shares[0] !== 1 || shares[1] !== 1 || shares[2] !== 1;
  }
  return isColoured ? { cell: CELL, red, green, blue } : null;
}

const GREY = [1, 1, 1] as const;

/**
 * A stroke's colours in proportion, of which the lightness is that of grey: pale yellow as it is could not be read on white. Less
 * of the difference where it may be noise, or where one colour would get more than there is.
 *
 * @param dark how dark it is in red, green and blue
 * @param sure 0 to 1
 */
function sharesOf(dark: readonly number[], sure: number): readonly [number, number, number] {
  const most = Math.max(...dark);
  if (most <= 0) return GREY;
  const [r, g, b] = dark.map((value) => Math.max(0, value) / most);
  const coloured = (1 - Math.min(r, g, b) - COLOURED[0]) / (COLOURED[1] - COLOURED[0]);
  if (coloured <= 0) return GREY;
  const shine = shineOf(r, g, b);
  const kept = Math.min(Math.min(1, coloured) * sure, (MOST - 1) / (1 / shine - 1));
  return [1 + (r / shine - 1) * kept, 1 + (g / shine - 1) * kept, 1 + (b / shine - 1) * kept];
}
