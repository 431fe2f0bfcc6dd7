import { forEachSet } from './forEachSet';

/** Pixels of a mask that hang together: their count and the box around them, borders included. */
export interface ConnectedPart {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly pixels: number;
}

export interface ConnectedPartsOptions {
  /** pixels that touch only at a corner hang together as well @default false */
  readonly joinsCorners?: boolean;
}

/**
 * The connected parts of a mask, by flood filling; in the order of their first pixels, row by row.
 *
 * @param mask rows from the top; all but 0 counts. Not changed
 */
export function connectedParts(
  mask: Uint8Array,
  width: number,
  height: number,
  { joinsCorners = false }: ConnectedPartsOptions = {},
): ConnectedPart[] {
  const open = mask.slice();
  const stack = new Int32Array(mask.length);
  const parts: ConnectedPart[] = [];
  forEachSet(mask, (start) => {
    if (open[start] === 0) return;
    let [left, right, top, bottom, pixels] = [width, 0, height, 0, 0];
    let depth = 0;
    stack[depth++] = start;
    open[start] = 0;
    while (depth > 0) {
      const i = stack[--depth];
      const x = i % width;
      const y = (i - x) / width;
      pixels++;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
      for (let dy = y > 0 ? -1 : 0; dy <= (y + 1 < height ? 1 : 0); dy++) {
        for (let dx = x > 0 ? -1 : 0; dx <= (x + 1 < width ? 1 : 0); dx++) {
          if (!joinsCorners && dx !== 0 && dy !== 0) continue;
          const next = i + dy * width + dx;
          if (open[next] === 0) continue;
          open[next] = 0;
          stack[depth++] = next;
        }
      }
    }
    parts.push({ left, top, right, bottom, pixels });
  });
  return parts;
}
