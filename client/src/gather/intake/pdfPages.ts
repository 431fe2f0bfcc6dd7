import { drawPdfPage } from '@/page/drawPdfPage';
import { openPdf } from '@/page/openPdf';

const DPI = 200;
const POINTS_AN_INCH = 72;
/** A poster is read coarser rather than not at all. */
const MOST_PIXELS = 24_000_000;
const MOST_PAGES = 100;
const QUALITY = 0.93;

/** The pages of a PDF as JPEGs at 200 dots an inch, upright as it says. */
export async function pdfPages(bytes: ArrayBuffer): Promise<Blob[]> {
  const task = openPdf(new Uint8Array(bytes));
  try {
    const pdf = await task.promise;
    if (pdf.numPages > MOST_PAGES)
      throw new Error(`It has ${pdf.numPages} pages; ${MOST_PAGES} are the most`);
    const pages: Blob[] = [];
    for (let number = 1; number <= pdf.numPages; number++) {
      pages.push((await drawPdfPage(pdf, number, { scaleFor, jpegQuality: QUALITY })).blob);
    }
    return pages;
  } finally {
    await task.destroy();
  }
}

function scaleFor({ width, height }: { readonly width: number; readonly height: number }): number {
  const shrink = Math.min(1, Math.sqrt(MOST_PIXELS / (width * height)));
  return (shrink * DPI) / POINTS_AN_INCH;
}
