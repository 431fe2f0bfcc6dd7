import { zlibSync } from 'fflate';
import type { PageParts } from '../clean/pageParts';
import type { Rgba } from '../raster/image';
import type { Box } from './tiles';
import { codeOneBit } from './codeOneBit';
import { pageLayers, type PageLayers, type PageLayersOptions } from './pageLayers';
import type { Stencil, StencilColours } from './stencil';

/** A JPEG and where it lies, in page pixels. */
export interface CodedPicture extends Box {
  readonly jpeg: Uint8Array;
}

/** A one-bit mask as JBIG2, from the page's top left corner, and the colours that show through it. */
export interface CodedStencil {
  readonly jbig2: Uint8Array;
  readonly width: number;
  readonly height: number;
  /** mask pixels a page pixel */
  readonly scale: number;
  readonly colours: CodedColours;
}

/** One for all (red, green, blue, 0 to 255), or one a patch of so many page pixels each way: RGB bytes, deflated. */
export type CodedColours =
  | readonly [number, number, number]
  | {
      readonly width: number;
      readonly height: number;
      readonly patch: number;
      readonly deflated: Uint8Array;
    };

/** A page as it lies in a PDF: pictures, and stencils over them; the first lies lowest. */
export interface CodedPage {
  /** the page's pixels: what places are given in */
  readonly width: number;
  readonly height: number;
  readonly pictures: readonly CodedPicture[];
  readonly stencils: readonly CodedStencil[];
}

/** How pictures are coded, in terms of mozjpeg: small, and as every reader of PDF knows them. */
export const PDF_JPEG_OPTIONS = { progressive: false, optimize_coding: true } as const;

/** @param quality 1 to 100 */
export type EncodeJpeg = (image: Rgba, quality: number) => Uint8Array | Promise<Uint8Array>;

export interface CodePageOptions extends PageLayersOptions {
  readonly encodeJpeg: EncodeJpeg;
  /** of pictures, 1 to 100 @default USUAL_QUALITY */
  readonly quality?: number;
}

export const USUAL_QUALITY = 75;

/**
 * Codes a developed page for a PDF: in layers where its parts are known, else as one JPEG.
 *
 * @param parts of the same page; null where the look shows the photo as it is
 */
export async function codePage(
  page: Rgba,
  parts: PageParts | null,
  { encodeJpeg, quality = USUAL_QUALITY, ...options }: CodePageOptions,
): Promise<CodedPage> {
  const layers = parts ? pageLayers(page, parts, options) : onePicture(page);
  const { width, height } = page;
  const pictures = await codePictures(layers.pictures, quality, encodeJpeg);
  return { width, height, pictures, stencils: layers.stencils.map(codeStencil) };
}

/**
 * A page as one picture of all of it.
 *
 * @param image with fewer pixels than the page, where that is enough @default the page's own
 */
export function onePicture(page: Rgba, image: Rgba = page): PageLayers {
  const { width, height } = page;
  return { width, height, pictures: [{ left: 0, top: 0, width, height, image }], stencils: [] };
}

/** @param quality 1 to 100 */
export async function codePictures(
  pictures: PageLayers['pictures'],
  quality: number,
  encodeJpeg: EncodeJpeg,
): Promise<CodedPicture[]> {
  const coded: CodedPicture[] = [];
  for (const { image, ...box } of pictures) coded.push({ ...box, jpeg: await encodeJpeg(image, quality) });
  return coded;
}

export function codeStencil({ mask, scale, colours }: Stencil): CodedStencil {
  const { width, height } = mask;
  return { jbig2: codeOneBit(mask), width, height, scale, colours: codeColours(colours) };
}

function codeColours({ width, height, patch, data }: StencilColours): CodedColours {
  const [red, green, blue] = data;
  const isOne = data.every((value, i) => value === data[i % 3]);
  return isOne ? [red, green, blue] : { width, height, patch, deflated: zlibSync(data, { level: 9 }) };
}
