import { findPage } from '@ravlo/core';
import { decodePhoto, type DecodedPhoto } from '@ravlo/codec';
import { FRESH_RECIPE, type Found, type Recipe } from '@ravlo/contract';
import { toFound, toFoundSheet } from '@ravlo/words';
import type { PacketPage } from './packet';

export interface OpenedPage {
  readonly photo: DecodedPhoto;
  /** in photo pixels */
  readonly recipe: Recipe;
}

/**
 * Opens a page's photo; where it has no recipe yet, its sheet is found.
 *
 * @throws Error with a plain message when the file cannot be read as a photo
 */
export async function openPage({ file, recipe, found: known }: PacketPage): Promise<OpenedPage> {
  const photo = await decodePhoto(file);
  if (recipe && recipe.outline.by !== 'pending') return { photo, recipe };
  const { outline, turn } = known ?? findIn(photo);
  return { photo, recipe: { ...FRESH_RECIPE, ...recipe, outline, turn } };
}

/** The page that a photo shows, or the pages. */
export const findIn = (photo: DecodedPhoto): Found =>
  toFound(toFoundSheet(findPage(photo.image, { focal: photo.focal }), photo.scale));
