import { findPage, fromOwnTopLeft, scaleQuad, type Point } from '@ravlo/core';
import { decodePhoto } from '@ravlo/codec';
import { perPhoto, since } from './report';

/** `find PHOTO...`: where is the sheet? */
export async function find(photos: readonly string[]): Promise<void> {
  for (const file of photos) {
    await perPhoto(file, async () => {
      const photo = await decodePhoto(file);
      const start = performance.now();
      const { outline, turn } = findPage(photo.image, photo);
      const { quad, confidence } = outline;
      return {
        file,
        width: photo.width,
        height: photo.height,
        corners: quad && fromOwnTopLeft(scaleQuad(quad, photo.scale), turn).map(rounded),
        confidence: Math.round(confidence * 1000) / 1000,
        ms: since(start),
      };
    });
  }
}

function rounded([x, y]: Point): Point {
  return [Math.round(x * 100) / 100, Math.round(y * 100) / 100];
}
