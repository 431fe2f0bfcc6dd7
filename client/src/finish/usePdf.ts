import { layNotes, type NoteMark } from '@ravlo/core/notes/layNotes';
import type { PdfPage } from '@ravlo/core';
import { placeOnPaper, type Placement } from '@ravlo/core/pdf/placeOnPaper';
import type { OpenPacket, Page, Paper, Recipe } from '@ravlo/contract';
import { useEffect, useMemo, useRef, useState } from 'react';
import { myName, stampWords } from '@/bench/notes/useStampWords';
import { developForPdf, makePdf, pictureKey } from '@/darkroom/darkroom';
import { isAbort } from '@/darkroom/pool';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppSelector } from '@/packet/store';

/** One page of the finished PDF, for looking at: the very JPEG that is in it, where it lies on the paper. */
export interface PdfPreview {
  readonly id: string;
  readonly uri: string;
  readonly place: Placement;
  readonly size: PdfPage['size'];
  readonly marks: readonly NoteMark[];
}

export type PdfState =
  | { readonly status: 'working'; readonly done: number; readonly total: number }
  | {
      readonly status: 'ready';
      readonly bytes: Uint8Array<ArrayBuffer>;
      readonly previews: readonly PdfPreview[];
      /** something has changed since it was made: it is being made anew, and must not be saved */
      readonly isStale: boolean;
    }
  /** the numbers of the pages that cannot be developed; none when it is not for a page */
  | { readonly status: 'failed'; readonly numbers: readonly number[] };

type Made =
  | Extract<PdfState, { readonly status: 'working' | 'failed' }>
  | Omit<Extract<PdfState, { readonly status: 'ready' }>, 'isStale'>;

/**
 * Makes the packet's PDF in the darkroom, and makes it anew when a page, the paper or the title changes; pages
 * that stay the same are not developed again.
 */
export function usePdf(packet: OpenPacket | undefined, paper: Paper, title: string): PdfState {
  const edits = useAppSelector((state) => state.edits);
  const lost = useAppSelector((state) => state.find);
  const developed = useRef(new Map<string, PdfPage>());
  const [state, setState] = useState<{ readonly key: string; readonly made: Made }>({
    key: '',
    made: { status: 'working', done: 0, total: 0 },
  });

  const work = useMemo(
    () => (packet?.pages ?? []).map((page) => ({ page, recipe: selectRecipe({ edits }, page) })),
    [packet, edits],
  );
  const pagesKey = work
    .map(({ page, recipe }) => `${page.id} ${pdfKey(page, recipe)} ${JSON.stringify(recipe.notes ?? [])}`)
    .join('\n');
  const key = `${paper} ${title}\n${pagesKey}`;
  const isPending = work.some(({ recipe }) => recipe.outline.by === 'pending');

  useEffect(() => {
    if (work.length === 0 || isPending) return undefined;
    const canceller = new AbortController();
    const { signal } = canceller;
    const tell = (made: Made) => {
      if (!signal.aborted) setState({ key, made });
    };
    const makeIt = async () => {
      const isKnown = ({ page, recipe }: Work) => developed.current.has(pdfKey(page, recipe));
      let done = work.filter(isKnown).length;
      const isNew = done < work.length;
      const tellDone = () =>
        isNew && tell({ status: 'working', done: Math.min(done, work.length), total: work.length });
      tellDone();
      const failed: number[] = [];
      const pages = await Promise.all(
        work.map(async (each, i) => {
          const wasKnown = isKnown(each);
          const pdfPage = await developOne(each, developed.current, signal).catch((reason: unknown) => {
            if (isAbort(reason)) throw reason;
            failed.push(i + 1);
            return null;
          });
          if (!wasKnown) done++;
          tellDone();
          return pdfPage;
        }),
      );
      if (failed.length > 0) {
        tell({ status: 'failed', numbers: failed.sort((a, b) => a - b) });
        return;
      }
      const date = new Date();
      const marked = pages.flatMap((page, i) =>
        page ? withMarks(page, work[i].recipe, i, work.length, date) : [],
      );
      const bytes = await makePdf(marked, { paper, title, date }, { signal, priority: 1 });
      if (signal.aborted) return;
      const previews = marked.map((page, i): PdfPreview => ({
        id: work[i].page.id,
        uri: URL.createObjectURL(new Blob([new Uint8Array(page.jpeg)], { type: 'image/jpeg' })),
        place: placeOnPaper(page.size, paper),
        size: page.size,
        marks: page.marks,
      }));
      tell({ status: 'ready', bytes, previews });
    };
    makeIt().catch((reason: unknown) => {
      if (!isAbort(reason)) tell({ status: 'failed', numbers: [] });
    });
    return () => canceller.abort();
    // The key says all that matters of `work`.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, isPending]);

  const { made } = state;
  const previews = made.status === 'ready' ? made.previews : null;
  useEffect(() => {
    if (!previews) return undefined;
    return () => previews.forEach(({ uri }) => URL.revokeObjectURL(uri));
  }, [previews]);

  const notFound = work.flatMap(({ page }, i) => (page.id in lost ? [i + 1] : []));
  if (isPending && notFound.length > 0) return { status: 'failed', numbers: notFound };
  const isStale = state.key !== key || isPending;
  if (made.status === 'ready') return { ...made, isStale };
  return isStale && made.status === 'failed' ? { status: 'working', done: 0, total: work.length } : made;
}

interface Work {
  readonly page: Page;
  readonly recipe: Recipe;
}

async function developOne(
  { page, recipe }: Work,
  developed: Map<string, PdfPage>,
  signal: AbortSignal,
): Promise<PdfPage> {
  const key = pdfKey(page, recipe);
  const pdfPage = developed.get(key) ?? (await developForPdf(page, recipe, { signal, priority: 1 }));
  developed.set(key, pdfPage);
  return pdfPage;
}

/** A page with its notes laid on it; stamps say what they say in this packet on this day. */
function withMarks(page: PdfPage, { notes = [], turn }: Recipe, index: number, count: number, date: Date) {
  const words = stampWords(myName(), index, count, date);
  return { ...page, marks: layNotes(notes, { size: page.size, turn }, words) };
}

const pdfKey = (page: Page, recipe: Recipe) => pictureKey(page, recipe, 0);
