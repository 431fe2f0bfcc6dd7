import { createRgba, type Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import type { PageMap } from './pageMap';

export interface WarpOptions {
  /** page pixels */
  readonly width: number;
  readonly height: number;
}

/** Above this many source pixels a page pixel, one sample a pixel would alias. */
const SINGLE_SAMPLE_SCALE = 1.25;

/**
 * Pulls a page out of a photo.
 *
 * Sampling follows the local scale: the photo is first shrunk by the largest whole factor that still leaves
 * one of its pixels for each of the page's, and what is left (a factor between 1 and 2, more where the sheet
 * leans towards the camera) is averaged over 2 x 2 bilinear samples; where the page has as many pixels as
 * the photo or more, one bilinear sample does. What lies outside the photo is left white.
 */
export function warp(photo: Rgba, map: PageMap, { width, height }: WarpOptions): Rgba {
  const { least, mean } = scalesOf(map, width, height);
  const factor = Math.max(1, Math.min(16, Math.floor(least)));
  const source = shrinkByInteger(photo, factor);
  const page = createRgba(width, height);
  const coordinates = new Float32Array(width * 2);
  const isDense = mean / factor > SINGLE_SAMPLE_SCALE;
  const accumulate = isDense ? new Uint16Array(width * 3) : null;
  const fill = (x: number, y: number) => {
    map.row(x, y, width, height, coordinates);
    for (let i = 0; i < coordinates.length; i++) coordinates[i] = coordinates[i] / factor - 0.5;
  };
  for (let y = 0; y < height; y++) {
    if (!accumulate) {
      fill(0.5, y + 0.5);
      sampleRow(source, coordinates, page, y);
    } else {
      accumulate.fill(0);
      for (let k = 0; k < 4; k++) {
        fill(k & 1 ? 0.75 : 0.25, y + (k & 2 ? 0.75 : 0.25));
        addSampledRow(source, coordinates, accumulate);
      }
      writeQuarter(accumulate, page, y);
    }
  }
  return page;
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

/** More than a pixel outside: nothing was photographed there. */
function isOutside(x: number, y: number, maxX: number, maxY: number): boolean {
  return x < -1 || y < -1 || x > maxX + 1 || y > maxY + 1;
}

/** Bilinear with weights in 1/64ths; the four neighbours are clamped to the source. */
function sampleRow(source: Rgba, coordinates: Float32Array, page: Rgba, row: number): void {
  const { data, width, height } = source;
  const target = page.data;
  const maxX = width - 1;
  const maxY = height - 1;
  let to = row * page.width * 4;
  for (let k = 0; k < coordinates.length; k += 2, to += 4) {
    if (isOutside(coordinates[k], coordinates[k + 1], maxX, maxY)) {
      target[to] = target[to + 1] = target[to + 2] = target[to + 3] = 255;
      continue;
    }
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
    if (isOutside(coordinates[k], coordinates[k + 1], maxX, maxY)) {
      for (let c = 0; c < 3; c++) sums[to + c] += 255 * 64;
      continue;
    }
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
