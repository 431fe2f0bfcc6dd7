import { recoverProportion } from './proportion';
import type { Quad } from './quad';
import { sheetSize, type SheetSize } from './sheetSize';

/** Longer strips than this are no sheets: a quad that thin was drawn by mistake. */
const MOST_PROPORTION = 20;

/**
 * The size in mm of the sheet that a quad of a photo stands for.
 *
 * @param quad photo pixels; null takes the whole photo with the photo's own proportion
 * @param focal photo pixels, where the photo says it
 */
export function measureSheet(
  photo: { readonly width: number; readonly height: number },
  quad: Quad | null,
  focal?: number,
): SheetSize {
  return boundedSheet(
    quad
      ? recoverProportion(quad, { photoWidth: photo.width, photoHeight: photo.height, focal })
      : photo.height / photo.width,
  );
}

/** As `sheetSize`, for a proportion that may be absurd. */
export function boundedSheet(proportion: number): SheetSize {
  return sheetSize(Math.min(MOST_PROPORTION, Math.max(1 / MOST_PROPORTION, proportion)));
}
