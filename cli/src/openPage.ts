import { findPage, scaleBows, scaleQuad } from '@ravlo/core';
import { decodePhoto, type DecodedPhoto } from '@ravlo/codec';
import { FRESH_RECIPE, type Recipe } from '@ravlo/contract';
import { toFound } from '@ravlo/words';
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
export async function openPage({ file, recipe }: PacketPage): Promise<OpenedPage> {
  const photo = await decodePhoto(file);
  if (recipe && recipe.outline.by !== 'pending') return { photo, recipe };
  const { outline, turn } = findPage(photo.image, { focal: photo.focal });
  const found = toFound({
    corners: outline.quad && scaleQuad(outline.quad, photo.scale),
    bows: outline.bows && scaleBows(outline.bows, photo.scale),
    confidence: outline.confidence,
    isAllSheet: outline.isAllSheet,
    turn,
  });
  return { photo, recipe: { ...FRESH_RECIPE, ...recipe, ...found } };
}
