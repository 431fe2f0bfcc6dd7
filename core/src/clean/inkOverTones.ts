import { createRgba, type Rgba } from '../raster/image';
import { shineOf } from '../raster/shineOf';
import { forEachSet } from '../raster/forEachSet';
import { forPixelsOver } from './forPixelsOver';
import type { InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import type { ToneGround } from './toneGround';

/**
 * How likely ink is on the page's tones, looked at once more with the tones taken for paper: a pencil's strokes on highlighter are as plain
 * then as beside it. Their lightness alone is looked at, as a colour that highlighter takes most of is mostly noise.
 *
 * @param page as it was photographed
 * @param seen what was seen of it
 * @param look the net
 */
export function inkOverTones(
  { paper, width, height }: Pick<InkMap, 'paper' | 'width' | 'height'>,
  page: Rgba,
  { on, colours: { red, green, blue } }: ToneGround,
  seen: InkLikelihood,
  look: (page: Rgba) => InkLikelihood,
): InkLikelihood {
  const bare = createRgba(width, height);
  bare.data.set(page.data);
  forPixelsOver({ page, paper, width, height }, seen, on, (i, cell, r, g, b) => {
    const shine = shineOf(r, g, b) / shineOf(red.data[cell], green.data[cell], blue.data[cell]);
    const at = 4 * i;
    if (r > 0) bare.data[at] = Math.round((page.data[at] * shine) / r);
    if (g > 0) bare.data[at + 1] = Math.round((page.data[at + 1] * shine) / g);
    if (b > 0) bare.data[at + 2] = Math.round((page.data[at + 2] * shine) / b);
  });
  const again = look(bare);
  const ink = seen.ink.slice();
  forEachSet(on, (i) => (ink[i] = again.ink[i]));
  return { ...seen, ink };
}
