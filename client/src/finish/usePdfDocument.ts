import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { openPdf } from '@/page/openPdf';

/** The PDF in these bytes, opened to be looked at; null until it is open, and where the reader cannot open it. */
export function usePdfDocument(bytes: Uint8Array): PDFDocumentProxy | null {
  const [opened, setOpened] = useState<PDFDocumentProxy | null>(null);
  useEffect(() => {
    const task = openPdf(bytes);
    let isOver = false;
    task.promise
      .then((pdf) => {
        if (!isOver) setOpened(pdf);
      })
      // Without the reader there is no preview; the file can be saved all the same.
      .catch(() => undefined);
    return () => {
      isOver = true;
      setOpened(null);
      void task.destroy();
    };
  }, [bytes]);
  return opened;
}
