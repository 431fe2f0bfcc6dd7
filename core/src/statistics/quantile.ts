/**
 * The value at a share of a sorted list: nearest rank, no interpolation.
 *
 * @param sorted rising
 * @param share 0 to 1
 * @returns NaN for an empty list
 */
export function quantileOfSorted(sorted: ArrayLike<number>, share: number): number {
  if (sorted.length === 0) return NaN;
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
}

/**
 * The value that about this share of all values stays below; the list is not changed.
 *
 * @param share 0 to 1
 * @returns NaN for an empty list
 */
export function quantile(values: Iterable<number>, share: number): number {
  // Typed arrays sort by value, and ten times as fast as lists do.
  return quantileOfSorted(Float64Array.from(values).sort(), share);
}

/** The middle value; the upper of the two middle ones for an even count. NaN for none. */
export function median(values: Iterable<number>): number {
  return quantile(values, 0.5);
}
