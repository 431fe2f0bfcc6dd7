import { develop, PAGE_DPI, scaleRecipe, type DevelopedPage, type Look } from '@ravlo/core';
import type { Recipe } from '@ravlo/contract';
import { toCoreRecipe } from '@ravlo/words';
import { openPage } from './openPage';
import type { PacketPage } from './packet';

/**
 * Opens a page's photo and develops it in full.
 *
 * @param look @default the archive's, or what suits the page where there is none
 * @throws Error with a plain message when the file cannot be read as a photo
 */
export async function developPage(
  page: PacketPage,
  look?: Look | 'auto',
): Promise<{ readonly developed: DevelopedPage; readonly recipe: Recipe }> {
  const { photo, recipe } = await openPage(page);
  const chosen = look ?? (page.recipe ? recipe.look : 'auto');
  const scaled = scaleRecipe({ ...toCoreRecipe(recipe), look: chosen }, 1 / photo.scale);
  return { developed: develop(photo.image, scaled, { dpi: PAGE_DPI, focal: photo.focal }), recipe };
}
