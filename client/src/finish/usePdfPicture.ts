import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { useObjectUrl } from '@/ui/useObjectUrl';

/** A page as the reader shows it. */
export interface PdfPicture {
  readonly uri: string;
  /** height over width */
  readonly proportion: number;
}

interface Rendered {
  readonly blob: Blob;
  readonly proportion: number;
}

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
  const [rendered, setRendered] = useState<Rendered | null>(null);
  useEffect(() => {
    if (!pdf) return undefined;
    let isOver = false;
    render(pdf, number, width)
      .then((made) => {
        if (!isOver) setRendered(made);
      })
      // A page that is closed while it is drawn is not wanted any more.
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [pdf, number, width]);
  const uri = useObjectUrl(rendered?.blob);
  return uri && rendered ? { uri, proportion: rendered.proportion } : null;
}

async function render(pdf: PDFDocumentProxy, number: number, width: number): Promise<Rendered> {
  const page = await pdf.getPage(number);
  const full = page.getViewport({ scale: 1 });
  const scale = (width * Math.min(3, globalThis.devicePixelRatio || 1)) / full.width;
  const viewport = page.getViewport({ scale });
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(viewport.width));
  canvas.height = Math.max(1, Math.round(viewport.height));
  await page.render({ canvas, viewport, background: '#ffffff' }).promise;
  const blob = await new Promise<Blob>((resolve, reject) => {
    canvas.toBlob((made) => (made ? resolve(made) : reject(new Error('There is no room for the page'))));
  });
  return { blob, proportion: full.height / full.width };
}
