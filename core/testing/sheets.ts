import type { Quad } from '../src/geometry/quad';
import type { Rgba } from '../src/raster/image';
import { paint, seededNormal } from './pictures';
import { signedDepth } from './quads';

export interface DrawnSheetOptions {
  readonly width: number;
  readonly height: number;
  readonly sheet: Quad;
  /** a frame printed on it @default null */
  readonly frame?: Quad | null;
  /** a further sheet, on which it lies @default null */
  readonly beneath?: Quad | null;
  /** light of the paper @default 225 */
  readonly paper?: number;
  /** light of the desk @default 80 */
  readonly desk?: number;
  /** what all light is multiplied by @default 1 */
  readonly light?: number;
}

const ROW = 9;

/** A sheet with rows of words on it, and a thin shadow about it, on a desk or on another sheet, with a little noise. */
export function drawnSheet({
  width,
  height,
  sheet,
  frame = null,
  beneath = null,
  paper = 225,
  desk = 80,
  light = 1,
}: DrawnSheetOptions): Rgba {
  const normal = seededNormal(3);
  return paint(width, height, (x, y) => {
    const noise = normal();
    const at = [x + 0.5, y + 0.5] as const;
    const depth = signedDepth(sheet, at);
    if (depth > 0) {
      if (frame && Math.abs(signedDepth(frame, at)) < 1) return light * 60 + noise;
      const isWritten = depth > 12 && y % ROW < 2 && (x * 7 + Math.floor(y / ROW) * 31) % 40 > 9;
      return light * paper * (isWritten ? 0.5 : 1) + noise;
    }
    const shade = depth > -2.5 ? 0.82 : 1;
    const isPaper = beneath !== null && signedDepth(beneath, at) > 0;
    return light * shade * (isPaper ? 0.99 * paper : desk) + noise;
  });
}

/** A quad with one side moved out by so many pixels, in where below zero. @param side 0 the upper one, then clockwise */
export function withSideMoved(quad: Quad, side: number, by: number): Quad {
  const [dx, dy] = [
    [0, -by],
    [by, 0],
    [0, by],
    [-by, 0],
  ][side];
  return quad.map(([x, y], i) =>
    i === side || i === (side + 1) % 4 ? [x + dx, y + dy] : [x, y],
  ) as unknown as Quad;
}
