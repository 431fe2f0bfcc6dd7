import { atLeast } from '../raster/atLeast';
import { boxMean } from '../raster/boxMean';
import { createPlane, type Plane } from '../raster/image';
import { shineOf } from '../raster/shineOf';
import { forPixelsOver } from './forPixelsOver';
import { logitByte, TONE_FROM, type InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import { smoothDarkness } from './smoothDarkness';
import { widen } from './widen';

/** A colour all over a page's cells, as shares of the paper's, 0 to 1. */
export interface CellColours {
  readonly red: Plane;
  readonly green: Plane;
  readonly blue: Plane;
}

/** What strokes lie on where that is not bare paper: highlighter, mostly. */
export interface ToneGround {
  /** cells that lie on it: 1, else 0 */
  readonly on: Uint8Array;
  /** its colours about these cells */
  readonly colours: CellColours;
  /** as in the page's map, but on these cells how much darker than the ground, not than the paper */
  readonly darkness: Uint8Array;
  readonly smooth: Uint8Array;
}

/** How far around a cell the ground is looked at, in cells. */
const AROUND = 8;
/** Fewer cells on the page are no ground. */
const FEW = 300;
/** Odds of ink from which on a cell does not tell whether there is a tone or bare paper under it. */
const COVERED = logitByte(0.3);
/** So much of the tone around is bare, or it is no ground but strokes of a broad or coloured pen. */
const LEAST_BARE = 0.25;
/** Its light strays by no more than this, a share of the paper's, or it is strokes of a coloured pen and the gaps between them. */
const UNEVEN = 0.05;
/** The ground is what is no darker than this below the mean, a share of the paper's light: strokes are. */
const BELOW_MEAN = 0.01;

/**
 * Finds the tones of a page as a ground for the strokes on them. A pencil's strokes over yellow highlighter are hardly darker
 * than that is, measured against the paper; measured against the highlighter they are as dark as elsewhere.
 *
 * @returns null where there are no tones, or hardly any
 */
export function toneGround(map: InkMap, seen: InkLikelihood): ToneGround | null {
  const toned = atLeast(seen.tones, TONE_FROM);
  const first = toned.indexOf(1);
  if (first < 0 || countOf(toned) < FEW) return null;
  const { width } = seen;
  const top = Math.max(0, Math.floor(first / width) - AROUND);
  const bottom = Math.min(seen.height, Math.floor(toned.lastIndexOf(1) / width) + 1 + AROUND);
  const band: Band = { width, height: bottom - top, from: top * width };
  const colours = groundColours(map, seen, toned, band);
  const on = new Uint8Array(toned.length);
  // Under a stroke there is a tone where there is more of it around than bare paper.
  const more = around(band, (i) => (toned[i] === 1 ? 1 : seen.ink[i] >= COVERED ? 0 : -1));
  forBand(band, (i, k) => {
    const isOver = toned[i] === 1 || (seen.ink[i] >= COVERED && more.data[k] > 0);
    if (isOver && colours.green.data[i] > 0) on[i] = 1;
  });
  // A little further than that, or the smoothing would take the tone's own darkness in over its edges.
  const wide = widen(widen(on, width, seen.height), width, seen.height);
  for (let i = 0; i < wide.length; i++) if (colours.green.data[i] === 0) wide[i] = 0;
  const darkness = darknessOver(map, seen, wide, colours);
  return { on, colours, darkness, smooth: smoothDarkness(darkness, map.width, map.height) };
}

/** Rows of cells, from the cell with an index on. */
interface Band {
  readonly width: number;
  readonly height: number;
  readonly from: number;
}

/** Visits a band's cells, by their index on the page and in the band. */
function forBand({ width, height, from }: Band, visit: (i: number, k: number) => void): void {
  for (let k = 0; k < width * height; k++) visit(from + k, k);
}

/** A plane of the band, of values that are asked for by the cells' index on the page and in the band. */
function planeOf(band: Band, valueAt: (i: number, k: number) => number): Plane {
  const plane = createPlane(band.width, band.height);
  forBand(band, (i, k) => (plane.data[k] = valueAt(i, k)));
  return plane;
}

function countOf(mask: Uint8Array): number {
  let count = 0;
  for (const value of mask) count += value;
  return count;
}

/** The mean about each of a band's cells. */
const around = (band: Band, valueAt: (i: number, k: number) => number): Plane =>
  boxMean(planeOf(band, valueAt), AROUND);

/** The tones' colours without the strokes on them: of what is not darker than most around it. 0 where there are none. */
function groundColours(map: InkMap, seen: InkLikelihood, toned: Uint8Array, band: Band): CellColours {
  const colours = cellColours(map, seen, toned, band);
  const [red, green, blue] = colours.map(({ data }) => data);
  const shine = planeOf(band, (_, k) => shineOf(red[k], green[k], blue[k])).data;
  const mean = around(band, (_, k) => shine[k]).data;
  const counts = around(band, (i) => toned[i]).data;
  const isBare = planeOf(band, (i, k) => {
    const isLight = shine[k] * counts[k] >= mean[k] - BELOW_MEAN * counts[k];
    return toned[i] === 1 && seen.ink[i] < COVERED && isLight ? 1 : 0;
  }).data;
  const shares = around(band, (_, k) => isBare[k]).data;
  const sums = around(band, (_, k) => isBare[k] * shine[k]).data;
  const squares = around(band, (_, k) => isBare[k] * shine[k] ** 2).data;
  const isEven = (k: number) => squares[k] / shares[k] - (sums[k] / shares[k]) ** 2 < UNEVEN ** 2;
  const [r, g, b] = colours.map(({ data }) => {
    const bare = around(band, (_, k) => data[k] * isBare[k]).data;
    const whole = createPlane(seen.width, seen.height);
    forBand(band, (i, k) => {
      if (shares[k] > LEAST_BARE * counts[k] && isEven(k)) whole.data[i] = Math.min(1, bare[k] / shares[k]);
    });
    return whole;
  });
  return { red: r, green: g, blue: b };
}

/** The mean red, green and blue of each toned cell of a band, as shares of the paper's; 0 of the others. */
function cellColours(map: InkMap, seen: InkLikelihood, toned: Uint8Array, band: Band): readonly Plane[] {
  const [red, green, blue, pixels] = [1, 2, 3, 4].map(() => createPlane(band.width, band.height));
  forPixelsOver(map, seen, toned, (_, cell, r, g, b) => {
    const k = cell - band.from;
    red.data[k] += r / 255;
    green.data[k] += g / 255;
    blue.data[k] += b / 255;
    pixels.data[k]++;
  });
  for (const { data } of [red, green, blue]) {
    for (let k = 0; k < data.length; k++) if (data[k] > 0) data[k] /= pixels.data[k];
  }
  return [red, green, blue];
}

/** The page's darkness, over the ground where that is. */
function darknessOver(map: InkMap, seen: InkLikelihood, on: Uint8Array, colours: CellColours): Uint8Array {
  const result = map.darkness.slice();
  const { red, green, blue } = colours;
  forPixelsOver(map, seen, on, (i, cell, r, g, b) => {
    const ground = shineOf(red.data[cell], green.data[cell], blue.data[cell]);
    result[i] = Math.round(Math.max(0, 255 - shineOf(r, g, b) / ground));
  });
  return result;
}
