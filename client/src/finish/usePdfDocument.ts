import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { openPdf } from '@/page/openPdf';

/** The PDF in these bytes, opened to be looked at; the one before until the new one is open. */
export function usePdfDocument(bytes: Uint8Array): PDFDocumentProxy | null {
  const [opened, setOpened] = useState<PDFDocumentProxy | null>(null);
  useEffect(() => {
    const task = openPdf(bytes);
    let isOver = false;
    task.promise.then(
      (pdf) => {
        if (!isOver) setOpened(pdf);
      },
      (reason: unknown) => {
        if (!isOver) throw reason;
      },
    );
    return () => {
      isOver = true;
      setOpened(null);
      void task.destroy();
    };
  }, [bytes]);
  return opened;
}
