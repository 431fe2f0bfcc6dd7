import sharp from 'sharp';
import type { Point, Rgba } from '@ravlo/core';
import { createRandom } from '@ravlo/film';
import type { LensPlan } from './scene';

/** What lens, sensor and the phone's own programs make of a sharp picture. */
export async function throughLens(picture: Rgba, lens: LensPlan, seed: number): Promise<Rgba> {
  if (lens.screenPitch) showOnScreen(picture, lens.screenPitch);
  const scale = Math.max(picture.width, picture.height) / 4032;
  let seen = await blur(picture, lens.blur * scale);
  if (lens.softSide) {
    const softer = await blur(picture, lens.softSide.blur * scale);
    blendTowards(seen, softer, lens.softSide.from);
  }
  addNoise(seen, lens.noise, seed);
  if (lens.isSmoothed) seen = await smoothed(seen);
  if (lens.sharpening) await sharpen(seen, lens.sharpening, Math.max(0.6, 2 * scale));
  return seen;
}

/** Radial distortion about the picture's middle: how a place in a straight picture and in the photo go together. */
export interface Distortion {
  /** photo pixel to where a pinhole would have shown it */
  straighten(place: Point): Point;
  /** the other way */
  distort(place: Point): Point;
}

/** @param amount as `LensPlan.distortion` @default 0 */
export function distortionOf(width: number, height: number, amount = 0): Distortion {
  const [cx, cy] = [width / 2, height / 2];
  const perCorner = amount / (cx * cx + cy * cy);
  const straighten = ([x, y]: Point): Point => {
    const grown = 1 + perCorner * ((x - cx) ** 2 + (y - cy) ** 2);
    return [cx + (x - cx) * grown, cy + (y - cy) * grown];
  };
  const distort = (wanted: Point): Point => {
    let [x, y] = wanted;
    // Fixed-point steps: the lens moves a place by some hundredths only.
    for (let i = 0; i < 8 && amount !== 0; i++) {
      const [sx, sy] = straighten([x, y]);
      [x, y] = [x + wanted[0] - sx, y + wanted[1] - sy];
    }
    return [x, y];
  };
  return { straighten, distort };
}

async function blur(image: Rgba, sigma: number): Promise<Rgba> {
  return sigma < 0.3 ? image : filtered(image, (picture) => picture.blur(sigma));
}

const smoothed = (image: Rgba) => filtered(image, (picture) => picture.median(3));

async function filtered(image: Rgba, filter: (picture: sharp.Sharp) => sharp.Sharp): Promise<Rgba> {
  const { width, height } = image;
  const picture = sharp(Buffer.from(image.data.buffer), { raw: { width, height, channels: 4 } });
  const data = await filter(picture.removeAlpha()).ensureAlpha().raw().toBuffer();
  return { width, height, data: new Uint8ClampedArray(data) };
}

/** Adds to every pixel what it differs from its surroundings by: a light and a dark halo at every step. */
async function sharpen(image: Rgba, amount: number, sigma: number): Promise<void> {
  const { data } = image;
  const around = await blur(image, sigma);
  for (let i = 0; i < data.length; i++) {
    if (i % 4 < 3) data[i] += amount * (data[i] - around.data[i]);
  }
}

/** Goes over from one picture to the other across its middle. */
function blendTowards(into: Rgba, other: Rgba, from: number): void {
  const { width, height, data } = into;
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const towards = Math.cos(from) * (x / width - 0.5) + Math.sin(from) * (y / height - 0.5);
      const share = Math.min(1, Math.max(0, 0.5 + towards * 2.5));
      for (let c = 0; c < 3; c++) data[at + c] += (other.data[at + c] - data[at + c]) * share;
    }
  }
}

/** Red, green and blue side by side and dark lines between, as a screen's pixels have them. */
function showOnScreen({ width, height, data }: Rgba, pitch: number): void {
  for (let y = 0, at = 0; y < height; y++) {
    const line = (y / pitch) % 1 < 0.22 ? 0.86 : 1;
    for (let x = 0; x < width; x++, at += 4) {
      const part = Math.floor(((x / pitch) % 1) * 3);
      for (let c = 0; c < 3; c++) data[at + c] *= line * (c === part ? 1 : 0.9);
    }
  }
}

/** Sensor noise: stronger in the dark parts, mostly of lightness. */
function addNoise(image: Rgba, level: number, seed: number): void {
  const random = createRandom(seed + 4242);
  const table = Float32Array.from({ length: 65536 }, () => random.normal());
  const { data } = image;
  let n = 0;
  for (let i = 0; i < data.length; i += 4) {
    if ((i & 0x3ffff) === 0) n = Math.floor(random.next() * 65536);
    const strength = level * (1.3 - data[i + 1] / 400);
    const grey = table[n++ & 0xffff] * 0.8;
    data[i] += strength * (grey + 0.6 * table[n++ & 0xffff]);
    data[i + 1] += strength * (grey + 0.6 * table[n++ & 0xffff]);
    data[i + 2] += strength * (grey + 0.6 * table[n++ & 0xffff]);
  }
}
