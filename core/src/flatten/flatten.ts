import type { Bows } from '../geometry/bows';
import { MM_PER_INCH, toPixels } from '../geometry/pageScale';
import { rotateCorners, wholeQuad, type Point, type Quad } from '../geometry/quad';
import { sidePoint } from '../geometry/sideCurve';
import type { Rgba } from '../raster/image';
import { turnQuarter } from '../raster/turnQuarter';
import { cylinderOf, type BentPage, type Cylinder } from './cylinder';
import { cylinderMap, flatMap, turnedMap, type PageMap } from './pageMap';
import { USUAL_FOCAL } from '../geometry/proportion';
import { boundedSheet, measureSheet } from '../geometry/measureSheet';
import type { SheetSize } from '../geometry/sheetSize';
import { warp } from './warp';

export interface FlattenOptions {
  readonly dpi: number;
  /** how the sides bow, where the sheet is curled */
  readonly bows?: Bows | null;
  /** the photo's focal length in its pixels, where it says so */
  readonly focal?: number;
  /** most pixels on the page's longer side: smaller pictures for the table and the bench */
  readonly longSide?: number;
  /** fine turn about the middle of the page, degrees clockwise; its size stays */
  readonly level?: number;
}

export interface FlatPage {
  readonly image: Rgba;
  /** mm, as the image lies */
  readonly size: SheetSize;
}

/**
 * Makes the sheet inside a quad flat, with its true proportion.
 *
 * @param quad photo pixels; null takes the whole photo with the photo's own proportion
 */
export function flatten(photo: Rgba, quad: Quad | null, options: FlattenOptions): FlatPage {
  const { map: level, size, isTurned } = mapPage(photo, quad, options);
  const asMapped = isTurned ? { width: size.height, height: size.width } : size;
  const map = options.level ? turnedMap(level, options.level, asMapped) : level;
  const long = Math.max(size.width, size.height);
  const dpi = options.longSide ? Math.min(options.dpi, (options.longSide * MM_PER_INCH) / long) : options.dpi;
  const width = toPixels(size.width, dpi);
  const height = toPixels(size.height, dpi);
  if (!isTurned) return { image: warp(photo, map, { width, height }), size };
  const lying = warp(photo, map, { width: height, height: width });
  return { image: turnQuarter(lying, 90), size };
}

export interface MappedPage {
  readonly map: PageMap;
  readonly size: SheetSize;
  /** the map's own top is the page's right side: the page comes out lying and is turned clockwise after */
  readonly isTurned: boolean;
}

/** Where the page's places lie in the photo, and how large the page is. */
export function mapPage(
  photo: { readonly width: number; readonly height: number },
  quad: Quad | null,
  { bows, focal }: Pick<FlattenOptions, 'bows' | 'focal'>,
): MappedPage {
  if (quad && bows) {
    const isTurned = bend(bows, 1) > bend(bows, 0);
    const cylinder = curledPage(photo, quad, bows, isTurned ? 1 : 0, focal);
    if (cylinder) {
      const proportion = isTurned ? 1 / cylinder.proportion : cylinder.proportion;
      return { map: cylinderMap(cylinder), size: boundedSheet(proportion), isTurned };
    }
  }
  return {
    map: flatMap(quad ?? wholeQuad(photo.width, photo.height)),
    size: measureSheet(photo, quad, focal),
    isTurned: false,
  };
}

/** How much the sides `first` and the one opposite bow, px. */
function bend(bows: Bows, first: 0 | 1): number {
  const most = (i: number) => Math.max(...bows[i].map(Math.abs));
  return most(first) + most(first + 2);
}

const EDGE_POINTS = 65;

function curledPage(
  photo: { readonly width: number; readonly height: number },
  quad: Quad,
  bows: Bows,
  first: 0 | 1,
  focal: number | undefined,
): Cylinder | null {
  const corners = rotateCorners(quad, first);
  const points = (side: number): Point[] => {
    const i = (first + side) % 4;
    const curve = { from: quad[i], to: quad[(i + 1) % 4], bow: bows[i] };
    return Array.from({ length: EDGE_POINTS }, (_, k) => sidePoint(curve, k / (EDGE_POINTS - 1)));
  };
  const page: BentPage = { quad: corners, top: points(0), bottom: points(2).reverse() };
  return cylinderOf(page, {
    photoWidth: photo.width,
    photoHeight: photo.height,
    focal: focal ?? USUAL_FOCAL * Math.max(photo.width, photo.height),
  });
}
