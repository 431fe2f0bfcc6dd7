import {
  intersectionOverUnion,
  invert,
  mapQuad,
  project,
  rectangleToQuad,
  wholeQuad,
  type Quad,
} from '@ravlo/core';

/**
 * Shared over united area of a found and a true outline after both are pulled flat by the true one, so that the far
 * end of a leaning sheet counts as much as the near one. 0 for no outline.
 */
export function rectifiedIou(found: Quad | null, truth: Quad, width: number, height: number): number {
  if (!found) return 0;
  const flat = invert(rectangleToQuad(width, height, truth));
  return intersectionOverUnion(
    mapQuad(found, (corner) => project(flat, corner)),
    wholeQuad(width, height),
  );
}

/** Mean distance of the corners from the true ones, % of the true outline's diagonal; whichever corner comes first. */
export function cornerError(found: Quad, truth: Quad): number {
  const diagonal = Math.hypot(truth[2][0] - truth[0][0], truth[2][1] - truth[0][1]);
  const errors = [0, 1, 2, 3].map((first) =>
    truth.reduce((sum, [x, y], i) => {
      const [fx, fy] = found[(i + first) % 4];
      return sum + Math.hypot(fx - x, fy - y) / 4;
    }, 0),
  );
  return (100 * Math.min(...errors)) / diagonal;
}
