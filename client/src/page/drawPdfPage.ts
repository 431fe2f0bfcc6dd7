import type { PDFDocumentProxy } from 'pdfjs-dist';

/** A page of a PDF as the reader draws it. */
export interface DrawnPdfPage {
  readonly blob: Blob;
  /** height over width */
  readonly proportion: number;
}

export interface DrawPdfPageOptions {
  /** pixels a point, for a page of so many points */
  readonly scaleFor: (page: { readonly width: number; readonly height: number }) => number;
  /** JPEG of this quality, 0 to 1; without it PNG, which loses nothing */
  readonly jpegQuality?: number;
}

/** What is being drawn of a document: a page that is put away while it is drawn a second time comes out blank. */
const lines = new WeakMap<PDFDocumentProxy, Promise<unknown>>();

/**
 * Draws a page of a PDF on white. Pages of one document are drawn one after the other, in the order they are asked for.
 *
 * @param number from 1
 * @throws Error where the browser has no room for it
 */
export function drawPdfPage(
  pdf: PDFDocumentProxy,
  number: number,
  options: DrawPdfPageOptions,
): Promise<DrawnPdfPage> {
  const before = lines.get(pdf) ?? Promise.resolve();
  const drawn = before.then(() => drawNow(pdf, number, options));
  lines.set(
    pdf,
    drawn.catch(() => undefined),
  );
  return drawn;
}

async function drawNow(
  pdf: PDFDocumentProxy,
  number: number,
  { scaleFor, jpegQuality }: DrawPdfPageOptions,
): Promise<DrawnPdfPage> {
  const page = await pdf.getPage(number);
  const full = page.getViewport({ scale: 1 });
  const viewport = page.getViewport({ scale: scaleFor(full) });
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(viewport.width));
  canvas.height = Math.max(1, Math.round(viewport.height));
  await page.render({ canvas, viewport, background: '#ffffff' }).promise;
  const blob = await new Promise<Blob>((resolve, reject) => {
    canvas.toBlob(
      (made) => (made ? resolve(made) : reject(new Error('There is no room for the page'))),
      jpegQuality === undefined ? 'image/png' : 'image/jpeg',
      jpegQuality,
    );
  });
  page.cleanup();
  return { blob, proportion: full.height / full.width };
}
