import type { Turn } from '../raster/turnQuarter';

/** mm, as a page lies. */
export interface PageSize {
  readonly width: number;
  readonly height: number;
}

/** Where a place on a page is after a clockwise quarter turn of the page. */
export function turnPlace([x, y]: readonly [number, number], page: PageSize, by: Turn): [number, number] {
  switch (by) {
    case 0:
      return [x, y];
    case 90:
      return [page.height - y, x];
    case 180:
      return [page.width - x, page.height - y];
    case 270:
      return [y, page.width - x];
  }
}

/** The turn that undoes, when added to `from`, what is missing to `to`. */
export const turnBetween = (from: Turn, to: Turn): Turn => ((to - from + 360) % 360) as Turn;

/** The size of a page that lies as `page` does now, as it lay before a turn. */
export function sizeBefore(page: PageSize, by: Turn): PageSize {
  return by === 90 || by === 270 ? { width: page.height, height: page.width } : page;
}
