import { stat } from 'node:fs/promises';
import exifr from 'exifr';
import sharp from 'sharp';
import { LEAST_PHOTO_SIDE, MOST_PHOTO_PIXELS, type Photo } from '@ravlo/contract';
import { ProblemError } from '../problems';

const MIMES: Partial<Record<string, Photo['mime']>> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
};

export interface PhotoFacts extends Pick<Photo, 'width' | 'height' | 'mime' | 'bytes'> {
  /** null where the photo does not say */
  readonly takenAt: Date | null;
}

/**
 * Looks into a file that came in as a photo: by its bytes, not its name. Decodes it once, small, so that a
 * photo that broke off on the way is noticed while it can still be sent again.
 *
 * @param name for the sentence the person reads
 * @throws ProblemError photo-empty, -unreadable, -incomplete, -too-big or -too-small
 */
export async function inspectPhoto(file: string, name: string): Promise<PhotoFacts> {
  const { size: bytes } = await stat(file);
  const called = `“${shorten(name)}”`;
  if (bytes === 0) {
    throw new ProblemError(
      'photo-empty',
      `${called} is empty: it has no bytes at all. Choose it again, or another one.`,
    );
  }
  const metadata = await sharp(file, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  const mime = metadata && MIMES[metadata.format];
  if (!metadata || !mime) {
    const kind = metadata ? `a ${metadata.format.toUpperCase()} file` : 'not a photo';
    throw new ProblemError(
      'photo-unreadable',
      `${called} is ${kind}. Ravlo takes JPEG, PNG and WebP photos.`,
    );
  }
  const { width, height } = metadata.autoOrient;
  const megapixels = (pixels: number) => `${Math.round(pixels / 1e6)} megapixels`;
  if (width * height > MOST_PHOTO_PIXELS) {
    throw new ProblemError(
      'photo-too-big',
      `${called} has ${megapixels(width * height)}; Ravlo takes up to ${megapixels(MOST_PHOTO_PIXELS)}. Set the camera to a smaller size and take it again.`,
    );
  }
  if (Math.min(width, height) < LEAST_PHOTO_SIDE) {
    throw new ProblemError(
      'photo-too-small',
      `${called} is only ${width} x ${height} pixels: too small for a page that can be read.`,
    );
  }
  await assertWhole(file, called);
  return { width, height, mime, bytes, takenAt: await readTakenAt(file) };
}

/** A camera's own clock, without a time zone: good for telling which of two photos came first. */
async function readTakenAt(file: string): Promise<Date | null> {
  const tags: { DateTimeOriginal?: unknown } | undefined = await exifr
    .parse(file, ['DateTimeOriginal'])
    .catch(() => undefined);
  const taken = tags?.DateTimeOriginal;
  return taken instanceof Date && !Number.isNaN(taken.getTime()) ? taken : null;
}

async function assertWhole(file: string, called: string): Promise<void> {
  try {
    await sharp(file, { failOn: 'truncated', limitInputPixels: MOST_PHOTO_PIXELS })
      .resize(64)
      .raw()
      .toBuffer();
  } catch {
    throw new ProblemError(
      'photo-incomplete',
      `${called} is damaged: a part of the picture is missing. Choose it again, or take the photo again.`,
    );
  }
}

function shorten(name: string): string {
  return name.length > 60 ? `${name.slice(0, 40)}…${name.slice(-15)}` : name;
}
