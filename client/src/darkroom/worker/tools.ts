import {
  codeLadder,
  codePage,
  composePdf,
  composeWithin,
  developFlat,
  edgePicture,
  findPage,
  flattenForRecipe,
  GLANCE_PAGE,
  inkMapOf,
  PAGE_DPI,
  scaleRecipe,
  sheetSignature,
  shrinkToFit,
  wholeQuad,
  type ComposedWithin,
  type ComposePdfOptions,
  type EdgePicture,
  type EncodeJpeg,
  type FlatPage,
  type InkMap,
  type PdfLadder,
  type PdfPage,
  type Recipe,
  type Rgba,
  type Verdict,
} from '@ravlo/core';
import { toFoundSheet, type FoundSheet } from '@ravlo/words';
import type { DecodedPhoto } from './codec';

/** A photo by its bytes where they are in hand, else by where they can be fetched. */
export interface PhotoSource {
  /** equal for equal bytes */
  readonly key: string;
  readonly from: Blob | string;
}

/** A small developed picture for the screen. */
export interface Picture {
  readonly blob: Blob;
  readonly width: number;
  readonly height: number;
  /** mm, as it lies */
  readonly size: { readonly width: number; readonly height: number };
}

export interface CheckedPage {
  readonly verdict: Verdict;
  /** see core's sheetSignature */
  readonly signature: readonly number[];
  /** wider than high */
  readonly isLandscape: boolean;
}

/** All that is shown of a photo that has just come in. */
export interface LookedInto {
  readonly found: FoundSheet;
  readonly picture: Picture;
  readonly checked: CheckedPage;
}

/** What the tools need of the place where they run. */
export interface Codec {
  /** @throws Error when the bytes cannot be fetched or are no photo */
  readonly decode: (from: Blob | string) => Promise<DecodedPhoto>;
  /** for the screen; quality 0 to 1 */
  readonly encodeJpeg: (image: Rgba, quality: number) => Promise<Blob>;
  /** for PDFs: the same bytes everywhere */
  readonly encodePdfJpeg: EncodeJpeg;
}

const PICTURE_QUALITY = 0.82;

/** A flat page with its ink, which is measured when it is first asked for. */
interface MeasuredPage {
  readonly key: string;
  readonly flat: FlatPage;
  readonly ink: () => InkMap;
}

function measured(key: string, flat: FlatPage): MeasuredPage {
  let ink: InkMap | null = null;
  return { key, flat, ink: () => (ink ??= inkMapOf(flat.image)) };
}

/** The darkroom's work, one photo after the other: the photo worked on last stays decoded. */
export function createTools({ decode, encodeJpeg, encodePdfJpeg }: Codec) {
  let last: { readonly key: string; readonly photo: DecodedPhoto } | null = null;
  /** The small page flattened last, and the full one: a look is tried on them again and again. */
  let lastSmall: MeasuredPage | null = null;
  let lastFull: MeasuredPage | null = null;

  async function open({ key, from }: PhotoSource): Promise<DecodedPhoto> {
    if (last?.key === key) return last.photo;
    last = null;
    const photo = await decode(from);
    last = { key, photo };
    return photo;
  }

  /** @param longSide of a small page, px; else it is a full one */
  function measuredPage(
    key: string,
    { image, focal }: DecodedPhoto,
    recipe: Recipe,
    longSide?: number,
  ): MeasuredPage {
    const { outline, bows, turn, level } = recipe;
    const whole = JSON.stringify([key, outline, bows, turn, level, longSide]);
    const known = longSide ? lastSmall : lastFull;
    if (known?.key === whole) return known;
    // Memory on a phone is short: the last one goes before the next is made.
    if (longSide) lastSmall = null;
    else lastFull = null;
    const page = measured(whole, flattenForRecipe(image, recipe, { dpi: PAGE_DPI, longSide, focal }));
    if (longSide) lastSmall = page;
    else lastFull = page;
    return page;
  }

  /** @param longSide see `measuredPage` */
  async function developed(source: PhotoSource, recipe: Recipe, longSide?: number) {
    const photo = await open(source);
    const inPixels = scaleRecipe(recipe, 1 / photo.scale);
    const { flat, ink } = measuredPage(source.key, photo, inPixels, longSide);
    const known = recipe.look === 'as-shot' ? undefined : ink();
    return developFlat(flat, photo.image, inPixels, { dpi: PAGE_DPI }, known);
  }

  const tools = {
    /** Finds the sheet and which way up it is; corners and bows in photo pixels. */
    async find(source: PhotoSource): Promise<FoundSheet> {
      const { image, scale, focal } = await open(source);
      return toFoundSheet(findPage(image, { focal }), scale);
    },

    /** Finds the sheet, develops it small as it will be shown, and judges it: the photo is decoded once. */
    async lookInto(source: PhotoSource, look: Recipe['look'], longSide: number): Promise<LookedInto> {
      const found = await tools.find(source);
      const { corners: outline, bows, turn } = found;
      const recipe: Recipe = { outline, bows, turn, look };
      const picture = await tools.picture(source, recipe, longSide, false);
      return { found, picture, checked: await tools.check(source, recipe) };
    },

    /** Where a photo has edges, small; in photo pixels. */
    async edges(source: PhotoSource): Promise<EdgePicture> {
      const { image, scale } = await open(source);
      const edges = edgePicture(image);
      return { ...edges, scale: edges.scale * scale };
    },

    /**
     * Develops a page small, for the screen: what one glances at is the page of the PDF made small, as it would be cleaned another way
     * from a small copy.
     *
     * @param isQuick for a moment only, while something moves: not as fine
     */
    async picture(source: PhotoSource, recipe: Recipe, longSide: number, isQuick: boolean): Promise<Picture> {
      const isSmall = isQuick || longSide >= GLANCE_PAGE;
      const page = await developed(source, recipe, isSmall ? longSide : undefined);
      const shown = shrinkToFit(page.image, longSide);
      const { width, height } = shown;
      const size = { width: page.size.width, height: page.size.height };
      return { blob: await encodeJpeg(shown, PICTURE_QUALITY), width, height, size };
    },

    /** Judges a page at its full resolution, and takes the signature by which its like is known. */
    async check(source: PhotoSource, recipe: Recipe): Promise<CheckedPage> {
      const photo = await open(source);
      const { image, scale } = photo;
      const inPixels = scaleRecipe(recipe, 1 / scale);
      const { flat, ink } = measuredPage(source.key, photo, inPixels);
      const asShot: Recipe = { ...inPixels, look: 'as-shot' };
      const { verdict, size } = developFlat(flat, image, asShot, { dpi: PAGE_DPI, judges: true }, ink());
      if (!verdict) throw new Error('The page was not judged');
      const quad = inPixels.outline ?? wholeQuad(image.width, image.height);
      return {
        verdict,
        signature: Array.from(sheetSignature(image, quad), rounded),
        isLandscape: size.width > size.height,
      };
    },

    /** Develops a page in full and codes it for the PDF. */
    async pdfPage(source: PhotoSource, recipe: Recipe): Promise<PdfPage> {
      const { image, parts, size } = await developed(source, recipe);
      return { coded: await codePage(image, parts, { encodeJpeg: encodePdfJpeg }), size };
    },

    /** Develops a page in full and codes it in all the ways that a size limit may ask for. */
    async pdfLadder(source: PhotoSource, recipe: Recipe): Promise<PdfLadder> {
      const { image, parts, size } = await developed(source, recipe);
      return { rungs: await codeLadder(image, parts, encodePdfJpeg), size };
    },

    async pdf(pages: readonly PdfPage[], options: ComposePdfOptions): Promise<Uint8Array<ArrayBuffer>> {
      return composePdf(pages, options);
    },

    async pdfWithin(
      pages: readonly PdfLadder[],
      mostBytes: number,
      options: ComposePdfOptions,
    ): Promise<ComposedWithin> {
      return composeWithin(pages, mostBytes, options);
    },
  };
  return tools;
}

export type DarkroomTools = ReturnType<typeof createTools>;

const rounded = (value: number) => Math.round(value * 1e4) / 1e4;
