import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { openPdf } from './openPdf';

interface Opened {
  /** null until it is open */
  readonly pdf: PDFDocumentProxy | null;
  /** the reader cannot open it, or is not there */
  readonly isBroken: boolean;
}

const NOT_YET: Opened = { pdf: null, isBroken: false };

/** The PDF in these bytes, opened to be looked at. */
export function usePdfDocument(bytes: Uint8Array): Opened {
  const [opened, setOpened] = useState(NOT_YET);
  useEffect(() => {
    const task = openPdf(bytes);
    let isOver = false;
    const tell = (next: Opened) => {
      if (!isOver) setOpened(next);
    };
    task.promise.then(
      (pdf) => tell({ pdf, isBroken: false }),
      () => tell({ pdf: null, isBroken: true }),
    );
    return () => {
      isOver = true;
      setOpened(NOT_YET);
      void task.destroy();
    };
  }, [bytes]);
  return opened;
}
