import { PDFDocument } from '@cantoo/pdf-lib';
import { placeOnPaper, type Paper } from './placeOnPaper';
import { stripJpegMetadata } from './stripJpegMetadata';

/** One developed page, already coded. */
export interface PdfPage {
  readonly jpeg: Uint8Array;
  /** mm, as the picture lies */
  readonly size: { readonly width: number; readonly height: number };
}

export interface ComposePdfOptions {
  readonly paper: Paper;
  /** the document's title */
  readonly title: string;
  /** when it was made; the same pages, options and date give the same bytes */
  readonly date: Date;
}

const POINTS_PER_MM = 72 / 25.4;
/** An image whose edge lies exactly on the page's edge is resampled by some viewers: keep off it by this, pt. */
const INSET = 0.0012;

/**
 * Makes one PDF, a page a sheet. The author stays empty, and nothing that the photos say about themselves
 * (camera, place, time) gets in.
 *
 * @throws RangeError when there is no page, or a page's bytes are not a JPEG
 */
export async function composePdf(
  pages: readonly PdfPage[],
  { paper, title, date }: ComposePdfOptions,
): Promise<Uint8Array<ArrayBuffer>> {
  if (pages.length === 0) throw new RangeError('A PDF needs at least one page');
  const document = await PDFDocument.create({ updateMetadata: false });
  document.setTitle(title, { showInWindowTitleBar: true });
  document.setProducer('Ravlo');
  document.setCreator('Ravlo');
  document.setCreationDate(date);
  document.setModificationDate(date);
  for (const page of pages) {
    const place = placeOnPaper(page.size, paper);
    const image = await document.embedJpg(stripJpegMetadata(page.jpeg));
    const sheet = document.addPage([place.paperWidth * POINTS_PER_MM, place.paperHeight * POINTS_PER_MM]);
    sheet.drawImage(image, {
      x: place.left * POINTS_PER_MM + INSET,
      y: (place.paperHeight - place.top - place.height) * POINTS_PER_MM + INSET,
      width: place.width * POINTS_PER_MM - 2 * INSET,
      height: place.height * POINTS_PER_MM - 2 * INSET,
    });
  }
  const bytes = await document.save();
  return new Uint8Array(bytes);
}
