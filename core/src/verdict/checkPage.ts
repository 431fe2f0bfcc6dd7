import { inkMapOf } from '../clean/clean';
import type { InkMap } from '../clean/inkMap';
import { clipPolygon } from '../geometry/clipPolygon';
import { signedArea, wholeQuad, type Quad } from '../geometry/quad';
import type { Rgba } from '../raster/image';
import { judge } from './judge';
import type { Verdict } from './verdict';
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

/** The area of a quad within the photo. */
const areaInside = (quad: Quad, { width, height }: CheckedPhoto): number =>
  Math.abs(signedArea(clipPolygon(quad, wholeQuad(width, height))));
