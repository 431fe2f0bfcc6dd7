import { expose, transfer } from 'comlink';
import {
  composePdf,
  develop,
  developFlat,
  edgePicture,
  flattenForRecipe,
  findPage,
  PAGE_DPI,
  scaleBows,
  scaleQuad,
  sheetSignature,
  shrinkToFit,
  wholeQuad,
  type Bows,
  type ComposePdfOptions,
  type DevelopOptions,
  type EdgePicture,
  type FlatPage,
  type PdfPage,
  type Quad,
  type Recipe,
  type Rgba,
  type Turn,
  type Verdict,
} from '@ravlo/core';
import { decodePhoto, encodeJpeg, type DecodedPhoto } from './codec';

/** A small developed picture for the screen. */
export interface Picture {
  readonly blob: Blob;
  readonly width: number;
  readonly height: number;
  /** mm, as it lies */
  readonly size: { readonly width: number; readonly height: number };
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

export interface CheckedPage {
  readonly verdict: Verdict;
  /** see core's sheetSignature */
  readonly signature: readonly number[];
  /** the page is wider than high */
  readonly lies: boolean;
}

const rounded = (value: number) => Math.round(value * 1e4) / 1e4;

const PICTURE_QUALITY = 0.82;
/** Pictures from this size on are developed as large as they are shown, px. */
const FINE_FROM = 1000;

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

/** The small page flattened last: a look is tried on it again and again. */
let lastFlat: { readonly key: string; readonly page: FlatPage } | null = null;

function flatPage(url: string, image: Rgba, recipe: Recipe, options: DevelopOptions): FlatPage {
  const { outline, bows, turn, level } = recipe;
  const key = JSON.stringify([url, outline, bows, turn, level, options.longSide]);
  if (lastFlat?.key !== key) lastFlat = { key, page: flattenForRecipe(image, recipe, options) };
  return lastFlat.page;
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

  /** Where a photo has edges, small; in photo pixels. */
  async edges(url: string): Promise<EdgePicture> {
    const { image, scale } = await openPhoto(url);
    const edges = edgePicture(image);
    return { ...edges, scale: edges.scale * scale };
  },

  /**
   * Develops a page small, for the screen.
   *
   * @param isQuick for a moment only, while something moves: not as fine
   */
  async picture(url: string, recipe: Recipe, longSide: number, isQuick: boolean): Promise<Picture> {
    const { image, scale, focal } = await openPhoto(url);
    const inPixels = inDecodedPixels(recipe, scale);
    // Faint rules and strokes are told from noise better before a page is made so small.
    const worked = isQuick || longSide >= FINE_FROM ? longSide : longSide * 2;
    const options = { dpi: PAGE_DPI, longSide: worked, focal };
    const page = developFlat(flatPage(url, image, inPixels, options), image, inPixels, options);
    const shown = shrinkToFit(page.image, longSide);
    const { width, height } = shown;
    const { size } = page;
    return {
      blob: await encodeJpeg(shown, PICTURE_QUALITY),
      width,
      height,
      size: { width: size.width, height: size.height },
    };
  },

  /** Judges a page at its full resolution, and takes the signature by which its like is known. */
  async check(url: string, recipe: Recipe): Promise<CheckedPage> {
    const { image, scale, focal } = await openPhoto(url);
    const options = { dpi: PAGE_DPI, focal, judges: true };
    const inPixels = inDecodedPixels(recipe, scale);
    const { verdict, size } = develop(image, { ...inPixels, look: 'as-shot' }, options);
    if (!verdict) throw new Error('The page was not judged');
    const quad = inPixels.outline ?? wholeQuad(image.width, image.height);
    return {
      verdict,
      signature: Array.from(sheetSignature(image, quad), rounded),
      lies: size.width > size.height,
    };
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
