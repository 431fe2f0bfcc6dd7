import type { Rgba } from '../raster/image';
import { forPixelsOver } from './forPixelsOver';
import type { InkMap } from './inkMap';
import { INK, type PageParts } from './pageParts';
import { colourLeft, DARKEST } from './showParts';
import { shineOf, type ToneGround } from './toneGround';

/** A stroke takes at most this share of its ground's light, so that the darkest ink keeps its colour. */
const MOST = DARKEST / 255;

/**
 * Shows strokes that lie on a tone over that, as they are shown over the paper elsewhere: the tone as it is, and the stroke as much
 * darker than it as is wanted.
 *
 * @param gain see `gainOfCells`
 * @param result the page in colour, which is changed
 */
export function showOnGround(
  map: InkMap,
  ground: ToneGround,
  parts: PageParts,
  gain: Float32Array,
  { data }: Rgba,
): void {
  const { red, green, blue } = ground.colours;
  forPixelsOver(map, parts, strokesOn(ground, parts), (i, cell, ...over) => {
    const under = [red.data[cell], green.data[cell], blue.data[cell]];
    const lift = gain[cell];
    const left = colourLeft(lift);
    const grey = darkOn(ground, i, lift);
    for (let c = 0; c < 3; c++) {
      const own = Math.max(0, 1 - over[c] / (255 * under[c])) * lift;
      const dark = grey + (own - grey) * left;
      data[i * 4 + c] = Math.round(255 * under[c] * (1 - Math.min(MOST, dark)));
    }
  });
}

/** The same in grey. */
export function showOnGroundInGrey(
  map: InkMap,
  ground: ToneGround,
  parts: PageParts,
  gain: Float32Array,
  { data }: Rgba,
): void {
  const { red, green, blue } = ground.colours;
  forPixelsOver(map, parts, strokesOn(ground, parts), (i, cell) => {
    const [r, g, b] = [red.data[cell], green.data[cell], blue.data[cell]];
    // As `measureDarkness` has it for the tone beside.
    const light = Math.min(shineOf(r, g, b), (1 + Math.min(r, g, b)) / 2);
    const level = Math.round(255 * light * (1 - Math.min(MOST, darkOn(ground, i, gain[cell]))));
    data[i * 4] = data[i * 4 + 1] = data[i * 4 + 2] = level;
  });
}

/** How dark a pixel comes out over its ground, as a share; the noise of what is lifted far is smoothed. */
function darkOn({ darkness, smooth }: ToneGround, i: number, lift: number): number {
  return ((lift > 2 ? (darkness[i] + smooth[i]) / 2 : darkness[i]) * lift) / 255;
}

/** Cells of strokes that lie on a tone: 1, else 0. */
function strokesOn({ on }: ToneGround, { kinds }: PageParts): Uint8Array {
  const cells = on.slice();
  for (let i = 0; i < cells.length; i++) if (kinds[i] !== INK) cells[i] = 0;
  return cells;
}
