import type { Look } from './clean';
import { paperGains } from './darkness';
import { quantile } from '../statistics/quantile';
import type { InkMap } from './inkMap';

/** A page that is dark or coloured on more than this share of its pixels is a drawing or a picture. */
const DRAWING = 0.22;
/** A page that is dark or coloured on more than this share is a photograph, which is best left as it is. */
const PHOTOGRAPH = 0.65;
/** Strokes whose colours differ by more than this share of white are coloured. */
const COLOURED = 0.14;
/** A page is coloured when this share of its strokes is. */
const COLOURED_SHARE = 0.06;
/** Grey strokes fainter than this, of 255, are graphite. */
const GRAPHITE = 118;
/** Every so many rows are looked at. */
const ROW_STEP = 7;

/** The look that suits what is on a page: pencil, pen and print, colour, drawing or photograph. */
export function pickLook(map: InkMap): Look {
  const { width, height, smooth, contrast } = map;
  const strokes = quantile(contrast.data, 0.96);
  const from = Math.max(16, 0.5 * strokes);
  const gains = [new Float32Array(width), new Float32Array(width), new Float32Array(width)] as const;
  const [gr, gg, gb] = gains;
  const { data } = map.page;
  let looked = 0;
  let covered = 0;
  let inked = 0;
  let coloured = 0;
  for (let y = 0; y < height; y += ROW_STEP) {
    paperGains(map.paper, y, gains);
    for (let x = 0, i = y * width; x < width; x++, i++) {
      looked++;
      if (smooth[i] >= 16) covered++;
      if (smooth[i] < from) continue;
      inked++;
      const r = data[i * 4] * gr[x];
      const g = data[i * 4 + 1] * gg[x];
      const b = data[i * 4 + 2] * gb[x];
      const apart = Math.max(r, g, b) - Math.min(r, g, b);
      if (apart > COLOURED * 255 + 3 * map.grain) coloured++;
    }
  }
  if (covered > PHOTOGRAPH * looked) return 'as-shot';
  if (covered > DRAWING * looked || coloured > COLOURED_SHARE * inked) return 'daylight';
  return strokes < GRAPHITE ? 'pencil' : 'pen';
}
