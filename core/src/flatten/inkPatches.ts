import { closing } from '../raster/closing';
import { boxMean } from '../raster/boxMean';
import { createPlane, type Plane, type Rgba } from '../raster/image';
import { opponentPlanes } from '../raster/opponentPlanes';

/** Pixels a side of a patch. */
export const PATCH_SIDE = 64;

export interface InkPatchesOptions {
  /** most patches to return */
  readonly count: number;
  /** px to show round each patch as well, empty beyond the page @default 0 */
  readonly margin?: number;
}

const STRIDE = 48;
/** Wider than any stroke at the resolution this is meant for (about 100 dots an inch), px. */
const BRIDGE = 5;
/** This much darker than the paper, as a share of it, is full ink. */
const FULL_INK = 0.35;

/** How much ink there is at each place of a page: 0 (the paper beside it) to 1. */
export function inkPlane(page: Rgba): Plane {
  const { light } = opponentPlanes(page);
  const paper = boxMean(closing(light, BRIDGE), BRIDGE).data;
  const ink = light.data;
  for (let i = 0; i < ink.length; i++) {
    const share = (paper[i] - ink[i]) / Math.max(8, paper[i] * FULL_INK);
    ink[i] = share < 0 ? 0 : share > 1 ? 1 : share;
  }
  return light;
}

/** The patches of a page that say the most about its writing: those with the most ink, none empty, none black. */
export function inkPatches(ink: Plane, { count, margin = 0 }: InkPatchesOptions): Plane[] {
  const places: { x: number; y: number; amount: number }[] = [];
  for (let y = 0; y + PATCH_SIDE <= ink.height; y += STRIDE) {
    for (let x = 0; x + PATCH_SIDE <= ink.width; x += STRIDE) {
      const amount = amountIn(ink, x, y);
      if (amount > 0.015 && amount < 0.5) places.push({ x, y, amount });
    }
  }
  places.sort((a, b) => b.amount - a.amount);
  const side = PATCH_SIDE + 2 * margin;
  return places.slice(0, count).map(({ x, y }) => cut(ink, x - margin, y - margin, side));
}

function amountIn({ width, data }: Plane, left: number, top: number): number {
  let sum = 0;
  for (let y = top; y < top + PATCH_SIDE; y++) {
    for (let i = y * width + left, end = i + PATCH_SIDE; i < end; i++) sum += data[i];
  }
  return sum / (PATCH_SIDE * PATCH_SIDE);
}

function cut({ width, height, data }: Plane, left: number, top: number, side: number): Plane {
  const patch = createPlane(side, side);
  const [from, to] = [Math.max(0, left), Math.min(width, left + side)];
  for (let y = Math.max(0, top); y < Math.min(height, top + side); y++) {
    patch.data.set(data.subarray(y * width + from, y * width + to), (y - top) * side + from - left);
  }
  return patch;
}
