import { AtkinsonHyperlegible_400Regular } from '@expo-google-fonts/atkinson-hyperlegible/400Regular';
import { wrap, type Remote } from 'comlink';
import { Asset } from 'expo-asset';
import type { Bows as CoreBows, ComposePdfOptions, EdgePicture, PdfPage, Quad } from '@ravlo/core';
import type { Bows, Corners, Page, Recipe } from '@ravlo/contract';
import type { CheckedPage, Darkroom, Picture } from './darkroom.worker';
import { cachedPicture, cachePicture } from './pictureCache';
import { photoUrl } from './photoUrl';
import { createPool, type Bench, type JobOptions } from './pool';
import { toCoreRecipe } from './recipe';

/**
 * The only door to core: everything that is computed on pixels goes through here, in workers. Bump the
 * number when developing changes, so that pictures made before are made again.
 */
const CORE_EDITION = 8;
const PDF_QUALITY = 0.8;

function makeWorker(): Bench<Remote<Darkroom>> {
  const worker = new Worker(new URL('./darkroom.worker', import.meta.url));
  return {
    tools: wrap<Darkroom>(worker),
    // A worker that fails to load leaves its callers waiting for ever: tell the pool.
    onBroken: (tell) => {
      worker.onerror = (event) => {
        worker.terminate();
        tell(new Error(event.message || 'The darkroom stopped'));
      };
    },
  };
}

const size = Math.min(3, Math.max(1, (globalThis.navigator?.hardwareConcurrency ?? 2) - 1 || 1));
const pool = createPool<Remote<Darkroom>>(size, makeWorker);

/** Looks for the sheet in a page's photo, and for which way up it is. */
export async function findInPhoto(
  page: Page,
  options: JobOptions = {},
): Promise<Pick<Recipe, 'outline' | 'turn'>> {
  const url = photoUrl(page.photo.id);
  const { corners, bows, confidence, isAllSheet, turn } = await pool.run((tools) => tools.find(url), {
    photo: url,
    ...options,
  });
  if (!corners) return { outline: { by: 'whole', reason: isAllSheet ? 'all-sheet' : 'none-found' }, turn };
  const outline = { by: 'finder' as const, corners: plainCorners(corners), confidence };
  return { outline: bows ? { ...outline, bows: plainBows(bows) } : outline, turn };
}

const plainCorners = ([a, b, c, d]: Quad): Corners => [[...a], [...b], [...c], [...d]];
const plainBows = ([a, b, c, d]: CoreBows): Bows => [[...a], [...b], [...c], [...d]];

/** Where a photo has edges: for helping a hand. */
export function photoEdges(photoId: string, options: JobOptions = {}): Promise<EdgePicture> {
  const url = photoUrl(photoId);
  return pool.run((tools) => tools.edges(url), { photo: url, ...options });
}

export interface PictureOptions extends JobOptions {
  /** shown for a moment, while something moves: not worth keeping */
  readonly isPassing?: boolean;
}

/** A page's developed picture, at most `longSide` pixels: from this browser's cache, or developed now. */
export async function pagePicture(
  page: Page,
  recipe: Recipe,
  longSide: number,
  { isPassing = false, ...options }: PictureOptions = {},
): Promise<Picture> {
  const key = pictureKey(page, recipe, longSide);
  const known = isPassing ? null : await cachedPicture(key);
  if (known) return known;
  const url = photoUrl(page.photo.id);
  const picture = await pool.run((tools) => tools.picture(url, toCoreRecipe(recipe), longSide, isPassing), {
    photo: url,
    ...options,
  });
  if (!isPassing) void cachePicture(key, picture);
  return picture;
}

/** What a picture depends on, as a text. */
export function pictureKey(page: Page, recipe: Recipe, longSide: number): string {
  return `${CORE_EDITION} ${page.photo.id} ${longSide} ${JSON.stringify(toCoreRecipe(recipe))}`;
}

/** Whether a page can be read, and if not, why; and what tells it from other pages. */
export function checkPage(page: Page, recipe: Recipe, options: JobOptions = {}): Promise<CheckedPage> {
  const url = photoUrl(page.photo.id);
  return pool.run((tools) => tools.check(url, toCoreRecipe(recipe)), { photo: url, ...options });
}

/** What a verdict depends on, as a text: not on the look. */
export function verdictKey(page: Page, recipe: Recipe): string {
  const { outline, bows, turn, level } = toCoreRecipe(recipe);
  return `${CORE_EDITION} ${page.photo.id} ${JSON.stringify({ outline, bows, turn, level })}`;
}

/** A page developed in full and coded, ready for the PDF. */
export function developForPdf(page: Page, recipe: Recipe, options: JobOptions = {}): Promise<PdfPage> {
  const url = photoUrl(page.photo.id);
  return pool.run((tools) => tools.pdfPage(url, toCoreRecipe(recipe), PDF_QUALITY), {
    photo: url,
    ...options,
  });
}

export async function makePdf(
  pages: readonly PdfPage[],
  settings: Omit<ComposePdfOptions, 'font'>,
  options: JobOptions = {},
): Promise<Uint8Array<ArrayBuffer>> {
  const hasWords = pages.some(({ marks }) => marks?.some(({ kind }) => kind === 'words'));
  const font = hasWords ? await notesFont() : undefined;
  return pool.run((tools) => tools.pdf(pages, { ...settings, font }), options);
}

/** The interface's own font, which notes are written in. */
async function notesFont(): Promise<Uint8Array> {
  const { uri } = Asset.fromModule(AtkinsonHyperlegible_400Regular);
  const response = await fetch(uri);
  if (!response.ok) throw new Error(`The font could not be fetched (${response.status})`);
  return new Uint8Array(await response.arrayBuffer());
}
