import { createRgba, type Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import type { PageMap } from './pageMap';
import { resample, SPAN, type Footprint } from './resample';

export interface WarpOptions {
  /** page pixels */
  readonly width: number;
  readonly height: number;
}

/** The page is made in blocks, whose part of the photo stays in the processor's cache whichever way the sheet lies. */
const BLOCK_WIDTH = 256;
const BLOCK_HEIGHT = 64;
const MOST_SHRUNK = 16;

/**
 * Pulls a page out of a photo.
 *
 * Sampling follows the local scale: a photo with two or more pixels for each of the page's is first shrunk by a whole
 * factor; what is left is evened out by `resample`. What lies outside the photo is left white.
 */
export function warp(photo: Rgba, map: PageMap, { width, height }: WarpOptions): Rgba {
  const factor = Math.max(1, Math.min(MOST_SHRUNK, Math.floor(meanScale(map, width, height) + 0.1)));
  const source = shrinkByInteger(photo, factor);
  const page = createRgba(width, height);
  const words = new Uint32Array(page.data.buffer);
  for (let y = 0; y < height; y += BLOCK_HEIGHT) {
    const rows = Math.min(BLOCK_HEIGHT, height - y);
    for (let x = 0; x < width; x += BLOCK_WIDTH) {
      const columns = Math.min(BLOCK_WIDTH, width - x);
      const spans = Math.ceil(columns / SPAN);
      const knots = new Float32Array((spans + 1) * rows * 2);
      for (let r = 0; r < rows; r++) {
        const row = knots.subarray(r * (spans + 1) * 2, (r + 1) * (spans + 1) * 2);
        // Every SPAN-th place: those of a page so much narrower.
        map.row((x + 0.5) / SPAN, y + r + 0.5, width / SPAN, height, row);
      }
      const block = resample(
        source,
        { knots, spans, rows, scale: 1 / factor },
        footprintOf(knots, spans + 1, factor),
      );
      for (let r = 0; r < rows; r++) {
        const from = r * spans * SPAN;
        words.set(block.subarray(from, from + columns), (y + r) * width + x);
      }
    }
  }
  return page;
}

/** Source pixels a page pixel at the top left of a block, across and down the source. */
function footprintOf(knots: Float32Array, columns: number, factor: number): Footprint {
  const below = 2 * columns;
  if (knots.length <= below) return [1, 1];
  const reach = (k: number) =>
    Math.hypot((knots[2 + k] - knots[k]) / SPAN, knots[below + k] - knots[k]) / factor;
  return [reach(0), reach(1)];
}

/** Photo pixels a page pixel: the mean along the page's four borders. */
function meanScale(map: PageMap, width: number, height: number): number {
  const corners = new Float32Array(4);
  const row = (y: number): [number, number, number, number] => {
    map.row(0, y, 2, height, corners);
    // Two samples, at the left border and half way: the map is asked for a page of two pixels' width.
    return [corners[0], corners[1], corners[2], corners[3]];
  };
  const [ax, ay, bx, by] = row(0);
  const [dx, dy, cx, cy] = row(height);
  const top = (2 * Math.hypot(bx - ax, by - ay)) / width;
  const bottom = (2 * Math.hypot(cx - dx, cy - dy)) / width;
  const left = Math.hypot(dx - ax, dy - ay) / height;
  const right = Math.hypot(cx - bx, cy - by) / height;
  return (top + bottom + left + right) / 4;
}
