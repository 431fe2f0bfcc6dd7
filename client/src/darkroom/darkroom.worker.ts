import { expose, transfer } from 'comlink';
import {
  composePdf,
  develop,
  findPage,
  PAGE_DPI,
  scaleBows,
  scaleQuad,
  type Bows,
  type ComposePdfOptions,
  type PdfPage,
  type Quad,
  type Recipe,
  type Turn,
  type Verdict,
} from '@ravlo/core';
import { decodePhoto, encodeJpeg, type DecodedPhoto } from './codec';

/** A small developed picture for the screen. */
export interface Picture {
  readonly blob: Blob;
  readonly width: number;
  readonly height: number;
}

/** What was found in a photo. */
export interface FoundPage {
  readonly corners: Quad | null;
  readonly bows: Bows | null;
  readonly confidence: number;
  /** there is nothing to cut out: a flat scan, a close-up */
  readonly isAllSheet: boolean;
  /** brings the flat page upright */
  readonly turn: Turn;
}

const PICTURE_QUALITY = 0.82;

/** The photo worked on last stays decoded: most jobs come in runs on one photo. */
let last: { readonly url: string; readonly photo: DecodedPhoto } | null = null;

async function openPhoto(url: string): Promise<DecodedPhoto> {
  if (last?.url === url) return last.photo;
  last = null;
  const response = await fetch(url);
  if (!response.ok) throw new Error(`The photo could not be fetched (${response.status})`);
  const photo = await decodePhoto(await response.blob());
  last = { url, photo };
  return photo;
}

/** The recipe in the pixels of the decoded image, which may be smaller than the photo. */
function inDecodedPixels(recipe: Recipe, scale: number): Recipe {
  return {
    ...recipe,
    outline: recipe.outline && scaleQuad(recipe.outline, 1 / scale),
    bows: recipe.bows && scaleBows(recipe.bows, 1 / scale),
  };
}

const darkroom = {
  /** Finds the sheet and which way up it is; corners and bows in photo pixels. */
  async find(url: string): Promise<FoundPage> {
    const { image, scale, focal } = await openPhoto(url);
    const { outline, turn } = findPage(image, { focal });
    return {
      corners: outline.quad && scaleQuad(outline.quad, scale),
      bows: outline.bows && scaleBows(outline.bows, scale),
      confidence: outline.confidence,
      isAllSheet: outline.isAllSheet,
      turn,
    };
  },

  /** Develops a page small, for the screen. */
  async picture(url: string, recipe: Recipe, longSide: number): Promise<Picture> {
    const { image, scale, focal } = await openPhoto(url);
    const page = develop(image, inDecodedPixels(recipe, scale), { dpi: PAGE_DPI, longSide, focal });
    const { width, height } = page.image;
    return { blob: await encodeJpeg(page.image, PICTURE_QUALITY), width, height };
  },

  /** Judges a page at its full resolution. */
  async check(url: string, recipe: Recipe): Promise<Verdict> {
    const { image, scale, focal } = await openPhoto(url);
    const options = { dpi: PAGE_DPI, focal, judges: true };
    const { verdict } = develop(image, { ...inDecodedPixels(recipe, scale), look: 'as-shot' }, options);
    if (!verdict) throw new Error('The page was not judged');
    return verdict;
  },

  /** Develops a page in full and codes it for the PDF. */
  async pdfPage(url: string, recipe: Recipe, quality: number): Promise<PdfPage> {
    const { image, scale, focal } = await openPhoto(url);
    const page = develop(image, inDecodedPixels(recipe, scale), { dpi: PAGE_DPI, focal });
    const blob = await encodeJpeg(page.image, quality);
    const jpeg = new Uint8Array(await blob.arrayBuffer());
    return transfer({ jpeg, size: page.size }, [jpeg.buffer]);
  },

  async pdf(pages: readonly PdfPage[], options: ComposePdfOptions): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = await composePdf(pages, options);
    return transfer(bytes, [bytes.buffer]);
  },
};

export type Darkroom = typeof darkroom;

expose(darkroom);
