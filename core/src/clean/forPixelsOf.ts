import type { PageParts } from './pageParts';

/** Visits the pixels of a page, so wide and high, that a cell of its parts stands for, by their index. */
export function forPixelsOf(
  { step, width: columns }: PageParts,
  { width, height }: { readonly width: number; readonly height: number },
  cell: number,
  visit: (i: number) => void,
): void {
  const column = cell % columns;
  const [left, top] = [column * step, ((cell - column) / columns) * step];
  const [right, bottom] = [Math.min(width, left + step), Math.min(height, top + step)];
  for (let y = top; y < bottom; y++) for (let x = left; x < right; x++) visit(y * width + x);
}
