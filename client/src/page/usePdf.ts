import type { GivenParts, OpenPacket } from '@ravlo/contract';
import { useEffect, useMemo, useRef, useState } from 'react';
import { isAbort } from '@/darkroom/pool';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppSelector, useDarkroom } from '@/packet/store';
import { makePdf, nothingDeveloped, workKey, type PdfMade, type PdfWishes, type PdfWork } from './makePdf';

export type PdfState =
  | Exclude<PdfMade, { readonly status: 'ready' }>
  | (Extract<PdfMade, { readonly status: 'ready' }> & {
      /** something has changed since it was made: it is being made anew, and must not be saved */
      readonly isStale: boolean;
    });

const NOTHING_MADE: PdfMade = { status: 'working', done: 0, total: 0 };

/**
 * The packet's PDF, made anew when a page or anything that is wished of it changes.
 *
 * @param parts which part of what is asked for each page is; null where nobody asks
 */
export function usePdf(
  packet: OpenPacket | undefined,
  wishes: PdfWishes,
  parts: GivenParts | null,
): PdfState {
  const darkroom = useDarkroom();
  const edits = useAppSelector((state) => state.edits);
  const lost = useAppSelector((state) => state.find);
  const developed = useRef(nothingDeveloped());
  const [{ key: madeKey, made }, setState] = useState({ key: '', made: NOTHING_MADE });

  const work = useMemo(
    () =>
      (packet?.pages ?? []).map((page, i): PdfWork => ({
        page,
        recipe: selectRecipe({ edits }, page),
        ...(parts?.[i] ? { part: parts[i] } : {}),
      })),
    [packet, edits, parts],
  );
  const key = `${JSON.stringify(wishes)}\n${workKey(work)}`;
  const isPending = work.some(({ recipe }) => recipe.outline.by === 'pending');

  useEffect(() => {
    if (work.length === 0 || isPending) return undefined;
    const canceller = new AbortController();
    const { signal } = canceller;
    const tell = (next: PdfMade) => {
      if (!signal.aborted) setState({ key, made: next });
    };
    makePdf(work, wishes, { darkroom, developed: developed.current, signal, onProgress: tell })
      .then(tell)
      .catch((reason: unknown) => {
        if (!isAbort(reason)) tell({ status: 'failed', numbers: [] });
      });
    return () => canceller.abort();
    // The key says all that matters of `work` and `wishes`.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, isPending]);

  const notFound = work.flatMap(({ page }, i) => (page.id in lost ? [i + 1] : []));
  if (isPending && notFound.length > 0) return { status: 'failed', numbers: notFound };
  const isStale = madeKey !== key || isPending;
  if (made.status === 'ready') return { ...made, isStale };
  return isStale && made.status === 'failed' ? { status: 'working', done: 0, total: work.length } : made;
}
