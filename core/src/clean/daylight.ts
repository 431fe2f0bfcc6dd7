import { createRgba, type Plane, type Rgba } from '../raster/image';
import { paperMap } from './paperMap';

/** Lighter than this share of the paper's own light counts as bare paper and becomes pure white. */
const WHITE_FROM = 0.93;
/** Darker than this share becomes black. */
const BLACK_BELOW = 0.08;
/** Over 1: everything between is darkened, so that thin and pale strokes stay readable on white. */
const STRENGTH = 1.5;

/**
 * The *Daylight* look: divides the page by its own paper so that shadow, falling light and tint go and the
 * paper comes out white, while every colour keeps its hue and its strength relative to the paper.
 */
export function daylight(page: Rgba): Rgba {
  const map = paperMap(page);
  const result = createRgba(page.width, page.height);
  const gains = [
    new Float32Array(page.width),
    new Float32Array(page.width),
    new Float32Array(page.width),
  ] as const;
  for (let y = 0; y < page.height; y++) {
    gainRow(map.red, map.cell, y, gains[0]);
    gainRow(map.green, map.cell, y, gains[1]);
    gainRow(map.blue, map.cell, y, gains[2]);
    applyRow(page, result, y, gains[0], gains[1], gains[2]);
  }
  return result;
}

/** 1 / paper along one row of the page, bilinear between the centres of the map's cells. */
function gainRow(plane: Plane, cell: number, y: number, out: Float32Array): void {
  const { width, height, data } = plane;
  const gy = Math.min(height - 1, Math.max(0, (y + 0.5) / cell - 0.5));
  const y0 = Math.floor(gy);
  const y1 = Math.min(height - 1, y0 + 1);
  const fy = gy - y0;
  for (let x = 0; x < out.length; x++) {
    const gx = Math.min(width - 1, Math.max(0, (x + 0.5) / cell - 0.5));
    const x0 = Math.floor(gx);
    const x1 = Math.min(width - 1, x0 + 1);
    const fx = gx - x0;
    const top = data[y0 * width + x0] * (1 - fx) + data[y0 * width + x1] * fx;
    const bottom = data[y1 * width + x0] * (1 - fx) + data[y1 * width + x1] * fx;
    out[x] = 1 / (top * (1 - fy) + bottom * fy);
  }
}

const CURVE_STEPS = 1024;
/** Share of the paper's light (0 to 2, in 1/512ths) -> grey level. */
const curve = makeCurve();

function makeCurve(): Uint8Array {
  const levels = new Uint8Array(CURVE_STEPS);
  for (let i = 0; i < CURVE_STEPS; i++) {
    const share = i / 512;
    const t = Math.min(1, Math.max(0, (share - BLACK_BELOW) / (WHITE_FROM - BLACK_BELOW)));
    levels[i] = Math.round(255 * t ** STRENGTH);
  }
  return levels;
}

function applyRow(
  page: Rgba,
  result: Rgba,
  row: number,
  red: Float32Array,
  green: Float32Array,
  blue: Float32Array,
): void {
  let at = row * page.width * 4;
  for (let x = 0; x < page.width; x++, at += 4) {
    result.data[at] = curve[Math.min(CURVE_STEPS - 1, (page.data[at] * red[x] * 512) | 0)];
    result.data[at + 1] = curve[Math.min(CURVE_STEPS - 1, (page.data[at + 1] * green[x] * 512) | 0)];
    result.data[at + 2] = curve[Math.min(CURVE_STEPS - 1, (page.data[at + 2] * blue[x] * 512) | 0)];
    result.data[at + 3] = 255;
  }
}
