import type { Bow } from './sideCurve';

/** How far each side of a quad bows from the straight line between its corners; see `Bow`. Side i starts at corner i. */
export type Bows = readonly [Bow, Bow, Bow, Bow];

/** A bow by a factor: between a photo and its shrunken copy. */
export function scaleBow([a, b, c, d]: Bow, factor: number): Bow {
  return [a * factor, b * factor, c * factor, d * factor];
}

/** Every bow by the same factor. */
export function scaleBows([a, b, c, d]: Bows, factor: number): Bows {
  return [scaleBow(a, factor), scaleBow(b, factor), scaleBow(c, factor), scaleBow(d, factor)];
}
