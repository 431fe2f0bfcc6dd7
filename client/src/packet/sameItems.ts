/** Two lists with the very same things in them: what was selected anew is no reason to draw anew. */
export const sameItems = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((item, i) => item === b[i]);
