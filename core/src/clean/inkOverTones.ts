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
    const ground = shineOf(red.data[cell], green.data[cell], blue.data[cell]);
    const shine = shineOf(r, g, b) / ground;
    [r, g, b].forEach((value, c) => {
      if (value > 0) bare.data[4 * i + c] = Math.round((page.data[4 * i + c] * shine) / value);
    });
  });
  const again = look(bare);
  const ink = seen.ink.slice();
  forEachSet(on, (i) => (ink[i] = again.ink[i]));
  return { ...seen, ink };
}
