import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { drawPdfPage, type DrawnPdfPage } from './drawPdfPage';
import { useObjectUrl } from '@/ui/useObjectUrl';

/** A page as the reader shows it. */
export interface PdfPicture {
  readonly uri: string;
  /** height over width */
  readonly proportion: number;
}

/** More would not be seen. */
const MOST_PIXELS_A_PIXEL = 3;

/**
 * A page of a PDF as a picture, as wide as asked for; null until it is there.
 *
 * @param number from 1
 * @param width px on the screen
 */
export function usePdfPicture(
  pdf: PDFDocumentProxy | null,
  number: number,
  width: number,
): PdfPicture | null {
  const [drawn, setDrawn] = useState<DrawnPdfPage | null>(null);
  useEffect(() => {
    if (!pdf) return undefined;
    let isOver = false;
    const pixels = width * Math.min(MOST_PIXELS_A_PIXEL, globalThis.devicePixelRatio || 1);
    drawPdfPage(pdf, number, { scaleFor: (page) => pixels / page.width })
      .then((made) => {
        if (!isOver) setDrawn(made);
      })
      // A page that is closed while it is drawn is not wanted any more.
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [pdf, number, width]);
  const uri = useObjectUrl(drawn?.blob);
  return uri && drawn ? { uri, proportion: drawn.proportion } : null;
}
