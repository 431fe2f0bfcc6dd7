import { kernels } from '../kernels/kernels';
import { forEachSet } from '../raster/forEachSet';
import { createRgba, type Rgba } from '../raster/image';
import { faintColours, type FaintColours } from './faintColours';
import { MAGIC, paperGains, paperGainsAt, roomForGains } from './darkness';
import type { InkMap } from './inkMap';
import { overUsualGrain } from './overUsualGrain';
import { INK, RULE, type PageParts } from './pageParts';
import type { Tuning } from './tone';

/** What becomes of printed rules: shown a little fainter than in the photo, taken away, or shown as in the photo. */
export type RuleShow = 'quiet' | 'faded' | 'kept';

export interface ShowOptions {
  /** how dark the darkest place of a stroke comes out, 0 to 255, for how dark it is on the page */
  readonly shown: (level: number) => number;
  readonly rules: RuleShow;
  readonly tuning: Tuning;
}

/** Nothing becomes darker than this, so that the darkest ink keeps its colour. */
export const DARKEST = 245;
/** Quiet rules keep this share of their darkness. */
const QUIET = 0.8;

/**
 * The factor by which the darkness of every cell grows: strokes so that their darkest place comes out as wanted, and
 * all else of them in proportion, which leaves them as wide as they are; rules and tones by one for the whole page.
 */
export function gainOfCells(
  parts: PageParts,
  level: (cell: number) => number,
  { shown, rules, tuning }: ShowOptions,
): Float32Array {
  const factor = 2 ** (tuning.ink * 0.8);
  const byLevel = Float32Array.from(
    { length: 256 },
    (_, l) => (shown(Math.max(1, l)) / Math.max(1, l)) * factor,
  );
  const ofRules = { quiet: QUIET, faded: 0, kept: 1 }[rules];
  const { kinds, onRules, darkest } = parts;
  const gain = new Float32Array(kinds.length);
  forEachSet(kinds, (i) => {
    if (kinds[i] === INK) {
      const darkness = level(i);
      const wanted = byLevel[Math.round(darkness)];
      gain[i] =
        onRules[i] === 1 && darkest[i] > darkness
          ? Math.max(1, (wanted * darkness * ofCrossing(darkest[i] / darkness)) / darkest[i])
          : wanted;
    } else gain[i] = kinds[i] === RULE ? ofRules : 1;
  });
  return gain;
}

/** A stroke is mostly this dark, as a share of its darkest place. */
const MOSTLY = 0.65;

/**
 * A faint stroke's crossing with a darker rule, as a share of the stroke's darkest place: no darker than the stroke mostly is
 * where the rule is twice as dark. (Nor is it ever darker than the rule is on the page.)
 *
 * @param darker how much darker than the stroke it is there, from 1
 */
const ofCrossing = (darker: number): number => 1 - (1 - MOSTLY) * Math.min(1, darker - 1);

/** Shows the page over its own paper, every cell's darkness times its gain; bare paper comes out white. */
export function showInColour(map: InkMap, parts: PageParts, gain: Float32Array): Rgba {
  const { width, height } = map;
  const { data } = map.page;
  const result = createRgba(width, height);
  const quick = kernels();
  const tone = new Float32Array(width);
  const mask = new Uint8Array(width);
  if (!quick) {
    showPlainly(map, parts, gain, result);
    return result;
  }
  const colours = faintColours(map, parts, gain, COLOURED_TO / overUsualGrain(map));
  result.data.fill(255);
  const { at, others } = roomForGains(quick, width, width * 4, width * 4, width * 4, width);
  const [pixels, out, toneAt, maskAt] = others;
  const [line, shown] = [quick.bytes(pixels, width * 4), quick.bytes(out, width * 4)];
  const [masks, tones] = [quick.bytes(maskAt, width), quick.floats(toneAt, width)];
  const grainier = overUsualGrain(map);
  let most = 0;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    if (y % parts.step === 0) {
      most = spreadGain(parts, gain, y, tone, mask);
      masks.set(mask);
      tones.set(tone);
    }
    if (most === 0) continue;
    line.set(data.subarray(row * 4, (row + width) * 4));
    paperGainsAt(quick, map.paper, y, width, at);
    quick.liftRow(pixels, at[0], at[1], at[2], maskAt, toneAt, DARKEST, width, out);
    result.data.set(shown, row * 4);
    if (most * grainier > COLOURED_TO) colourFaint(map, parts, y, tone, colours, result);
  }
  return result;
}

/** The reference for the kernel; 32-bit floats, as it has. */
export function showPlainly(map: InkMap, parts: PageParts, gain: Float32Array, result: Rgba): void {
  const { width, height } = map;
  const f = Math.fround;
  const { data } = map.page;
  const out = result.data.fill(255);
  const tone = new Float32Array(width);
  const mask = new Uint8Array(width);
  const gains = [new Float32Array(width), new Float32Array(width), new Float32Array(width)] as const;
  const colours = faintColours(map, parts, gain, COLOURED_TO / overUsualGrain(map));
  for (let y = 0; y < height; y++) {
    if (y % parts.step === 0) spreadGain(parts, gain, y, tone, mask);
    paperGains(map.paper, y, gains);
    for (let x = 0; x < width; x++) {
      if (mask[x] === 0) continue;
      const at = (y * width + x) * 4;
      const dark = gains.map((g, c) => f(255 - f(data[at + c] * g[x])));
      const lift = Math.min(tone[x], f(DARKEST / Math.max(1, ...dark)));
      for (let c = 0; c < 3; c++) {
        out[at + c] = f(Math.min(255, Math.max(0, f(255 - f(dark[c] * lift)))) + MAGIC) - MAGIC;
      }
    }
    colourFaint(map, parts, y, tone, colours, result);
  }
}

/** From the first gain on a pixel's colour is more and more its noise, from the second on nothing else; sooner where there is more grain. */
const COLOURED_TO = 2.6;
const GREY_FROM = 5;

/**
 * How much of its own colour a stroke's pixel keeps that is shown darker by a factor, 0 to 1.
 *
 * @param grainier see `overUsualGrain`
 */
export const colourLeft = (gain: number, grainier: number): number =>
  1 - Math.min(1, Math.max(0, (gain * grainier - COLOURED_TO) / (GREY_FROM - COLOURED_TO)));

/**
 * Gives strokes that were lifted far the colour of the stroke about them, or grey: their own cannot be told from the camera's noise.
 *
 * @param colours null: all is grey
 */
function colourFaint(
  map: InkMap,
  { kinds, step, width: columns }: PageParts,
  y: number,
  tone: Float32Array,
  colours: FaintColours | null,
  { data }: Rgba,
): void {
  const { width, darkness, smooth } = map;
  const row = y * width;
  const cells = Math.floor(y / step) * columns;
  const shift = step - 1;
  const coarseRow = colours ? Math.floor(y / colours.cell) * colours.red.width : 0;
  const grainier = overUsualGrain(map);
  for (let x = 0; x < width; x++) {
    if (tone[x] * grainier <= COLOURED_TO || kinds[cells + (x >> shift)] !== INK) continue;
    const share = 1 - colourLeft(tone[x], grainier);
    const dark = (darkness[row + x] + smooth[row + x]) * 0.5 * tone[x];
    const coarse = colours ? coarseRow + Math.floor(x / colours.cell) : 0;
    const at = (row + x) * 4;
    data[at] = towards(data[at], dark * (colours ? colours.red.data[coarse] : 1), share);
    data[at + 1] = towards(data[at + 1], dark * (colours ? colours.green.data[coarse] : 1), share);
    data[at + 2] = towards(data[at + 2], dark * (colours ? colours.blue.data[coarse] : 1), share);
  }
}

/** A level moved by a share of the way to what is so dark, but no darker than the darkest ink. */
const towards = (level: number, dark: number, share: number): number =>
  level + Math.round((255 - Math.min(DARKEST, dark) - level) * share);

/** The same in grey, from how dark each pixel is. */
export function showInGrey(map: InkMap, parts: PageParts, gain: Float32Array): Rgba {
  const { width, height, darkness, smooth } = map;
  const result = createRgba(width, height);
  const out = new Uint32Array(result.data.buffer).fill(0xffffffff);
  const tone = new Float32Array(width);
  const mask = new Uint8Array(width);
  let most = 0;
  for (let y = 0; y < height; y++) {
    if (y % parts.step === 0) most = spreadGain(parts, gain, y, tone, mask);
    if (most === 0) continue;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (mask[x] === 0) continue;
      // What is lifted far shows its noise: there the smoothed darkness takes its part.
      const dark = (tone[x] > 2 ? (darkness[i] + smooth[i]) * 0.5 : darkness[i]) * tone[x];
      const level = 255 - Math.round(dark < DARKEST ? dark : DARKEST);
      out[i] = 0xff000000 | (level << 16) | (level << 8) | level;
    }
  }
  return result;
}

/**
 * A row's gains, pixel by pixel, and where there are any.
 *
 * @returns the largest
 */
function spreadGain(
  { step, width: columns }: PageParts,
  gain: Float32Array,
  y: number,
  tone: Float32Array,
  mask: Uint8Array,
): number {
  const row = Math.floor(y / step) * columns;
  const shift = step - 1;
  let most = 0;
  for (let x = 0; x < tone.length; x++) {
    const value = gain[row + (x >> shift)];
    tone[x] = value;
    mask[x] = value > 0 ? 1 : 0;
    if (value > most) most = value;
  }
  return most;
}
