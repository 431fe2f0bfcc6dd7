import { layNotes, type NoteMark } from '@ravlo/core/geometry';
import type { PdfPage } from '@ravlo/core';
import type { Page, Paper, Recipe } from '@ravlo/contract';
import type { Darkroom } from '@/darkroom/darkroom';
import { pictureKey } from '@/darkroom/keys';
import { isAbort } from '@/darkroom/pool';
import { stampWords } from '@/page/stampWords';

/** A page that the PDF is made of, as it is for the person. */
export interface PdfWork {
  readonly page: Page;
  readonly recipe: Recipe;
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
    }
  /** the numbers of the pages that cannot be developed, which are all; none when it is not for a page */
  | { readonly status: 'failed'; readonly numbers: readonly number[] };

export interface MakePdfOptions {
  readonly darkroom: Pick<Darkroom, 'pdfPage' | 'pdf'>;
  /** pages that were developed before, by what they depend on; new ones are added */
  readonly developed: Map<string, PdfPage>;
  readonly paper: Paper;
  readonly title: string;
  /** whose work it is, for stamps */
  readonly myName: string;
  readonly signal: AbortSignal;
  /** told how far it is */
  readonly onProgress: (working: Extract<PdfMade, { status: 'working' }>) => void;
}

/** What the pages of a PDF depend on, as a text. */
export const workKey = (work: readonly PdfWork[]): string =>
  work
    .map(({ page, recipe }) => `${page.id} ${developKey(page, recipe)} ${JSON.stringify(recipe.notes ?? [])}`)
    .join('\n');

const developKey = ({ photo }: Page, recipe: Recipe) => pictureKey(photo, recipe, 0);

/**
 * Makes a packet's PDF. Pages that are known are not developed again; those that cannot be developed are left out and named.
 *
 * @returns ready, or failed where no page can be developed
 * @throws AbortError when it was called off
 */
export async function makePdf(work: readonly PdfWork[], options: MakePdfOptions): Promise<PdfMade> {
  const { darkroom, paper, title, myName, signal } = options;
  const pages = await developAll(work, options);
  const lost = pages.flatMap((page, i) => (page ? [] : [i + 1]));
  if (lost.length === pages.length) return { status: 'failed', numbers: lost };
  const date = new Date();
  const marked = pages.flatMap((page, i) =>
    page ? { ...page, marks: marksOf(page, work, i, stampWords(myName, i, work.length, date)) } : [],
  );
  const bytes = await darkroom.pdf(marked, { paper, title, date }, { signal, priority: 1 });
  return { status: 'ready', bytes, pageCount: marked.length, lost };
}

/** The pages developed in full; null for those that cannot be. */
function developAll(
  work: readonly PdfWork[],
  { darkroom, developed, signal, onProgress }: MakePdfOptions,
): Promise<(PdfPage | null)[]> {
  const total = work.length;
  const keys = work.map(({ page, recipe }) => developKey(page, recipe));
  let done = keys.filter((key) => developed.has(key)).length;
  const tell = () => onProgress({ status: 'working', done, total });
  if (done < total) tell();
  const develop = async ({ page, recipe }: PdfWork, key: string): Promise<PdfPage | null> => {
    const known = developed.get(key);
    if (known) return known;
    const made = await darkroom
      .pdfPage(page.photo, recipe, { signal, priority: 1 })
      .catch((reason: unknown) => {
        if (isAbort(reason)) throw reason;
        return null;
      });
    if (made) developed.set(key, made);
    done++;
    tell();
    return made;
  };
  return Promise.all(work.map((each, i) => develop(each, keys[i])));
}

function marksOf(
  { size }: PdfPage,
  work: readonly PdfWork[],
  index: number,
  words: ReturnType<typeof stampWords>,
): NoteMark[] {
  const { notes = [], turn } = work[index].recipe;
  return layNotes(notes, { size, turn }, words);
}
