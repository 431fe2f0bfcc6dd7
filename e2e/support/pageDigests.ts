import {
  clean,
  findPage,
  flattenForRecipe,
  inkMapOf,
  LOOKS,
  PAGE_DPI,
  type Recipe,
  type Rgba,
} from '@ravlo/core';

/** What core makes of a photo: its outline in numbers, and the SHA-256 of the page in every look. */
export type PageDigests = Readonly<Record<string, string>>;

/** Runs in Node and, bundled, in a browser's worker. */
export async function pageDigests(photo: Rgba): Promise<PageDigests> {
  const { outline, turn } = findPage(photo);
  const recipe: Recipe = { outline: outline.quad, bows: outline.bows, turn, look: 'as-shot' };
  const { image } = flattenForRecipe(photo, recipe, { dpi: PAGE_DPI });
  const map = inkMapOf(image);
  const digests: Record<string, string> = { outline: JSON.stringify([outline.quad, outline.bows, turn]) };
  for (const look of LOOKS) digests[look] = await sha256(clean(image, look, {}, map).data);
  return digests;
}

async function sha256(data: Uint8ClampedArray<ArrayBuffer>): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', data));
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
