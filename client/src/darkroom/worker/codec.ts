import exifr from 'exifr/dist/lite.umd.js';
import type { Rgba } from '@ravlo/core';
import { focalInPixels } from '@ravlo/core/geometry';

/** The one door between image files and core's rasters in the browser. Runs in workers only. */

/** Larger photos are decoded smaller: memory on a phone is short, and a page needs no more. */
const WORKING_PIXELS = 16_000_000;

export interface DecodedPhoto {
  /** upright by its EXIF turn (the browser's decoder applies it) */
  readonly image: Rgba;
  /** photo pixels a pixel of the image */
  readonly scale: number;
  /** focal length in the image's pixels, where EXIF says it */
  readonly focal?: number;
}

/** @throws Error when the browser cannot decode the bytes */
export async function decodePhoto(blob: Blob): Promise<DecodedPhoto> {
  const bitmap = await createImageBitmap(blob);
  try {
    const scale = Math.max(1, Math.sqrt((bitmap.width * bitmap.height) / WORKING_PIXELS));
    const width = Math.round(bitmap.width / scale);
    const height = Math.round(bitmap.height / scale);
    const context = paper(width, height).getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('This browser gave no canvas to decode the photo on');
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, width, height);
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, 0, 0, width, height);
    const { data } = context.getImageData(0, 0, width, height);
    const focal = await focalOf(blob, width, height);
    return { image: { width, height, data }, scale: bitmap.width / width, focal };
  } finally {
    bitmap.close();
  }
}

/** Broken EXIF says nothing. */
async function focalOf(blob: Blob, width: number, height: number): Promise<number | undefined> {
  const tags: { FocalLengthIn35mmFormat?: unknown } | undefined = await exifr
    .parse(blob, ['FocalLengthIn35mmFormat'])
    .catch(() => undefined);
  return focalInPixels(tags?.FocalLengthIn35mmFormat, width, height);
}

/** JPEG bytes of a page; quality 0 to 1. */
export async function encodeJpeg(image: Rgba, quality: number): Promise<Blob> {
  const canvas = paper(image.width, image.height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser gave no canvas to code the page on');
  context.putImageData(new ImageData(image.data, image.width, image.height), 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality });
}

function paper(width: number, height: number): OffscreenCanvas {
  return new OffscreenCanvas(width, height);
}
