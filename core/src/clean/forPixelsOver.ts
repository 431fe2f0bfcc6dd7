import { paperGains } from './darkness';
import type { InkMap } from './inkMap';

/**
 * Visits the pixels of a page that some of its cells stand for, row by row: a pixel's index, its cell's, and its colours over
 * the paper's, 0 to 255 and a little more where it is lighter than the paper.
 *
 * @param mask cells that are visited: 1, else 0
 */
export function forPixelsOver(
  { page, paper, width, height }: Pick<InkMap, 'page' | 'paper' | 'width' | 'height'>,
  { step, width: columns }: { readonly step: 1 | 2; readonly width: number },
  mask: Uint8Array,
  visit: (i: number, cell: number, red: number, green: number, blue: number) => void,
): void {
  const gains = [new Float32Array(width), new Float32Array(width), new Float32Array(width)] as const;
  const { data } = page;
  for (let y = 0; y < height; y++) {
    const row = Math.floor(y / step) * columns;
    const first = mask.indexOf(1, row);
    if (first < 0) return;
    if (first >= row + columns) continue;
    paperGains(paper, y, gains);
    for (let x = (first - row) * step; x < width; x++) {
      const cell = row + Math.floor(x / step);
      if (mask[cell] === 0) continue;
      const i = y * width + x;
      const at = i * 4;
      visit(i, cell, data[at] * gains[0][x], data[at + 1] * gains[1][x], data[at + 2] * gains[2][x]);
    }
  }
}
