import { createPlane, type Plane } from './image';
import type { Turn } from '../geometry/turn';

/** Turns a plane clockwise by quarter turns. */
export function turnPlane(plane: Plane, turn: Turn): Plane {
  if (turn === 0) return plane;
  const { width, height, data } = plane;
  const result = turn === 180 ? createPlane(width, height) : createPlane(height, width);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const to =
        turn === 90
          ? x * height + (height - 1 - y)
          : turn === 180
            ? (height - 1 - y) * width + (width - 1 - x)
            : (width - 1 - x) * height + y;
      result.data[to] = data[y * width + x];
    }
  }
  return result;
}
