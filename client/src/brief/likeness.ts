/** A page as it was drawn, to be held against another: four bytes a pixel. */
export interface DrawnPixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** A channel that differs by more than this is seen, of 255: drawing itself strays by one or two. */
const SEEN = 24;
/** So large a share of a page's pixels is a stroke, not a speck. */
const A_STROKE = 2e-5;

/** Whether two pages look the same to a reader. Pages of other sizes do not. */
export function looksTheSame(a: DrawnPixels, b: DrawnPixels): boolean {
  if (a.width !== b.width || a.height !== b.height) return false;
  const most = Math.max(1, a.width * a.height * A_STROKE);
  let seen = 0;
  for (let i = 0; i < a.data.length; i += 4) {
    const isSeen =
      Math.abs(a.data[i] - b.data[i]) > SEEN ||
      Math.abs(a.data[i + 1] - b.data[i + 1]) > SEEN ||
      Math.abs(a.data[i + 2] - b.data[i + 2]) > SEEN;
    if (isSeen && ++seen > most) return false;
  }
  return true;
}
