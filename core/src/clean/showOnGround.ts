import type { Rgba } from '../raster/image';
import { shineOf } from '../raster/shineOf';
import { forPixelsOver } from './forPixelsOver';
import type { InkMap } from './inkMap';
import { overUsualGrain } from './overUsualGrain';
import { INK, type PageParts } from './pageParts';
import { colourLeft, DARKEST } from './showParts';
import type { ToneGround } from './toneGround';

/** A stroke takes at most this share of its ground's light, so that the darkest ink keeps its colour. */
const MOST = DARKEST / 255;

/** A pixel of a stroke: the colours that it has over the paper's, 0 to 255, its ground's, 0 to 1, and how far it is lifted. */
type VisitStroke = (i: number, over: readonly number[], under: readonly number[], lift: number) => void;

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
  const grainier = overUsualGrain(map);
  forStrokesOn(map, ground, parts, gain, (i, over, under, lift) => {
    const left = colourLeft(lift, grainier);
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
  forStrokesOn(map, ground, parts, gain, (i, _over, [r, g, b], lift) => {
    // As `measureDarkness` has it for the tone beside.
    const light = Math.min(shineOf(r, g, b), (1 + Math.min(r, g, b)) / 2);
    const level = Math.round(255 * light * (1 - Math.min(MOST, darkOn(ground, i, lift))));
    data[i * 4] = data[i * 4 + 1] = data[i * 4 + 2] = level;
  });
}

function forStrokesOn(
  map: InkMap,
  { on, colours: { red, green, blue } }: ToneGround,
  parts: PageParts,
  gain: Float32Array,
  visit: VisitStroke,
): void {
  const strokes = on.map((value, i) => (parts.kinds[i] === INK ? value : 0));
  forPixelsOver(map, parts, strokes, (i, cell, ...over) =>
    visit(i, over, [red.data[cell], green.data[cell], blue.data[cell]], gain[cell]),
  );
}

/** How dark a pixel comes out over its ground, as a share; the noise of what is lifted far is smoothed. */
function darkOn({ darkness, smooth }: ToneGround, i: number, lift: number): number {
  return ((lift > 2 ? (darkness[i] + smooth[i]) / 2 : darkness[i]) * lift) / 255;
}
