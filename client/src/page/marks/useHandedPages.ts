import type { Receipt } from '@ravlo/contract';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { openPdf } from '../openPdf';

/** The pages of what was handed over: of a PDF, or pictures that are a page each. */
export type HandedPages =
  | { readonly state: 'fetching' }
  | { readonly state: 'failed' }
  /** it is here and cannot be shown: it can be saved */
  | { readonly state: 'broken'; readonly bytes: Uint8Array }
  | {
      readonly state: 'ready';
      readonly count: number;
      readonly bytes: Uint8Array;
      readonly pdf: PDFDocumentProxy | null;
      /** where there is no PDF */
      readonly pictures: readonly Blob[];
    };

const FETCHING: HandedPages = { state: 'fetching' };
const PICTURE = /\.(jpe?g|png|webp)$/i;

/** @param urlOf where the files of the attempt are: 0 the file itself, from 1 on what went with it */
export function useHandedPages(receipt: Receipt | undefined, urlOf: (index: number) => string): HandedPages {
  const [pages, setPages] = useState<HandedPages>(FETCHING);
  const first = urlOf(0);
  useEffect(() => {
    if (!receipt) return undefined;
    let isOver = false;
    let close: () => void = () => undefined;
    const tell = (next: HandedPages) => {
      if (!isOver) setPages(next);
    };
    const read = async () => {
      const bytes = await fetchBytes(first);
      if (PICTURE.test(receipt.fileName)) {
        const others = (receipt.files ?? []).flatMap(({ name }, i) =>
          PICTURE.test(name) ? [urlOf(i + 1)] : [],
        );
        const pictures = [bytes, ...(await Promise.all(others.map(fetchBytes)))].map(
          (each) => new Blob([each]),
        );
        return tell({ state: 'ready', count: pictures.length, bytes, pdf: null, pictures });
      }
      const task = openPdf(bytes);
      close = () => void task.destroy();
      await task.promise.then(
        (pdf) => tell({ state: 'ready', count: pdf.numPages, bytes, pdf, pictures: [] }),
        () => tell({ state: 'broken', bytes }),
      );
    };
    read().catch(() => tell({ state: 'failed' }));
    return () => {
      isOver = true;
      close();
      setPages(FETCHING);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the address says which file it is
  }, [receipt?.sha256, first]);
  return pages;
}

async function fetchBytes(url: string): Promise<Uint8Array<ArrayBuffer>> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`What was handed over cannot be fetched: ${response.status}`);
  return new Uint8Array(await response.arrayBuffer());
}
