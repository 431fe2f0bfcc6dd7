import { INK, PAPER, RULE, TONE, type PageParts } from '../clean/pageParts';
import { widestAround } from '../clean/widestAround';
import type { Rgba } from '../raster/image';
import { boxesOfTiles, tilesWith, type Box, type Tiles } from './tiles';
import { darkestOf, darknessOf, smoothed } from './darknessOf';
import { cutStencil, FINE, PLAIN, type Stencil, type StencilGrain } from './stencil';
import { softCells, softPicture } from './softPicture';
import { unlikeTiles } from './unlikeTiles';

/** A piece of the page as a picture; places in page pixels. */
export interface PagePicture extends Box {
  /** may have fewer pixels than the piece it shows */
  readonly image: Rgba;
}

/** A developed page taken apart: pictures lie under the stencils, and white paper under all. */
export interface PageLayers {
  /** the page's pixels */
  readonly width: number;
  readonly height: number;
  readonly pictures: readonly PagePicture[];
  /** the first lies lowest */
  readonly stencils: readonly Stencil[];
}

export interface PageLayersOptions {
  /** how fine the stencil of ink is @default FINE */
  readonly ink?: StencilGrain;
  /** printed rules are shown @default true */
  readonly hasRules?: boolean;
}

/** Cells: further than letters are wide between their strokes. */
const SOFT_EDGE = 12;
/** On soft areas strokes are darker than this, in levels of lightness, and as a share of the darkest around. */
const PALEST_ON_SOFT = 70;
const PALEST_SHARE = 0.55;
/** Nobody knows what it is, but it is as dark as strokes are: it must be as sharp. */
const DARK_THING = 60;

/**
 * Takes a developed page apart into what is sharp (strokes, rules: stencils, finer than the page) and what is soft
 * (highlighter, printed pictures: coarse pictures under them). Where stencils would not show the page as it is, as in
 * shaded drawings, a picture of all the page's pixels takes their place, for those tiles only.
 *
 * @param page developed in a look that makes paper white
 * @param parts of the same page
 */
export function pageLayers(
  page: Rgba,
  allParts: PageParts,
  { ink: grain = FINE, hasRules = true }: PageLayersOptions = {},
): PageLayers {
  const parts = hasRules ? allParts : withoutRules(allParts);
  const { kinds, width, height } = parts;
  const soft = softCells(parts);
  // A soft area's edge is as pale or as yellow as the area.
  const nearSoft = widestAround(soft, width, height, SOFT_EDGE);
  const darkness = darknessOf(page, parts, nearSoft);
  // Faint things have a stencil of their own: where they touch ink, neither takes on the other's colour.
  const isFaint = new Uint8Array(kinds.length);
  const isInk = new Uint8Array(kinds.length);
  const darkest = darkestOf(darkness, parts);
  const dark = widestAround(darkest, width, height, 1);
  const darkAround = widestAround(darkest, width, height, SOFT_EDGE);
  for (let i = 0; i < kinds.length; i++) {
    // Between the strokes on highlighter the highlighter itself may have been taken for one.
    const palest = Math.max(PALEST_ON_SOFT, PALEST_SHARE * darkAround[i]);
    if (kinds[i] === INK && (nearSoft[i] === 0 || dark[i] > palest)) isInk[i] = 1;
    else if (kinds[i] === TONE && soft[i] === 0 && dark[i] > DARK_THING) isInk[i] = 1;
    else if (kinds[i] !== PAPER && nearSoft[i] === 0) isFaint[i] = 1;
  }
  const faint = cutStencil(page, parts, isFaint, smoothed(darkness), PLAIN);
  const ink = cutStencil(page, parts, isInk, darkness, grain);
  const inFull = unlikeTiles(parts, [faint, ink], darkness, nearSoft);
  for (const stencil of [faint, ink]) clearTiles(stencil, inFull);
  // The soft flanks of strokes are left to the stencil as well.
  const nearInk = widestAround(isInk, width, height, 1);
  const pictures = [
    ...boxesOfTiles(tilesWith(nearSoft, parts), page).map((box) => ({
      ...box,
      image: softPicture(page, parts, nearInk, box),
    })),
    ...boxesOfTiles(inFull, page).map((box) => ({ ...box, image: pieceOf(page, box) })),
  ];
  const stencils = [faint, ink].filter(({ mask }) => mask.data.includes(1));
  return { width: page.width, height: page.height, pictures, stencils };
}

function withoutRules(parts: PageParts): PageParts {
  return { ...parts, kinds: parts.kinds.map((kind) => (kind === RULE ? PAPER : kind)) };
}

function clearTiles({ mask, scale }: Stencil, tiles: Tiles): void {
  const side = tiles.side * scale;
  tiles.isIn.forEach((isIn, k) => {
    if (isIn === 0) return;
    const [left, top] = [(k % tiles.columns) * side, Math.floor(k / tiles.columns) * side];
    for (let y = top; y < Math.min(mask.height, top + side); y++) {
      mask.data.fill(0, y * mask.width + left, y * mask.width + Math.min(mask.width, left + side));
    }
  });
}

function pieceOf(page: Rgba, { left, top, width, height }: Box): Rgba {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    const from = ((top + y) * page.width + left) * 4;
    data.set(page.data.subarray(from, from + width * 4), y * width * 4);
  }
  return { width, height, data };
}
