import { develop, findOutline, isConvex, scaleQuad, type Look, type Quad } from '@ravlo/core';
import { decodePhoto, writePng } from './codec';
import { perPhoto, since } from './report';

export interface PageOptions {
  readonly output: string;
  /** photo pixels, clockwise from the page's top left */
  readonly corners?: Quad;
  readonly look: Look;
  readonly dpi: number;
}

/** `page PHOTO -o OUT.png`: one photo made into one flat, clean page. */
export async function page(file: string, { output, corners, look, dpi }: PageOptions): Promise<void> {
  await perPhoto(file, async () => {
    if (corners && !isConvex(corners)) {
      throw new Error('The corners must run clockwise from the top left and make a convex shape');
    }
    const photo = await decodePhoto(file);
    const start = performance.now();
    const outline = corners ? scaleQuad(corners, 1 / photo.scale) : findOutline(photo.image).quad;
    const turn = 0;
    const { image } = develop(photo.image, { outline, turn, look }, { dpi });
    const ms = since(start);
    await writePng(image, output);
    return { file, width: image.width, height: image.height, rotation: turn, look, verdict: null, ms };
  });
}
