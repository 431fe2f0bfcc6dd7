/**
 * The first bin up to which the counts add up to `rank`; the last bin where they never do.
 *
 * @param counts how many values fell into each bin
 * @param rank a number of values, not only a whole one
 */
export function binAtRank(counts: ArrayLike<number>, rank: number): number {
  let left = rank;
  for (let bin = 0; bin < counts.length; bin++) {
    left -= counts[bin];
    if (left <= 0) return bin;
  }
  return counts.length - 1;
}

/**
 * The bin that a share of all counted values lies up to.
 *
 * @param total the sum of the counts
 * @param share 0 to 1
 */
export function binAtShare(counts: ArrayLike<number>, total: number, share: number): number {
  return binAtRank(counts, total * share);
}

/**
 * The median of absolute differences that were rounded to whole numbers, between the bins: bin b holds what was between
 * b - 0.5 and b + 0.5, bin 0 what was below 0.5.
 */
export function medianOfRounded(counts: ArrayLike<number>, total: number): number {
  let below = 0;
  let bin = 0;
  while (bin < counts.length - 1 && (below + counts[bin]) * 2 < total) below += counts[bin++];
  const within = counts[bin] > 0 ? (total / 2 - below) / counts[bin] : 0.5;
  return bin === 0 ? within * 0.5 : bin - 0.5 + within;
}
