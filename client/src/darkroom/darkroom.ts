import { AtkinsonHyperlegible_400Regular } from '@expo-google-fonts/atkinson-hyperlegible/400Regular';
import { wrap, type Remote } from 'comlink';
import { Asset } from 'expo-asset';
import type { ComposedWithin, ComposePdfOptions, EdgePicture, PdfLadder, PdfPage } from '@ravlo/core';
import { FRESH_RECIPE, type Found, type Look, type Photo, type Recipe } from '@ravlo/contract';
import { createPhotoBytes } from './photoBytes';
import { createPictureCache } from './pictureCache';
import { pictureKey } from './keys';
import { createPool, isAbort, type JobOptions, type PoolWorker } from './pool';
import { toCoreRecipe, toFound } from '@ravlo/words';
import type { CheckedPage, DarkroomTools, PhotoSource, Picture } from './worker/tools';

/** The picture that is made of every photo that comes in: a tile's, px of the longer side. */
export const TILE_SIDE = 560;

/** What is known of a photo that has come in, and is shown on the table. */
export interface Insight {
  readonly found: Found;
  /** of the page as it was found */
  readonly checked: CheckedPage;
}

export interface PictureOptions extends JobOptions {
  /** shown for a moment, while something moves: not as fine, and not worth keeping @default false */
  readonly isQuick?: boolean;
}

/** A photo: any page's, or one that is not a page yet. */
export type AnyPhoto = Pick<Photo, 'sha256'> & Partial<Pick<Photo, 'id'>>;

export interface DarkroomOptions {
  /** the name of the browser's store that developed pictures are kept in */
  readonly pictures: string;
  /** whose photos they are, among those who share this browser: nobody is shown a copy that was kept for another @default the first's */
  readonly whose?: string;
  /** @default a real one */
  readonly makeWorker?: () => PoolWorker<Remote<DarkroomTools>>;
}

/**
 * The only door to core's work on pixels: all of it runs in workers. Photos are opened from bytes in hand where there
 * are any, and fetched only where they are not.
 */
export function createDarkroom({ pictures: name, whose = '', makeWorker = openWorker }: DarkroomOptions) {
  const pool = createPool(poolSize(), makeWorker);
  const pictures = createPictureCache(name);
  const bytes = createPhotoBytes();
  const photoUrl = (photoId: string): string =>
    `/api/photos/${photoId}${whose ? `?of=${encodeURIComponent(whose)}` : ''}`;

  /** @throws Error where nobody has the bytes */
  const sourceOf = ({ sha256, id }: AnyPhoto): PhotoSource => {
    const from = bytes.of(sha256) ?? (id ? photoUrl(id) : null);
    if (from === null) throw new Error('The photo is not in hand any more, and no page yet');
    return { key: sha256, from };
  };
  const on = async <T>(
    photo: AnyPhoto,
    work: (tools: Remote<DarkroomTools>, source: PhotoSource) => Promise<T>,
    options: JobOptions = {},
  ): Promise<T> => {
    const run = () => {
      // As it is now: what waits for a worker keeps the bytes that it was asked with.
      const source = sourceOf(photo);
      return pool.run((tools) => work(tools, source), { photo: photo.sha256, ...options });
    };
    try {
      return await run();
    } catch (reason) {
      // A file that was chosen may have been moved since: then the server's copy is as good.
      if (isAbort(reason) || !photo.id || !bytes.of(photo.sha256)) throw reason;
      bytes.drop(photo.sha256);
      return run();
    }
  };

  return {
    /** Keeps a photo's bytes at hand for what is done with it in this window. */
    hold: bytes.hold,
    bytesOf: bytes.of,
    /** Where a photo's untouched bytes are on the server. */
    photoUrl,
    /** Lets go of the developed pictures that the browser keeps. */
    clearPictures: pictures.clear,

    /**
     * All that is shown of a photo that has come in, from one look: where its sheet is and which way is up, its picture
     * (into the cache) and whether it can be read.
     */
    async lookInto(photo: AnyPhoto, look: Look, options: JobOptions = {}): Promise<Insight> {
      const { found, picture, checked } = await on(
        photo,
        (tools, source) => tools.lookInto(source, look, TILE_SIDE),
        options,
      );
      const page = toFound(found);
      const { outline, turn } = page;
      await pictures.put(pictureKey(photo, { ...FRESH_RECIPE, look, outline, turn }, TILE_SIDE), picture);
      return { found: page, checked };
    },

    /** Looks for the sheet in a photo, and for which way up it is. */
    async find(photo: AnyPhoto, options?: JobOptions): Promise<Found> {
      return toFound(await on(photo, (tools, source) => tools.find(source), options));
    },

    /** Where a photo has edges: for helping a hand. */
    edges(photo: AnyPhoto, options?: JobOptions): Promise<EdgePicture> {
      return on(photo, (tools, source) => tools.edges(source), options);
    },

    /** A page's developed picture, at most `longSide` pixels: from this browser's cache, or developed now. */
    async picture(
      photo: AnyPhoto,
      recipe: Recipe,
      longSide: number,
      { isQuick = false, ...options }: PictureOptions = {},
    ): Promise<Picture> {
      const key = pictureKey(photo, recipe, longSide);
      const known = isQuick ? null : await pictures.get(key);
      if (known) return known;
      const picture = await on(
        photo,
        (tools, source) => tools.picture(source, toCoreRecipe(recipe), longSide, isQuick),
        options,
      );
      if (!isQuick) void pictures.put(key, picture);
      return picture;
    },

    /** Whether a page can be read, and if not, why; and what tells it from other pages. */
    check(photo: AnyPhoto, recipe: Recipe, options?: JobOptions): Promise<CheckedPage> {
      return on(photo, (tools, source) => tools.check(source, toCoreRecipe(recipe)), options);
    },

    /** A page developed in full and coded, ready for the PDF. */
    pdfPage(photo: AnyPhoto, recipe: Recipe, options?: JobOptions): Promise<PdfPage> {
      return on(photo, (tools, source) => tools.pdfPage(source, toCoreRecipe(recipe)), options);
    },

    /** The same page coded in all the ways that a size limit may ask for. */
    pdfLadder(photo: AnyPhoto, recipe: Recipe, options?: JobOptions): Promise<PdfLadder> {
      return on(photo, (tools, source) => tools.pdfLadder(source, toCoreRecipe(recipe)), options);
    },

    async pdf(
      pages: readonly PdfPage[],
      settings: Omit<ComposePdfOptions, 'font'>,
      options: JobOptions = {},
    ): Promise<Uint8Array<ArrayBuffer>> {
      const font = await fontFor(pages);
      return pool.run((tools) => tools.pdf(pages, { ...settings, font }), options);
    },

    /** One PDF that is never larger than a limit. */
    async pdfWithin(
      pages: readonly PdfLadder[],
      mostBytes: number,
      settings: Omit<ComposePdfOptions, 'font'>,
      options: JobOptions = {},
    ): Promise<ComposedWithin> {
      const font = await fontFor(pages);
      return pool.run((tools) => tools.pdfWithin(pages, mostBytes, { ...settings, font }), options);
    },
  };
}

export type Darkroom = ReturnType<typeof createDarkroom>;

/** One processor is left to the page itself. */
const poolSize = () => Math.min(3, Math.max(1, (globalThis.navigator?.hardwareConcurrency ?? 2) - 1));

function openWorker(): PoolWorker<Remote<DarkroomTools>> {
  const worker = new Worker(new URL('./worker/darkroom.worker', import.meta.url));
  return {
    tools: wrap<DarkroomTools>(worker),
    // A worker that fails to load leaves its callers waiting for ever: tell the pool.
    onBroken: (tell) => {
      worker.onerror = (event) => {
        worker.terminate();
        tell(new Error(event.message || 'The darkroom stopped'));
      };
    },
  };
}

/** The interface's own font, which notes are written in; none where nothing is written. */
async function fontFor(pages: readonly Pick<PdfPage, 'marks'>[]): Promise<Uint8Array | undefined> {
  if (!pages.some(({ marks }) => marks?.some(({ kind }) => kind === 'words'))) return undefined;
  const { uri } = Asset.fromModule(AtkinsonHyperlegible_400Regular);
  const response = await fetch(uri);
  if (!response.ok) throw new Error(`The font could not be fetched (${response.status})`);
  return new Uint8Array(await response.arrayBuffer());
}
