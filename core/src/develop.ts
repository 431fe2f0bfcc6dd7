import { clean, inkMapOf, type CleanOptions, type Look } from './clean/clean';
import type { InkMap } from './clean/inkMap';
import type { PageParts } from './clean/pageParts';
import { isChalk } from './clean/isChalk';
import { pickLook } from './clean/pickLook';
import type { Cover } from './notes/note';
import { coverUp } from './notes/coverUp';
import { flatten, type FlatPage } from './flatten/flatten';
import type { SheetSize } from './geometry/sheetSize';
import { scaleBows, type Bows } from './geometry/bows';
import { scaleQuad, type Quad } from './geometry/quad';
import type { Rgba } from './raster/image';
import { swapsSides, type Turn } from './geometry/turn';
import { turnQuarter } from './raster/turnQuarter';
import { checkPage } from './verdict/checkPage';
import type { Verdict } from './verdict/verdict';

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

/** A recipe in the pixels of a photo that was decoded smaller: its outline and bows times a factor. */
export function scaleRecipe(recipe: Recipe, factor: number): Recipe {
  return {
    ...recipe,
    outline: recipe.outline && scaleQuad(recipe.outline, factor),
    bows: recipe.bows && scaleBows(recipe.bows, factor),
  };
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
  /** what its cells show, where the look has taken the page apart: what a PDF's layers are made of */
  readonly parts: PageParts | null;
}

/**
 * Runs a recipe: flatten, turn, clean. The same photo and recipe always give the same page.
 *
 * @param photo upright by its EXIF turn
 */
export function develop(photo: Rgba, recipe: Recipe, options: DevelopOptions): DevelopedPage {
  return developFlat(flattenForRecipe(photo, recipe, options), photo, recipe, options);
}

/** The first half of the road: the flat page, turned as the recipe says. Its size is as it lies then. */
export function flattenForRecipe(
  photo: Rgba,
  { outline, bows, level, turn }: Recipe,
  options: DevelopOptions,
): FlatPage {
  const { image, size } = flatten(photo, outline, { ...options, bows, level });
  const { width, height, paper } = size;
  return {
    image: turnQuarter(image, turn),
    size: swapsSides(turn) ? { width: height, height: width, paper } : size,
  };
}

/**
 * The second half: the clean page, and the verdict where it is asked for. The flat page is not changed.
 *
 * @param known the flat page's ink, where it was measured already
 */
export function developFlat(
  { image: page, size }: FlatPage,
  photo: { readonly width: number; readonly height: number },
  recipe: Recipe,
  options: DevelopOptions,
  known?: InkMap,
): DevelopedPage {
  const map = recipe.look === 'as-shot' && !options.judges ? null : (known ?? inkMapOf(page));
  const look = recipe.look === 'auto' ? lookFor(page, map) : recipe.look;
  const { width, height } = photo;
  const verdict =
    options.judges && map ? checkPage(page, { width, height, outline: recipe.outline }, map) : null;
  const cleaned = clean(page, look, recipe.cleaning, map ?? undefined);
  const image = coverUp(cleaned, recipe.covers ?? [], { size, turn: recipe.turn });
  // Where a look shows the page as it is, its parts say nothing of what is to be seen.
  return { image, size, look, verdict, parts: cleaned === page ? null : (map?.parts ?? null) };
}

function lookFor(page: Rgba, map: InkMap | null): Look {
  return map && !isChalk(page) ? pickLook(map) : 'as-shot';
}
