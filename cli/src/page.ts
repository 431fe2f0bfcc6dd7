import { develop, findPage, isConvex, scaleQuad, type Look, type Quad, type RuleShow } from '@ravlo/core';
import { decodePhoto, writePng } from '@ravlo/codec';
import { perPhoto, since } from './report';

export interface PageOptions {
  readonly output: string;
  /** photo pixels, clockwise from the page's top left */
  readonly corners?: Quad;
  readonly look: Look | 'auto';
  readonly rules: RuleShow;
  readonly dpi: number;
}

/** `page PHOTO -o OUT.png`: one photo made into one flat, clean page. */
export async function page(file: string, { output, corners, look, rules, dpi }: PageOptions): Promise<void> {
  await perPhoto(file, async () => {
    if (corners && !isConvex(corners)) {
      throw new Error('The corners must run clockwise from the top left and make a convex shape');
    }
    const photo = await decodePhoto(file);
    const start = performance.now();
    // Corners that are given start at the page's own top left: there is nothing to turn.
    const found = corners ? null : findPage(photo.image, photo);
    const outline = corners ? scaleQuad(corners, 1 / photo.scale) : (found?.outline.quad ?? null);
    const turn = found?.turn ?? 0;
    const recipe = { outline, bows: found?.outline.bows, turn, look, cleaning: { rules } };
    const developed = develop(photo.image, recipe, { dpi, focal: photo.focal, judges: true });
    const { image, verdict } = developed;
    const ms = since(start);
    await writePng(image, output);
    return {
      file,
      width: image.width,
      height: image.height,
      rotation: turn,
      look: developed.look,
      verdict: verdict?.word ?? null,
      ms,
    };
  });
}
