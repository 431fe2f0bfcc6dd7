import { zip, type AsyncZippable } from 'fflate';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { drawPdfPage } from '@/page/drawPdfPage';

const DPI = 200;
const POINTS_AN_INCH = 72;
const QUALITY = 0.85;

export type PictureKind = 'jpeg' | 'png';
const ENDINGS: Readonly<Record<PictureKind, string>> = { jpeg: 'jpg', png: 'png' };

/** The pages of the finished PDF as pictures in one zip, numbered in their order: "name 01.jpg". */
export async function zipPictures(pdf: PDFDocumentProxy, name: string, kind: PictureKind): Promise<Blob> {
  const files: AsyncZippable = {};
  const digits = String(pdf.numPages).length;
  for (let number = 1; number <= pdf.numPages; number++) {
    const { blob } = await drawPdfPage(pdf, number, {
      scaleFor: () => DPI / POINTS_AN_INCH,
      jpegQuality: kind === 'jpeg' ? QUALITY : undefined,
    });
    const file = `${name} ${String(number).padStart(Math.max(2, digits), '0')}.${ENDINGS[kind]}`;
    // Pictures do not get smaller.
    files[file] = [new Uint8Array(await blob.arrayBuffer()), { level: 0 }];
  }
  const bytes = await new Promise<Uint8Array>((resolve, reject) => {
    zip(files, (error, made) => (error ? reject(error) : resolve(made)));
  });
  return new Blob([new Uint8Array(bytes)], { type: 'application/zip' });
}
