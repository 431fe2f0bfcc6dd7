import { clean, type Look } from './clean/clean';
import { flatten } from './flatten/flatten';
import type { SheetSize } from './flatten/sheetSize';
import type { Bows } from './outline/findOutline';
import type { Quad } from './outline/quad';
import type { Rgba } from './raster/image';
import { turnQuarter, type Turn } from './raster/turnQuarter';

/** How one photo becomes one page. */
export interface Recipe {
  /** photo pixels, clockwise from the page's own top left; null takes the whole photo */
  readonly outline: Quad | null;
  /** how the outline's sides bow, where the sheet is curled */
  readonly bows?: Bows | null;
  /** clockwise turn of the flat page */
  readonly turn: Turn;
  readonly look: Look;
}

export interface DevelopOptions {
  readonly dpi: number;
  /** most pixels on the page's longer side */
  readonly longSide?: number;
  /** the photo's focal length in its pixels, where it says so */
  readonly focal?: number;
}

export interface DevelopedPage {
  readonly image: Rgba;
  /** mm, as the image lies */
  readonly size: SheetSize;
}

/** The resolution of a finished page, dots an inch. */
export const PAGE_DPI = 200;

/**
 * Runs a recipe: flatten, turn, clean. The same photo and recipe always give the same page.
 *
 * @param photo upright by its EXIF turn
 */
export function develop(photo: Rgba, recipe: Recipe, options: DevelopOptions): DevelopedPage {
  const flat = flatten(photo, recipe.outline, { ...options, bows: recipe.bows });
  const image = clean(turnQuarter(flat.image, recipe.turn), recipe.look);
  const lies = recipe.turn === 90 || recipe.turn === 270;
  const { width, height, paper } = flat.size;
  return { image, size: lies ? { width: height, height: width, paper } : flat.size };
}
