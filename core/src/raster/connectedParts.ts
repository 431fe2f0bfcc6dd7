import { connectedRuns, type ConnectedRunsOptions } from './connectedRuns';

/** Pixels of a mask that hang together: their count and the box around them, borders included. */
export interface ConnectedPart {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly pixels: number;
}

/**
 * The connected parts of a mask, in the order of their first pixels, row by row.
 *
 * @param mask rows from the top; all but 0 counts
 */
export function connectedParts(
  mask: Uint8Array,
  width: number,
  height: number,
  options: ConnectedRunsOptions = {},
): ConnectedPart[] {
  const { count, starts, ends, roots } = connectedRuns(mask, width, height, options);
  const parts: { -readonly [Key in keyof ConnectedPart]: ConnectedPart[Key] }[] = [];
  /** by first run: the place of its part */
  const places = new Int32Array(count);
  for (let run = 0; run < count; run++) {
    const left = starts[run] % width;
    const y = (starts[run] - left) / width;
    const pixels = ends[run] - starts[run];
    const right = left + pixels - 1;
    if (roots[run] === run) {
      places[run] = parts.push({ left, top: y, right, bottom: y, pixels }) - 1;
      continue;
    }
    const part = parts[places[roots[run]]];
    if (left < part.left) part.left = left;
    if (right > part.right) part.right = right;
    part.bottom = y;
    part.pixels += pixels;
  }
  return parts;
}
