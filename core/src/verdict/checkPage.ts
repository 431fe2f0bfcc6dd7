import { inkMapOf } from '../clean/clean';
import type { InkMap } from '../clean/inkMap';
import { signedArea, type Point, type Quad } from '../outline/quad';
import type { Rgba } from '../raster/image';
import { judge, type Verdict } from './judge';
import { pageFacts } from './pageFacts';

export interface CheckedPhoto {
  readonly width: number;
  readonly height: number;
  /** the sheet in it, photo px; null for all of the photo */
  readonly outline: Quad | null;
}

/**
 * The verdict on a flat page.
 *
 * @param map the page's ink, where it is known already
 */
export function checkPage(page: Rgba, photo: CheckedPhoto | null, map: InkMap = inkMapOf(page)): Verdict {
  if (!photo) return judge(pageFacts(map));
  const area = photo.outline ? Math.abs(signedArea(photo.outline)) : photo.width * photo.height;
  return judge(pageFacts(map), {
    photoScale: Math.sqrt(area / (page.width * page.height)),
    outside: photo.outline ? 1 - areaInside(photo.outline, photo) / Math.max(1, area) : 0,
  });
}

/** The area of a quad within the photo: the polygon is cut at each border (Sutherland and Hodgman, 1974). */
function areaInside(quad: Quad, { width, height }: { width: number; height: number }): number {
  let points: Point[] = [...quad];
  for (const [axis, limit, sign] of [
    [0, 0, 1],
    [0, width, -1],
    [1, 0, 1],
    [1, height, -1],
  ] as const) {
    const depth = (p: Point) => sign * (p[axis] - limit);
    points = points.flatMap((p, i) => {
      const next = points[(i + 1) % points.length];
      const [a, b] = [depth(p), depth(next)];
      const kept = a >= 0 ? [p] : [];
      if (a >= 0 === b >= 0) return kept;
      const t = a / (a - b);
      return [...kept, [p[0] + t * (next[0] - p[0]), p[1] + t * (next[1] - p[1])] as Point];
    });
  }
  let twice = 0;
  points.forEach(([x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length];
    twice += x * ny - y * nx;
  });
  return Math.abs(twice) / 2;
}
