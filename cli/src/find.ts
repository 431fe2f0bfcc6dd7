import { findPage, fromOwnTopLeft, scaleQuad, wholeQuad, type Point, type Quad } from '@ravlo/core';
import { decodePhoto } from '@ravlo/codec';
import { perPhoto, since } from './report';

/** `find PHOTO...`: where is the sheet? */
export async function find(photos: readonly string[]): Promise<void> {
  for (const file of photos) {
    await perPhoto(file, async () => {
      const photo = await decodePhoto(file);
      const start = performance.now();
      const { outline, turn } = findPage(photo.image, photo);
      const { quad, further, confidence, isAllSheet } = outline;
      const { width, height } = photo.image;
      const sheet = quad ?? (isAllSheet ? wholeQuad(width, height) : null);
      const cornersOf = (page: Quad) => fromOwnTopLeft(scaleQuad(page, photo.scale), turn).map(rounded);
      return {
        file,
        width: photo.width,
        height: photo.height,
        corners: sheet && cornersOf(sheet),
        ...(further.length > 0 ? { others: further.map((page) => cornersOf(page.quad)) } : null),
        confidence: Math.round(confidence * 1000) / 1000,
        ms: since(start),
      };
    });
  }
}

function rounded([x, y]: Point): Point {
  return [Math.round(x * 100) / 100, Math.round(y * 100) / 100];
}
