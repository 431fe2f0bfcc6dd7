import { layNotes, type NoteMark } from '@ravlo/core/notes/layNotes';
import type { PdfPage } from '@ravlo/core';
import { placeOnPaper, type Placement } from '@ravlo/core/pdf/placeOnPaper';
import type { OpenPacket, Page, Paper, Recipe } from '@ravlo/contract';
import { useEffect, useMemo, useRef, useState } from 'react';
import { myName, stampWords } from '@/bench/notes/useStampWords';
import { developForPdf, makePdf, pictureKey } from '@/darkroom/darkroom';
import { ensureOutline } from '@/darkroom/ensureOutline';
import { isAbort } from '@/darkroom/pool';
import { selectRecipe } from '@/state/recipeEdits';
import { useAppDispatch, useAppSelector } from '@/state/store';

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
    }
  | { readonly status: 'failed' };

/**
 * Makes the packet's PDF in the darkroom, and makes it anew when a page, the paper or the title changes; pages
 * that stay the same are not developed again.
 */
export function usePdf(packet: OpenPacket | undefined, paper: Paper, title: string): PdfState {
  const dispatch = useAppDispatch();
  const unsaved = useAppSelector((state) => state.recipeEdits);
  const developed = useRef(new Map<string, PdfPage>());
  const [state, setState] = useState<PdfState>({ status: 'working', done: 0, total: 0 });

  const work = useMemo(
    () =>
      (packet?.pages ?? []).map((page) => ({ page, recipe: selectRecipe({ recipeEdits: unsaved }, page) })),
    [packet, unsaved],
  );
  const workKey = work
    .map(({ page, recipe }) => `${page.id} ${pdfKey(page, recipe)} ${JSON.stringify(recipe.notes ?? [])}`)
    .join('\n');
  const isPending = work.some(({ recipe }) => recipe.outline.by === 'pending');

  useEffect(() => {
    const canceller = new AbortController();
    const { signal } = canceller;
    if (work.length === 0) return undefined;
    if (isPending) {
      for (const { page } of work)
        void dispatch(ensureOutline(page, 1)).catch(() => setState({ status: 'failed' }));
      return undefined;
    }
    const developOne = async (page: Page, recipe: Recipe): Promise<PdfPage> => {
      const key = pdfKey(page, recipe);
      const pdfPage =
        developed.current.get(key) ?? (await developForPdf(page, recipe, { signal, priority: 1 }));
      developed.current.set(key, pdfPage);
      return pdfPage;
    };
    const run = async () => {
      let done = 0;
      const tell = () => setState({ status: 'working', done, total: work.length });
      if (work.some(({ page, recipe }) => !developed.current.has(pdfKey(page, recipe)))) tell();
      const date = new Date();
      const pages = await Promise.all(
        work.map(async ({ page, recipe }, i) => {
          const isNew = !developed.current.has(pdfKey(page, recipe));
          const pdfPage = await developOne(page, recipe);
          done++;
          if (isNew && !signal.aborted) tell();
          const words = stampWords(myName(), i, work.length, date);
          const { size } = pdfPage;
          return { ...pdfPage, marks: layNotes(recipe.notes ?? [], { size, turn: recipe.turn }, words) };
        }),
      );
      const bytes = await makePdf(pages, { paper, title, date }, { signal, priority: 1 });
      if (signal.aborted) return;
      const previews = pages.map((page, i): PdfPreview => ({
        id: work[i].page.id,
        uri: URL.createObjectURL(new Blob([new Uint8Array(page.jpeg)], { type: 'image/jpeg' })),
        place: placeOnPaper(page.size, paper),
        size: page.size,
        marks: page.marks,
      }));
      setState({ status: 'ready', bytes, previews });
    };
    run().catch((reason: unknown) => {
      if (!isAbort(reason) && !signal.aborted) setState({ status: 'failed' });
    });
    return () => canceller.abort();
    // workKey says all that matters of `work`.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [workKey, isPending, paper, title, dispatch]);

  const previews = state.status === 'ready' ? state.previews : null;
  useEffect(() => {
    if (!previews) return undefined;
    return () => previews.forEach(({ uri }) => URL.revokeObjectURL(uri));
  }, [previews]);

  return state;
}

const pdfKey = (page: Page, recipe: Recipe) => pictureKey(page, recipe, 0);
