import type { PDFDocumentProxy } from 'pdfjs-dist';
import { drawPdfPage } from './drawPdfPage';

const DPI = 200;
const POINTS_AN_INCH = 72;
const QUALITY = 0.85;

export const PICTURE_ENDINGS = { jpeg: 'jpg', png: 'png' } as const;
export type PictureKind = keyof typeof PICTURE_ENDINGS;

/** The pages of a finished PDF as pictures, numbered in their order: "name 01.jpg". */
export async function pdfPictures(
  pdf: PDFDocumentProxy,
  name: string,
  kind: PictureKind,
): Promise<{ readonly name: string; readonly blob: Blob }[]> {
  const digits = Math.max(2, String(pdf.numPages).length);
  const pictures = [];
  for (let number = 1; number <= pdf.numPages; number++) {
    const { blob } = await drawPdfPage(pdf, number, {
      scaleFor: () => DPI / POINTS_AN_INCH,
      jpegQuality: kind === 'jpeg' ? QUALITY : undefined,
    });
    pictures.push({
      name: `${name} ${String(number).padStart(digits, '0')}.${PICTURE_ENDINGS[kind]}`,
      blob,
    });
  }
  return pictures;
}
