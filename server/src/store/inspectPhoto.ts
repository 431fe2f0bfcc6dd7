import { stat } from 'node:fs/promises';
import { Semaphore } from 'async-mutex';
import exifr from 'exifr';
import sharp, { type Metadata } from 'sharp';
import {
  LEAST_PHOTO_SIDE,
  MOST_PHOTO_PIXELS,
  MOST_PHOTO_RATIO,
  MOST_PHOTO_SIDE,
  type Photo,
} from '@ravlo/contract';
import { ProblemError } from '../problems';

// One picture needs one thread, and none is looked at twice.
sharp.concurrency(1);
sharp.cache(false);

const MIMES: Partial<Record<string, Photo['mime']>> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
};

/** Memory that decoding may take, all photos that are being looked into together, MB. */
const MOST_MEMORY = 300;
/** No more photos than this are looked into at a time: libuv's pool has four threads, and the database needs some. */
const MOST_AT_ONCE = 2;
const LEAST_MEMORY = Math.floor(MOST_MEMORY / MOST_AT_ONCE);
const memory = new Semaphore(MOST_MEMORY);

/** A camera's clock before this was never set, and after tomorrow it is wrong. */
const FIRST_TAKEN = Date.UTC(1990, 0, 1);
const TOMORROW = 24 * 3600 * 1000;

export interface PhotoFacts extends Pick<Photo, 'width' | 'height' | 'mime' | 'bytes'> {
  /** null where the photo does not say, or says what cannot be */
  readonly takenAt: Date | null;
}

/**
 * Looks into a file that came in as a photo: by its bytes, not its name. Reads it to its end once, so that a photo
 * that broke off on the way, or lost a part in the middle, is noticed while it can still be sent again. Waits
 * while other photos need the memory.
 *
 * @param name for the sentence the person reads
 * @throws ProblemError photo-empty, -unreadable, -incomplete, -too-big, -too-small or -shape
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
      `${called} is ${kind}. Ravlo takes photos as JPEG, PNG, WebP and HEIC, and scans as TIFF and PDF.`,
    );
  }
  const { width, height } = metadata.autoOrient;
  assertSize(width, height, called);
  const need = memoryFor(metadata);
  if (need > MOST_MEMORY) {
    throw new ProblemError(
      'photo-too-big',
      `${called} is stored in a way that takes too much memory to open. Save it as a plain JPEG, or take the photo again.`,
    );
  }
  await memory.runExclusive(() => assertWhole(file, metadata, called), Math.max(LEAST_MEMORY, need));
  return { width, height, mime, bytes, takenAt: await readTakenAt(file) };
}

function assertSize(width: number, height: number, called: string): void {
  const megapixels = (pixels: number) => `${Math.round(pixels / 1e6)} megapixels`;
  const [short, long] = [Math.min(width, height), Math.max(width, height)];
  if (width * height > MOST_PHOTO_PIXELS) {
    throw new ProblemError(
      'photo-too-big',
      `${called} has ${megapixels(width * height)}; Ravlo takes up to ${megapixels(MOST_PHOTO_PIXELS)}. Set the camera to a smaller size and take it again.`,
    );
  }
  if (short < LEAST_PHOTO_SIDE) {
    throw new ProblemError(
      'photo-too-small',
      `${called} is only ${width} x ${height} pixels: too small for a page that can be read.`,
    );
  }
  if (long > MOST_PHOTO_SIDE || long > short * MOST_PHOTO_RATIO) {
    throw new ProblemError(
      'photo-shape',
      `${called} is ${width} x ${height} pixels: a strip, not a sheet. Cut it into pieces, or take photos of its parts.`,
    );
  }
}

/**
 * Memory that reading a photo to its end takes, MB; measured with 64 megapixels of each kind. Most are read row by
 * row; those that come coarse first and then finer have to be held whole.
 */
function memoryFor({ format, width, height, channels, depth, isProgressive, chromaSubsampling }: Metadata) {
  const megapixels = (width * height) / 1e6;
  if (!isProgressive) return 0;
  if (format === 'png') return megapixels * channels * (depth === 'ushort' ? 2 : 1);
  return megapixels * (chromaSubsampling === '4:2:0' ? 3.5 : 6.5);
}

/** Bytes between two parts of a JPEG that some cameras leave, and that harm nothing. */
const STRAY_BYTES = 64;
/** Rows that are read: the last ones, which cannot be had without all those above them. */
const LAST_ROWS = 8;

async function assertWhole(file: string, { format, width, height }: Metadata, called: string) {
  const read = async (failOn: 'warning' | 'truncated') => {
    const photo = sharp(file, { failOn, limitInputPixels: MOST_PHOTO_PIXELS });
    const rows = { left: 0, top: height - LAST_ROWS, width: Math.min(64, width), height: LAST_ROWS };
    // A WebP is decoded whole or small; small takes a twentieth of the memory.
    await (format === 'webp' ? photo.resize(64) : photo.extract(rows)).raw().toBuffer();
  };
  try {
    // What is missing in the middle of a JPEG is only a warning to its decoder. The other formats warn of trifles.
    await read(format === 'jpeg' ? 'warning' : 'truncated').catch(async (error: unknown) => {
      if (!isHarmless(error)) throw error;
      await read('truncated');
    });
  } catch {
    throw new ProblemError(
      'photo-incomplete',
      `${called} is damaged: a part of the picture is missing. Choose it again, or take the photo again.`,
    );
  }
}

/** Warnings of the JPEG decoder that leave the picture whole. */
function isHarmless(error: unknown): boolean {
  const said = error instanceof Error ? error.message : '';
  const stray = /(\d+) extraneous bytes/.exec(said);
  if (stray) return Number(stray[1]) <= STRAY_BYTES;
  return !/premature end|bad huffman|corrupt|missing|truncated|instead of/i.test(said);
}

/** A camera's own clock, without a time zone: good for telling which of two photos came first. */
async function readTakenAt(file: string): Promise<Date | null> {
  const tags: { DateTimeOriginal?: unknown } | undefined = await exifr
    .parse(file, ['DateTimeOriginal'])
    .catch(() => undefined);
  const taken = tags?.DateTimeOriginal;
  const time = taken instanceof Date ? taken.getTime() : Number.NaN;
  return time >= FIRST_TAKEN && time <= Date.now() + TOMORROW ? new Date(time) : null;
}

function shorten(name: string): string {
  return name.length > 60 ? `${name.slice(0, 40)}…${name.slice(-15)}` : name;
}
