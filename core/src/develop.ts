import { clean, inkMapOf, type CleanOptions, type Look } from './clean/clean';
import type { InkMap } from './clean/inkMap';
import { isChalk } from './clean/isChalk';
import { pickLook } from './clean/pickLook';
import type { Cover } from './notes/note';
import { coverUp } from './notes/coverUp';
import { flatten } from './flatten/flatten';
import type { SheetSize } from './flatten/sheetSize';
import type { Bows } from './outline/findOutline';
import type { Quad } from './outline/quad';
import type { Rgba } from './raster/image';
import { turnQuarter, type Turn } from './raster/turnQuarter';
import { checkPage } from './verdict/checkPage';
import type { Verdict } from './verdict/judge';

/** How one photo becomes one page. */
export interface Recipe {
  /** photo pixels, clockwise from the page's own top left; null takes the whole photo */
  readonly outline: Quad | null;
  /** how the outline's sides bow, where the sheet is curled */
  readonly bows?: Bows | null;
  /** clockwise turn of the flat page */
  readonly turn: Turn;
  /** auto: the one that suits what is on the page */
  readonly look: Look | 'auto';
  /** how the look is set for this page */
  readonly cleaning?: CleanOptions;
  /** fine turn, degrees clockwise */
  readonly level?: number;
  /** places that are filled in the paper's colour */
  readonly covers?: readonly Cover[];
}

export interface DevelopOptions {
  readonly dpi: number;
  /** most pixels on the page's longer side */
  readonly longSide?: number;
  /** the photo's focal length in its pixels, where it says so */
  readonly focal?: number;
  /** also judge whether the page can be read; only of use at the full resolution */
  readonly judges?: boolean;
}

export interface DevelopedPage {
  readonly image: Rgba;
  /** mm, as the image lies */
  readonly size: SheetSize;
  /** the look it has: that of the recipe, or what was picked */
  readonly look: Look;
  readonly verdict: Verdict | null;
}

/** The resolution of a finished page, dots an inch. */
export const PAGE_DPI = 200;

/**
 * Runs a recipe: flatten, turn, clean. The same photo and recipe always give the same page.
 *
 * @param photo upright by its EXIF turn
 */
export function develop(photo: Rgba, recipe: Recipe, options: DevelopOptions): DevelopedPage {
  const flat = flatten(photo, recipe.outline, { ...options, bows: recipe.bows, level: recipe.level });
  const page = turnQuarter(flat.image, recipe.turn);
  const map = recipe.look === 'as-shot' && !options.judges ? null : inkMapOf(page);
  const look = recipe.look === 'auto' ? lookFor(page, map) : recipe.look;
  const verdict = options.judges && map ? checkPage(page, { ...photo, outline: recipe.outline }, map) : null;
  const lies = recipe.turn === 90 || recipe.turn === 270;
  const { width, height, paper } = flat.size;
  const size = lies ? { width: height, height: width, paper } : flat.size;
  const cleaned = clean(page, look, recipe.cleaning, map ?? undefined);
  const image = coverUp(cleaned, recipe.covers ?? [], { size, turn: recipe.turn });
  return { image, size, look, verdict };
}

function lookFor(page: Rgba, map: InkMap | null): Look {
  return map && !isChalk(page) ? pickLook(map) : 'as-shot';
}
