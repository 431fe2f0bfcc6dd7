import { layNotes, type NoteMark, type PaperSettings } from '@ravlo/core/geometry';
import type { PdfLadder, PdfPage } from '@ravlo/core';
import type { Page, Recipe } from '@ravlo/contract';
import type { Darkroom } from '@/darkroom/darkroom';
import { pictureKey } from '@/darkroom/keys';
import { isAbort, type JobOptions } from '@/darkroom/pool';
import { stampWords } from '@ravlo/words';

/** A page that the PDF is made of, as it is for the person. */
export interface PdfWork {
  readonly page: Page;
  readonly recipe: Recipe;
  /** which part of what is asked for it is: readers list it under that */
  readonly part?: string;
}

export type PdfMade =
  | { readonly status: 'working'; readonly done: number; readonly total: number }
  | {
      readonly status: 'ready';
      readonly bytes: Uint8Array<ArrayBuffer>;
      /** of the file */
      readonly pageCount: number;
      /** the numbers of the pages that could not be developed: they are not in it */
      readonly lost: readonly number[];
      /** where no readable version stays within the limit: the least that there can be, bytes. The file is then above it */
      readonly leastBytes?: number;
      /** how much the page that gave most for the limit reads worse, 0 to 1 */
      readonly loss: number;
    }
  /** the numbers of the pages that cannot be developed, which are all; none when it is not for a page */
  | { readonly status: 'failed'; readonly numbers: readonly number[] };

/** How the file is to be. */
export interface PdfWishes extends PaperSettings {
  readonly title: string;
  /** of the packet, not of the clock: the same packet gives the same bytes */
  readonly date: Date;
  readonly language: string;
  readonly author?: string;
  /** null for no limit */
  readonly mostBytes: number | null;
  /** whose work it is, for stamps */
  readonly myName: string;
}

/** Pages that were developed before, by what they depend on. */
export interface Developed {
  readonly pages: Map<string, PdfPage>;
  readonly ladders: Map<string, PdfLadder>;
}

export const nothingDeveloped = (): Developed => ({ pages: new Map(), ladders: new Map() });

export interface MakePdfOptions {
  readonly darkroom: Pick<Darkroom, 'pdfPage' | 'pdf' | 'pdfLadder' | 'pdfWithin'>;
  /** new ones are added */
  readonly developed: Developed;
  readonly signal: AbortSignal;
  /** told how far it is */
  readonly onProgress: (working: Extract<PdfMade, { status: 'working' }>) => void;
}

/** What the pages of a PDF depend on, as a text. */
export const workKey = (work: readonly PdfWork[]): string =>
  work
    .map(
      ({ page, recipe, part = '' }) =>
        `${page.id} ${developKey(page, recipe)} ${JSON.stringify(recipe.notes ?? [])} ${part}`,
    )
    .join('\n');

const developKey = ({ photo }: Page, recipe: Recipe) => pictureKey(photo, recipe, 0);

/**
 * Makes a packet's PDF. Pages that are known are not developed again; those that cannot be developed are left out and named.
 *
 * @returns ready, or failed where no page can be developed
 * @throws AbortError when it was called off
 */
export async function makePdf(
  work: readonly PdfWork[],
  wishes: PdfWishes,
  options: MakePdfOptions,
): Promise<PdfMade> {
  const { darkroom, developed, signal } = options;
  const { myName, mostBytes, ...settings } = wishes;
  const job = { signal, priority: 1 };
  const words = (i: number) => stampWords(myName, i, work.length, wishes.date);
  const finished = <P extends Pick<PdfPage, 'size'>>(pages: readonly (P | null)[]) =>
    pages.flatMap((page, i) =>
      page
        ? { ...page, marks: marksOf(page, work[i].recipe, words(i)), number: i + 1, bookmark: work[i].part }
        : [],
    );

  const pages = await developAll(work, developed.pages, darkroom.pdfPage, options);
  const lost = lostOf(pages);
  if (lost.length === pages.length) return { status: 'failed', numbers: lost };
  const bytes = await darkroom.pdf(finished(pages), settings, job);
  const ready = { status: 'ready', bytes, pageCount: pages.length - lost.length, lost, loss: 0 } as const;
  if (mostBytes === null || bytes.length <= mostBytes) return ready;
  const ladders = await developAll(work, developed.ladders, darkroom.pdfLadder, options);
  // Developed a moment ago: what is missing now is not for the page, and nothing may be left out unsaid.
  if (lostOf(ladders).length > lost.length) throw new Error('A page could not be coded for the limit');
  const within = await darkroom.pdfWithin(finished(ladders), mostBytes, settings, job);
  return within.bytes
    ? { ...ready, bytes: within.bytes, loss: within.loss }
    : { ...ready, leastBytes: within.least };
}

/** The numbers of the pages that are not there. */
const lostOf = (pages: readonly unknown[]): number[] => pages.flatMap((page, i) => (page ? [] : [i + 1]));

/** The pages developed in full; null for those that cannot be. */
function developAll<P>(
  work: readonly PdfWork[],
  known: Map<string, P>,
  develop: (photo: Page['photo'], recipe: Recipe, options: JobOptions) => Promise<P>,
  { signal, onProgress }: MakePdfOptions,
): Promise<(P | null)[]> {
  const total = work.length;
  const keys = work.map(({ page, recipe }) => developKey(page, recipe));
  let done = keys.filter((key) => known.has(key)).length;
  const tell = () => onProgress({ status: 'working', done, total });
  if (done < total) tell();
  const developOne = async ({ page, recipe }: PdfWork, key: string): Promise<P | null> => {
    const before = known.get(key);
    if (before) return before;
    const made = await develop(page.photo, recipe, { signal, priority: 1 }).catch((reason: unknown) => {
      if (isAbort(reason)) throw reason;
      return null;
    });
    if (made) known.set(key, made);
    return made;
  };
  /** copies of a page are developed once */
  const begun = new Map<string, Promise<P | null>>();
  const pageOf = async (each: PdfWork, key: string): Promise<P | null> => {
    const isKnown = known.has(key);
    const making = begun.get(key) ?? developOne(each, key);
    begun.set(key, making);
    const made = await making;
    if (!isKnown) {
      done++;
      tell();
    }
    return made;
  };
  return Promise.all(work.map((each, i) => pageOf(each, keys[i])));
}

function marksOf(
  { size }: Pick<PdfPage, 'size'>,
  { notes = [], turn }: Recipe,
  words: ReturnType<typeof stampWords>,
): NoteMark[] {
  return layNotes(notes, { size, turn }, words);
}
