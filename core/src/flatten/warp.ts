import { createRgba, type Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import type { PageMap } from './pageMap';

export interface WarpOptions {
  /** page pixels */
  readonly width: number;
  readonly height: number;
}

/**
 * Where in a page pixel samples are taken, by the number of source pixels a page pixel: up to the first bound one sample
 * does, above it one would alias. Two on a diagonal spread as far across and down as four do, at half the price.
 */
const PATTERNS: readonly {
  readonly upTo: number;
  readonly places: readonly (readonly [number, number])[];
}[] = [
  { upTo: 1.25, places: [[0.5, 0.5]] },
  {
    upTo: 1.75,
    places: [
      [0.25, 0.75],
      [0.75, 0.25],
    ],
  },
  {
    upTo: Infinity,
    places: [
      [0.25, 0.25],
      [0.75, 0.75],
      [0.75, 0.25],
      [0.25, 0.75],
    ],
  },
];

/**
 * Pulls a page out of a photo.
 *
 * Sampling follows the local scale: the photo is first shrunk by the largest whole factor that still leaves
 * one of its pixels for each of the page's; what is left (a factor between 1 and 2, more where the sheet leans towards
 * the camera) is evened out by averaging two or four bilinear samples. What lies outside the photo is left white.
 */
export function warp(photo: Rgba, map: PageMap, { width, height }: WarpOptions): Rgba {
  const { least, mean } = scalesOf(map, width, height);
  const factor = Math.max(1, Math.min(16, Math.floor(least)));
  const source = shrinkByInteger(photo, factor);
  const page = createRgba(width, height);
  const words = wordsOf(source);
  const target = wordsOf(page);
  const coordinates = new Float32Array(width * 2);
  const { places } = PATTERNS.find(({ upTo }) => mean / factor <= upTo) ?? PATTERNS[0];
  const rows = places.map(() => new Uint32Array(width));
  for (let y = 0; y < height; y++) {
    places.forEach(([dx, dy], k) => {
      map.row(dx, y + dy, width, height, coordinates);
      sampleRow(words, source.width, source.height, 1 / factor, coordinates, rows[k]);
    });
    target.set(meanOf(rows), y * width);
  }
  return page;
}

/** An image's pixels as 32-bit words, a byte a channel in the order in which this machine stores them. */
function wordsOf({ data }: Rgba): Uint32Array {
  return new Uint32Array(data.buffer, data.byteOffset, data.byteLength >> 2);
}

/** Source pixels a page pixel along the page's four borders: the least and the mean. */
function scalesOf(map: PageMap, width: number, height: number): { least: number; mean: number } {
  const corners = new Float32Array(4);
  const row = (y: number): [number, number, number, number] => {
    map.row(0, y, 2, height, corners);
    // Two samples, at the left border and half way: the map is asked for a page of two pixels' width.
    return [corners[0], corners[1], corners[2], corners[3]];
  };
  const [ax, ay, bx, by] = row(0);
  const [dx, dy, cx, cy] = row(height);
  const scales = [
    (2 * Math.hypot(bx - ax, by - ay)) / width,
    (2 * Math.hypot(cx - dx, cy - dy)) / width,
    Math.hypot(dx - ax, dy - ay) / height,
    Math.hypot(cx - bx, cy - by) / height,
  ];
  return { least: Math.min(...scales), mean: scales.reduce((sum, s) => sum + s, 0) / 4 };
}

/** Two of a word's four bytes, each with room for a product with a weight of up to 256. */
const PAIR = 0x00ff00ff;
const HALF = 0x00800080;
const WHITE = 0xffffffff;

/**
 * One row of bilinear samples, places in 1/16ths of a pixel: the four weights are whole numbers that add up to 256, so
 * that two channels are mixed by one multiplication and none runs into its neighbour.
 *
 * @param coordinates photo pixels, x and y by turns; times `scale` they are source pixels
 */
function sampleRow(
  words: Uint32Array,
  width: number,
  height: number,
  scale: number,
  coordinates: Float32Array,
  out: Uint32Array,
): void {
  const maxX = width - 1;
  const maxY = height - 1;
  for (let i = 0, k = 0; i < out.length; i++, k += 2) {
    const sx = coordinates[k] * scale - 0.5;
    const sy = coordinates[k + 1] * scale - 0.5;
    // More than a pixel outside: nothing was photographed there.
    if (!(sx >= -1 && sy >= -1 && sx <= width && sy <= height)) {
      out[i] = WHITE;
      continue;
    }
    const cx = sx < 0 ? 0 : sx > maxX ? maxX : sx;
    const cy = sy < 0 ? 0 : sy > maxY ? maxY : sy;
    const x = cx | 0;
    const y = cy | 0;
    const fx = ((cx - x) * 16 + 0.5) | 0;
    const fy = ((cy - y) * 16 + 0.5) | 0;
    const at = y * width + x;
    const right = x < maxX ? 1 : 0;
    const below = at + (y < maxY ? width : 0);
    const a = words[at];
    const b = words[at + right];
    const c = words[below];
    const d = words[below + right];
    const wd = fx * fy;
    const wb = (fx << 4) - wd;
    const wc = (fy << 4) - wd;
    const wa = 256 - wb - wc - wd;
    const even =
      Math.imul(a & PAIR, wa) + Math.imul(b & PAIR, wb) + Math.imul(c & PAIR, wc) + Math.imul(d & PAIR, wd);
    const odd =
      Math.imul((a >>> 8) & PAIR, wa) +
      Math.imul((b >>> 8) & PAIR, wb) +
      Math.imul((c >>> 8) & PAIR, wc) +
      Math.imul((d >>> 8) & PAIR, wd);
    out[i] = (((even + HALF) >>> 8) & PAIR) | ((odd + HALF) & ~PAIR);
  }
}

/** The byte-wise mean of one, two or four rows, into the first. */
function meanOf(rows: readonly Uint32Array[]): Uint32Array {
  const [first] = rows;
  if (rows.length === 2) halve(first, rows[1]);
  if (rows.length === 4) {
    halve(first, rows[1]);
    halve(rows[2], rows[3]);
    halve(first, rows[2]);
  }
  return first;
}

/** Byte by byte (a + b) / 2 without a carry from one byte into the next. */
function halve(a: Uint32Array, b: Uint32Array): void {
  for (let i = 0; i < a.length; i++) {
    const p = a[i];
    const q = b[i];
    a[i] = (p & q) + (((p ^ q) >>> 1) & 0x7f7f7f7f);
  }
}
