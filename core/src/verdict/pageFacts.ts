import type { Place } from '../geometry/place';
import { forPixelsOf } from '../clean/forPixelsOf';
import { measureContrast, type InkMap } from '../clean/inkMap';
import { RULE } from '../clean/pageParts';
import { unclearInk } from '../clean/unclearInk';
import { forEachSet } from '../raster/forEachSet';
import { quantile, quantileOfSorted } from '../statistics/quantile';
import { measureLetters } from './letters';
import { measureCover } from './measureCover';

/** What can be measured about how well a page can be read; lengths in page px, darkness from 0 to 255. */
export interface PageFacts {
  /** share of the page that strokes cover */
  readonly ink: number;
  /** how dark strokes are against their paper */
  readonly contrast: number;
  /** share of the page's strokes that the clean page does not show, or of which it can only show pieces, and where most are */
  readonly lost: number;
  readonly lostPlace: Place | null;
  /** standard deviation of bare paper, grey levels */
  readonly grain: number;
  /** median height of letters and joined-up words, page px */
  readonly letters: number;
  /** width of the steepest edges of strokes, from a fifth to four fifths of their darkness */
  readonly rise: number;
  /** strokes' edges that were measured */
  readonly edges: number;
  /** the darkest tenth of the paper over the lightest tenth */
  readonly evenness: number;
  /** how light the paper is in the photo, 0 to 255 */
  readonly light: number;
  /** share of the written part that is washed out by light, and where */
  readonly glare: number;
  readonly glarePlace: Place | null;
  /** strokes that run over each edge of the page (top, right, bottom, left), as a share of that edge */
  readonly overEdge: readonly [number, number, number, number];
  /** the smallest rectangle round most of the writing */
  readonly written: Place | null;
  /** how much more clearly the writing stands in rows than in columns, in doublings; 0 where that cannot be told */
  readonly inRows: number;
  /** the largest dark or coloured thing that lies over the page's edge, as a share of the page, and where */
  readonly covered: number;
  readonly coveredPlace: Place | null;
}

export function pageFacts(whole: InkMap): PageFacts {
  const map = withoutRules(whole);
  const contrast = quantile(map.contrast.data, 0.96);
  const { heights, ink, written, inRows } = measureLetters(map, strokeFrom(map, contrast));
  const { rise, edges } = measureEdges(map, contrast);
  return {
    ink,
    contrast,
    grain: map.grain,
    letters: heights,
    rise,
    edges,
    ...measureLight(map, written),
    ...measureLost(whole),
    overEdge: measureOverEdge(map, contrast),
    written,
    inRows,
    ...measureCover(whole),
  };
}

/**
 * What is seen and not shown counts this much of what is lost: most of it is a screen's lines, dots or creases. What is not shown
 * though it may be ink counts more. Of what can hardly be told, shown or not, some comes through: it is no reason to take a page again.
 */
const OF_SEEN = 0.2;
const OF_UNSURE = 0.5;
const OF_UNCLEAR = 0.3;

function measureLost({ seen, lost }: InkMap): Pick<PageFacts, 'lost' | 'lostPlace'> {
  if (!seen || !lost) return { lost: 0, lostPlace: null };
  const unclear = unclearInk(seen);
  const missed = Math.max(OF_SEEN * lost.share, OF_UNSURE * lost.unsure);
  return missed > OF_UNCLEAR * unclear.share
    ? { lost: missed, lostPlace: lost.place }
    : { lost: OF_UNCLEAR * unclear.share, lostPlace: unclear.place };
}

/** The page with its rules taken for bare paper: what is ruled is not read. The map itself where its parts are not known. */
function withoutRules(map: InkMap): InkMap {
  const { parts, width, height } = map;
  if (!parts) return map;
  const smooth = map.smooth.slice();
  const darkness = map.darkness.slice();
  forEachSet(parts.kinds, (cell) => {
    if (parts.kinds[cell] === RULE) forPixelsOf(parts, map, cell, (i) => (smooth[i] = darkness[i] = 0));
  });
  return { ...map, smooth, darkness, contrast: measureContrast(smooth, width, height, map.noise) };
}

/** What is darker than this is taken for a stroke. */
const strokeFrom = (map: InkMap, contrast: number) =>
  Math.max(10, 4 * quantile(map.noise.data, 0.5), 0.3 * contrast);

/** Every so many rows are looked at. */
const ROW_STEP = 5;
/** Strokes fainter than this share of the page's contrast are left out. */
const LEAST_PEAK = 0.5;
/** Slanting and soft strokes are wider: the steepest quarter tells of the lens. */
const STEEPEST = 0.25;
const MOST_RISE = 40;

/** How many px it takes strokes to get dark, along rows. */
function measureEdges(
  { width, height, darkness, grain }: InkMap,
  contrast: number,
): { rise: number; edges: number } {
  const least = Math.max(24, LEAST_PEAK * contrast, 5 * grain);
  const counts = new Uint32Array(MOST_RISE * 8 + 1);
  let edges = 0;
  for (let y = ROW_STEP; y < height; y += ROW_STEP) {
    const row = y * width;
    for (let x = 2; x < width - 2; x++) {
      const peak = darkness[row + x];
      if (peak < least || peak < darkness[row + x + 1] || peak <= darkness[row + x - 1]) continue;
      for (const by of [-1, 1]) {
        const rise = riseFrom(darkness, row, width, x, by, peak);
        if (rise === null) continue;
        counts[Math.min(counts.length - 1, Math.round(rise * 8))]++;
        edges++;
      }
    }
  }
  let wanted = edges * STEEPEST;
  let bin = 0;
  while (bin < counts.length - 1 && wanted > counts[bin]) wanted -= counts[bin++];
  return { rise: edges > 0 ? bin / 8 : MOST_RISE, edges };
}

/** From four fifths of a peak's darkness down to one fifth; null where something else begins before. */
function riseFrom(
  darkness: Uint8Array,
  row: number,
  width: number,
  x: number,
  by: number,
  peak: number,
): number | null {
  const high = peak * 0.8;
  const low = peak * 0.2;
  let before = peak;
  let start = -1;
  for (let k = 1; k < MOST_RISE; k++) {
    const at = x + by * k;
    if (at < 0 || at >= width) return null;
    const value = darkness[row + at];
    if (value > before + 6) return null;
    if (start < 0 && value <= high) start = k - 1 + (before - high) / Math.max(1, before - value);
    if (value <= low) return start < 0 ? null : k - 1 + (before - low) / Math.max(1, before - value) - start;
    before = value;
  }
  return null;
}

/** Paper this light in every colour is washed out. */
const WASHED = 249;

function measureLight(
  { paper, contrast, width, height }: InkMap,
  written: Place | null,
): Pick<PageFacts, 'evenness' | 'light' | 'glare' | 'glarePlace'> {
  const { red, green, blue, cell } = paper;
  const sorted = green.data.slice().sort();
  const strokes = quantile(contrast.data, 0.96);
  let inside = 0;
  let washed = 0;
  let box: [number, number, number, number] | null = null;
  for (let i = 0; i < green.data.length; i++) {
    const x = ((i % green.width) + 0.5) * cell;
    const y = (Math.floor(i / green.width) + 0.5) * cell;
    if (!written || !isIn(written, x / width, y / height)) continue;
    inside++;
    if (Math.min(red.data[i], green.data[i], blue.data[i]) < WASHED) continue;
    const column = Math.min(contrast.columns - 1, Math.floor(x / contrast.cell));
    const row = Math.min(contrast.rows - 1, Math.floor(y / contrast.cell));
    if (contrast.data[row * contrast.columns + column] > 0.8 * strokes) continue;
    washed++;
    box = box
      ? [Math.min(box[0], x), Math.min(box[1], y), Math.max(box[2], x), Math.max(box[3], y)]
      : [x, y, x, y];
  }
  return {
    evenness: quantileOfSorted(sorted, 0.1) / Math.max(1, quantileOfSorted(sorted, 0.9)),
    light: quantileOfSorted(sorted, 0.5),
    glare: inside > 0 ? washed / inside : 0,
    glarePlace: box && [
      box[0] / width,
      box[1] / height,
      (box[2] - box[0]) / width,
      (box[3] - box[1]) / height,
    ],
  };
}

function isIn([left, top, width, height]: Place, x: number, y: number): boolean {
  return x >= left && y >= top && x <= left + width && y <= top + height;
}

/** Strokes on the last pixels of the page. Edges are cleared before, so that only what crosses them is left. */
function measureOverEdge({ width, height, smooth }: InkMap, contrast: number): PageFacts['overEdge'] {
  const dark = Math.max(30, 0.45 * contrast);
  const along = (length: number, at: (k: number) => number) => {
    let count = 0;
    for (let k = 0; k < length; k++) if (smooth[at(k)] >= dark) count++;
    return count / length;
  };
  return [
    along(width, (x) => 2 * width + x),
    along(height, (y) => y * width + width - 3),
    along(width, (x) => (height - 3) * width + x),
    along(height, (y) => y * width + 2),
  ];
}
