import type { Look } from './clean';
import { paperGains } from './darkness';
import { binAtShare } from '../statistics/histogram';
import { quantile } from '../statistics/quantile';
import type { InkMap } from './inkMap';
import { INK, TONE, type PageParts } from './pageParts';
import { coarseStrokes } from './strokeLevel';

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
/** More of these for the strokes than this, and a page is not for Pen. */
const DOUBTED = 0.03;
/** Every so many rows are looked at. */
const ROW_STEP = 7;
/** Pen is for strokes all of which are strong: a tenth of them may be fainter than this, of 255. */
const STRONG = 85;
const WEAKEST = 0.1;

/** The look that suits what is on a page: pencil, pen and print, colour, drawing or photograph. */
export function pickLook(map: InkMap): Look {
  const { width, height, smooth, contrast } = map;
  const parts = map.parts;
  const strokes = parts ? usualDarkness(parts) : quantile(contrast.data, 0.96);
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
      // What is ruled was not made by a pen.
      if (parts && !isWritten(parts, x, y)) continue;
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
  if (strokes < GRAPHITE) return 'pencil';
  // Pen would show what may be the back in black, or take a faint note for it.
  if (parts && doubtedShare(parts) > DOUBTED) return 'daylight';
  return parts && darknessAt(parts, WEAKEST) < STRONG ? 'pencil' : 'pen';
}

const isWritten = ({ kinds, step, width }: PageParts, x: number, y: number): boolean => {
  const kind = kinds[Math.floor(y / step) * width + Math.floor(x / step)];
  return kind === INK || kind === TONE;
};

/** Cells that are shown though nobody knows what they are, for those of strokes. */
function doubtedShare({ kinds, toned, strokes }: PageParts): number {
  let [doubted, all] = [0, 1];
  for (let i = 0; i < kinds.length; i++) {
    all += strokes[i];
    if (kinds[i] === TONE && toned[i] === 0) doubted++;
  }
  return doubted / all;
}

/** The strokes' usual darkness: most of them are no darker. */
const usualDarkness = (parts: PageParts): number => darknessAt(parts, 0.9);

/** So much of all strokes is fainter than this in its darkest places, 0 to 255; 0 where there are none. */
function darknessAt(parts: PageParts, share: number): number {
  const { most } = coarseStrokes(parts).free;
  const counts = new Uint32Array(256);
  let total = 0;
  for (const level of most) {
    if (level === 0) continue;
    counts[level]++;
    total++;
  }
  return total === 0 ? 0 : binAtShare(counts, total, share);
}
