import type { Quad } from '@ravlo/core';

/** The page further left first, or further up where they lie above each other. */
export function inPicture(a: Quad, b: Quad): number {
  const [dx, dy] = [0, 1].map((axis) => b.reduce((sum, corner, i) => sum + corner[axis] - a[i][axis], 0));
  return -(Math.abs(dx) > Math.abs(dy) ? dx : dy);
}
