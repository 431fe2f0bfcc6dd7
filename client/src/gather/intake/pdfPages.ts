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
      const page = await pdf.getPage(number);
      const full = page.getViewport({ scale: DPI / POINTS_AN_INCH });
      const shrink = Math.min(1, Math.sqrt(MOST_PIXELS / (full.width * full.height)));
      const viewport = page.getViewport({ scale: (shrink * DPI) / POINTS_AN_INCH });
      const canvas = document.createElement('canvas');
      canvas.width = Math.max(1, Math.round(viewport.width));
      canvas.height = Math.max(1, Math.round(viewport.height));
      await page.render({ canvas, viewport, background: '#ffffff' }).promise;
      pages.push(await blobOf(canvas));
      page.cleanup();
    }
    return pages;
  } finally {
    await task.destroy();
  }
}

function blobOf(canvas: HTMLCanvasElement): Promise<Blob> {
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('There is no room for the page'))),
      'image/jpeg',
      QUALITY,
    );
  });
}
