import { forEachSet } from '../raster/forEachSet';
import { createRgba, type Rgba } from '../raster/image';
import { forPixelsOf } from './forPixelsOf';
import type { InkMap } from './inkMap';
import { INK, RULE, type PageParts } from './pageParts';
import type { Tuning } from './tone';

/** Least darkness of an ink pixel, as a share of the darkest place of its stroke: half its depth, so its width is true. */
const OF_LEVEL = 0.52;
/** Least darkness of an ink pixel, in levels. */
const LEAST = 5;
/** Of what is no stroke, only what is as dark as this becomes black. */
const TONE_FROM = 110;
/** Opaque pixels, all four bytes at once. */
const BLACK = 0xff000000;
const WHITE = 0xffffffff;

/** The *Pen* look: every pixel black or white, a stroke where it is half as dark as its darkest place. */
export function penOfParts(
  map: InkMap,
  parts: PageParts,
  level: (cell: number) => number,
  tuning: Tuning,
): Rgba {
  const { kinds } = parts;
  const share = OF_LEVEL * 2 ** (-tuning.ink * 0.6);
  // Strokes are cut over what they lie on.
  const { smooth } = map.ground ?? map;
  const result = createRgba(map.width, map.height);
  const out = new Uint32Array(result.data.buffer).fill(WHITE);
  forEachSet(kinds, (cell) => {
    if (kinds[cell] === RULE) return;
    const isInk = kinds[cell] === INK;
    const threshold = isInk ? Math.max(LEAST, Math.ceil(share * level(cell))) : TONE_FROM;
    const plane = isInk ? smooth : map.smooth;
    forPixelsOf(parts, map, cell, (i) => {
      if (plane[i] >= threshold) out[i] = BLACK;
    });
  });
  return result;
}
