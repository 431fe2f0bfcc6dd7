/** So much ink (its spread over the cells) is a blank sheet's grain. */
const BLANK = 0.006;

/**
 * How unlike two sheets are, 0 (the same) to 1 and a little more (nothing in common): one less their correlation, also
 * with one of them the other way up. Two blank sheets are the same.
 */
export function signatureDistance(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let [aa, bb, ab, turned] = [0, 0, 0, 0];
  for (let k = 0; k < a.length; k++) {
    aa += a[k] * a[k];
    bb += b[k] * b[k];
    ab += a[k] * b[k];
    turned += a[k] * b[b.length - 1 - k];
  }
  const [spreadA, spreadB] = [Math.sqrt(aa / a.length), Math.sqrt(bb / b.length)];
  if (spreadA < BLANK && spreadB < BLANK) return 0;
  // Blank against written: as different as they can be, however the grain lies.
  if (Math.min(spreadA, spreadB) < 0.25 * Math.max(spreadA, spreadB)) return 1;
  return 1 - Math.max(ab, turned) / Math.sqrt(aa * bb);
}
