import { boxMean } from '../src/raster/boxMean';
import { createPlane, createRgba, type Plane, type Rgba } from '../src/raster/image';

type Colour = readonly [red: number, green: number, blue: number];

/** An image whose every pixel is told by a function: a grey level, or a colour. */
export function paint(width: number, height: number, at: (x: number, y: number) => number | Colour): Rgba {
  const image = createRgba(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const value = at(x, y);
      const [red, green, blue] = typeof value === 'number' ? [value, value, value] : value;
      image.data.set([red, green, blue, 255], (y * width + x) * 4);
    }
  }
  return image;
}

/** The same for a plane. */
export function paintPlane(width: number, height: number, at: (x: number, y: number) => number): Plane {
  const plane = createPlane(width, height);
  for (let i = 0; i < plane.data.length; i++) plane.data[i] = at(i % width, Math.floor(i / width));
  return plane;
}

/** Chance that is the same at every run: 0 to 1. */
export function seededChance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** About normal, with mean 0 and standard deviation 1: twelve chances added up. */
export function seededNormal(seed: number): () => number {
  const chance = seededChance(seed);
  return () => {
    let sum = -6;
    for (let i = 0; i < 12; i++) sum += chance();
    return sum;
  };
}

export interface WrittenPageOptions {
  /** @default 827 */
  readonly width?: number;
  /** @default 1169 */
  readonly height?: number;
  /** light of the paper, 0 to 255 @default 232 */
  readonly paper?: number;
  /** light of the strokes @default 50 */
  readonly ink?: number | Colour;
  /** what lies on the paper besides: its light, or undefined for nothing */
  readonly over?: (x: number, y: number) => number | undefined;
}

/** Lines of letters on even paper, in words that do not stand below each other. */
export function writtenPage({
  width = 827,
  height = 1169,
  paper = 232,
  ink = 50,
  over = () => undefined,
}: WrittenPageOptions = {}): Rgba {
  return paint(width, height, (x, y) => {
    const inLine = (y - 90) % 44;
    const at = x + 37 * Math.floor((y - 90) / 44);
    const isWritten = x > 80 && x < width - 127 && y > 90 && y < height - 469 && inLine < 16 && at % 80 < 60;
    const isInk = isWritten && (at % 14 < 3 || inLine < 3) && at % 14 < 10;
    return isInk ? ink : (over(x, y) ?? paper);
  });
}

/** An image out of focus: about a Gaussian blur with this deviation, px. */
export function outOfFocus(image: Rgba, deviation: number): Rgba {
  const { width, height } = image;
  const result = { ...image, data: image.data.slice() };
  for (let c = 0; c < 3; c++) {
    let plane = paintPlane(width, height, (x, y) => image.data[(y * width + x) * 4 + c]);
    for (let pass = 0; pass < 3; pass++) plane = boxMean(plane, deviation);
    plane.data.forEach((value, i) => (result.data[4 * i + c] = Math.round(value)));
  }
  return result;
}

/** Whether two rows of bytes are the same; quicker by far than comparing them one by one in an expectation. */
export const sameBytes = (a: Uint8Array | Uint8ClampedArray, b: Uint8Array | Uint8ClampedArray): boolean =>
  a.length === b.length && a.every((value, i) => value === b[i]);
