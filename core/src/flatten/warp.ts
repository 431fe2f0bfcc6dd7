import { createRgba, type Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { rectangleToQuad, type Homography } from './homography';
import { scaleQuad, type Quad } from '../outline/quad';

export interface WarpOptions {
  /** page pixels */
  readonly width: number;
  readonly height: number;
}

/** Above this many source pixels a page pixel, one sample a pixel would alias. */
const SINGLE_SAMPLE_SCALE = 1.25;

/**
 * Pulls the quad of a photo out into a flat page.
 *
 * Sampling follows the local scale: the photo is first shrunk by the largest whole factor that still leaves
 * one of its pixels for each of the page's, and what is left (a factor between 1 and 2, more where the sheet
 * leans towards the camera) is averaged over 2 x 2 bilinear samples; where the page has as many pixels as
 * the photo or more, one bilinear sample does. Outside the photo its border pixel repeats.
 */
export function warp(photo: Rgba, quad: Quad, { width, height }: WarpOptions): Rgba {
  const factor = Math.max(1, Math.min(16, Math.floor(leastScale(quad, width, height))));
  const source = shrinkByInteger(photo, factor);
  const inner = scaleQuad(quad, 1 / factor);
  const h = rectangleToQuad(width, height, inner);
  const page = createRgba(width, height);
  const coordinates = new Float32Array(width * 2);
  const isDense = meanScale(inner, width, height) > SINGLE_SAMPLE_SCALE;
  const accumulate = isDense ? new Uint16Array(width * 3) : null;
  for (let y = 0; y < height; y++) {
    if (!accumulate) {
      projectRow(h, width, 0.5, y + 0.5, coordinates);
      sampleRow(source, coordinates, page, y);
    } else {
      accumulate.fill(0);
      for (let k = 0; k < 4; k++) {
        projectRow(h, width, k & 1 ? 0.75 : 0.25, y + (k & 2 ? 0.75 : 0.25), coordinates);
        addSampledRow(source, coordinates, accumulate);
      }
      writeQuarter(accumulate, page, y);
    }
  }
  return page;
}

/** Length of the shortest side of the quad in source pixels per page pixel. */
function leastScale(quad: Quad, width: number, height: number): number {
  return Math.min(...sideScales(quad, width, height));
}

function meanScale(quad: Quad, width: number, height: number): number {
  return sideScales(quad, width, height).reduce((sum, s) => sum + s, 0) / 4;
}

function sideScales(quad: Quad, width: number, height: number): number[] {
  return quad.map(([x, y], i) => {
    const next = quad[(i + 1) % 4];
    return Math.hypot(next[0] - x, next[1] - y) / (i % 2 === 0 ? width : height);
  });
}

function projectRow(h: Homography, width: number, x0: number, y: number, out: Float32Array): void {
  let u = h[0] * x0 + h[1] * y + h[2];
  let v = h[3] * x0 + h[4] * y + h[5];
  let w = h[6] * x0 + h[7] * y + h[8];
  for (let x = 0; x < width; x++) {
    const inverse = 1 / w;
    out[2 * x] = u * inverse - 0.5;
    out[2 * x + 1] = v * inverse - 0.5;
    u += h[0];
    v += h[3];
    w += h[6];
  }
}

/** Bilinear with weights in 1/64ths; the four neighbours are clamped to the source. */
function sampleRow(source: Rgba, coordinates: Float32Array, page: Rgba, row: number): void {
  const { data, width, height } = source;
  const target = page.data;
  const maxX = width - 1;
  const maxY = height - 1;
  let to = row * page.width * 4;
  for (let k = 0; k < coordinates.length; k += 2, to += 4) {
    const cx = Math.min(maxX, Math.max(0, coordinates[k]));
    const cy = Math.min(maxY, Math.max(0, coordinates[k + 1]));
    const x = cx | 0;
    const y = cy | 0;
    const fx = ((cx - x) * 64) | 0;
    const fy = ((cy - y) * 64) | 0;
    const i = (y * width + x) << 2;
    const right = x < maxX ? i + 4 : i;
    const down = y < maxY ? width << 2 : 0;
    const w00 = (64 - fx) * (64 - fy);
    const w10 = fx * (64 - fy);
    const w01 = (64 - fx) * fy;
    const w11 = fx * fy;
    target[to] =
      (data[i] * w00 + data[right] * w10 + data[i + down] * w01 + data[right + down] * w11 + 2048) >> 12;
    target[to + 1] =
      (data[i + 1] * w00 +
        data[right + 1] * w10 +
        data[i + down + 1] * w01 +
        data[right + down + 1] * w11 +
        2048) >>
      12;
    target[to + 2] =
      (data[i + 2] * w00 +
        data[right + 2] * w10 +
        data[i + down + 2] * w01 +
        data[right + down + 2] * w11 +
        2048) >>
      12;
    target[to + 3] = 255;
  }
}

function addSampledRow(source: Rgba, coordinates: Float32Array, sums: Uint16Array): void {
  const { data, width, height } = source;
  const maxX = width - 1;
  const maxY = height - 1;
  for (let k = 0, to = 0; k < coordinates.length; k += 2, to += 3) {
    const cx = Math.min(maxX, Math.max(0, coordinates[k]));
    const cy = Math.min(maxY, Math.max(0, coordinates[k + 1]));
    const x = cx | 0;
    const y = cy | 0;
    const fx = ((cx - x) * 64) | 0;
    const fy = ((cy - y) * 64) | 0;
    const i = (y * width + x) << 2;
    const right = x < maxX ? i + 4 : i;
    const down = y < maxY ? width << 2 : 0;
    const w00 = (64 - fx) * (64 - fy);
    const w10 = fx * (64 - fy);
    const w01 = (64 - fx) * fy;
    const w11 = fx * fy;
    sums[to] += (data[i] * w00 + data[right] * w10 + data[i + down] * w01 + data[right + down] * w11) >> 6;
    sums[to + 1] +=
      (data[i + 1] * w00 + data[right + 1] * w10 + data[i + down + 1] * w01 + data[right + down + 1] * w11) >>
      6;
    sums[to + 2] +=
      (data[i + 2] * w00 + data[right + 2] * w10 + data[i + down + 2] * w01 + data[right + down + 2] * w11) >>
      6;
  }
}

/** 255 * 64 a sample fits Uint16 four times over (65,280): the sum of four in 1/256ths. */
function writeQuarter(sums: Uint16Array, page: Rgba, row: number): void {
  let to = row * page.width * 4;
  for (let s = 0; s < sums.length; s += 3, to += 4) {
    page.data[to] = (sums[s] + 128) >> 8;
    page.data[to + 1] = (sums[s + 1] + 128) >> 8;
    page.data[to + 2] = (sums[s + 2] + 128) >> 8;
    page.data[to + 3] = 255;
  }
}
