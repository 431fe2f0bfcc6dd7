import { swapsSides, type Turn } from './turn';

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

/** The size of a page that lies as `page` does now, as it lay before a turn. */
export function sizeBefore(page: PageSize, by: Turn): PageSize {
  return swapsSides(by) ? { width: page.height, height: page.width } : page;
}
