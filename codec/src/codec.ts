import { readFile } from 'node:fs/promises';
import exifr from 'exifr';
import sharp from 'sharp';
import { focalInPixels, type Rgba } from '@ravlo/core';

export { encodeJpeg } from './encodeJpeg';

/** The one door between image files and core's rasters in Node. */

/** Larger photos are refused before they are decoded. */
export const MOST_PIXELS = 110_000_000;
/** Pages need no more than this; a larger photo is halved (thirded, ...) while it is decoded. */
const WORKING_PIXELS = 26_000_000;

export interface DecodedPhoto {
  /** upright by its EXIF turn */
  readonly image: Rgba;
  /** photo pixels a pixel of the image: 1 but for very large photos */
  readonly scale: number;
  /** the photo's own size after its EXIF turn */
  readonly width: number;
  readonly height: number;
  /** focal length in the image's pixels, where EXIF says it */
  readonly focal?: number;
}

/**
 * Reads a JPEG, PNG or WebP file.
 *
 * @throws Error with a plain message when the file cannot be read as a photo
 */
export async function decodePhoto(file: string): Promise<DecodedPhoto> {
  const bytes = await readFile(file);
  if (bytes.length === 0) throw new Error('The file is empty');
  const reader = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' });
  const { format, autoOrient, exif } = await reader.metadata();
  if (format !== 'jpeg' && format !== 'png' && format !== 'webp') {
    throw new Error(`A ${format} file is not a photo that Ravlo reads (JPEG, PNG, WebP)`);
  }
  const { width, height } = autoOrient;
  const scale = Math.max(1, Math.sqrt((width * height) / WORKING_PIXELS));
  const sized = scale > 1 ? reader.resize(Math.round(width / scale)) : reader;
  const { data, info } = await sized
    .autoOrient()
    .flatten({ background: '#ffffff' })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return {
    image: { width: info.width, height: info.height, data: new Uint8ClampedArray(data) },
    scale: width / info.width,
    width,
    height,
    focal: exif ? await focalOf(bytes, info.width, info.height) : undefined,
  };
}

/** Broken EXIF says nothing. */
async function focalOf(bytes: Buffer, width: number, height: number): Promise<number | undefined> {
  const tags: { FocalLengthIn35mmFormat?: unknown } | undefined = await exifr
    .parse(bytes, ['FocalLengthIn35mmFormat'])
    .catch(() => undefined);
  return focalInPixels(tags?.FocalLengthIn35mmFormat, width, height);
}

/** Writes a page as PNG. */
export async function writePng(image: Rgba, file: string): Promise<void> {
  await rawImage(image).png({ compressionLevel: 6 }).toFile(file);
}

/** PNG bytes of a picture. */
export async function encodePng(image: Rgba): Promise<Uint8Array> {
  return rawImage(image).png({ compressionLevel: 6 }).toBuffer();
}

function rawImage({ width, height, data }: Rgba) {
  return sharp(Buffer.from(data.buffer, data.byteOffset, data.byteLength), {
    raw: { width, height, channels: 4 },
  }).removeAlpha();
}
