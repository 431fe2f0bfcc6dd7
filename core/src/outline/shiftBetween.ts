import type { Plane } from '../raster/image';

export interface ShiftBetweenOptions {
  /** how far the picture may have moved either way, px */
  readonly reach: number;
}

/**
 * How far the picture has moved from one small frame to the next, whole px: the shift with the least mean difference
 * over what both show.
 */
export function shiftBetween(
  before: Plane,
  now: Plane,
  { reach }: ShiftBetweenOptions,
): readonly [number, number] {
  const { width, height } = before;
  let best: readonly [number, number] = [0, 0];
  let least = Infinity;
  for (let dy = -reach; dy <= reach; dy++) {
    for (let dx = -reach; dx <= reach; dx++) {
      let sum = 0;
      const rows = height - Math.abs(dy);
      const columns = width - Math.abs(dx);
      for (let y = 0; y < rows; y++) {
        let from = (y + Math.max(0, -dy)) * width + Math.max(0, -dx);
        let to = (y + Math.max(0, dy)) * width + Math.max(0, dx);
        for (let x = 0; x < columns; x++) sum += Math.abs(now.data[to++] - before.data[from++]);
      }
      const mean = sum / (rows * columns);
      if (mean < least) {
        least = mean;
        best = [dx, dy];
      }
    }
  }
  return best;
}
