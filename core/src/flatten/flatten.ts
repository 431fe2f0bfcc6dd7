import { wholeQuad, type Quad } from '../outline/quad';
import type { Rgba } from '../raster/image';
import { recoverProportion } from './proportion';
import { sheetSize, toPixels, type SheetSize } from './sheetSize';
import { warp } from './warp';

export interface FlattenOptions {
  readonly dpi: number;
  /** the photo's focal length in its pixels, where it says so */
  readonly focal?: number;
  /** most pixels on the page's longer side: smaller pictures for the table and the bench */
  readonly longSide?: number;
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
  const size = measureSheet(photo, quad, options.focal);
  const long = Math.max(size.width, size.height);
  const dpi = options.longSide ? Math.min(options.dpi, (options.longSide * 25.4) / long) : options.dpi;
  const image = warp(photo, quad ?? wholeQuad(photo.width, photo.height), {
    width: toPixels(size.width, dpi),
    height: toPixels(size.height, dpi),
  });
  return { image, size };
}

/** The size in mm that the quad of a photo stands for. */
export function measureSheet(
  photo: { readonly width: number; readonly height: number },
  quad: Quad | null,
  focal?: number,
): SheetSize {
  const proportion = quad
    ? recoverProportion(quad, { photoWidth: photo.width, photoHeight: photo.height, focal })
    : photo.height / photo.width;
  return sheetSize(Math.min(20, Math.max(0.05, proportion)));
}
