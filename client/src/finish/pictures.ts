import { zip, type AsyncZippable } from 'fflate';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { pdfPictures, type PictureKind } from '@/page/pdfPictures';

/** The pages of the finished PDF as pictures in one zip. */
export async function zipPictures(pdf: PDFDocumentProxy, name: string, kind: PictureKind): Promise<Blob> {
  const files: AsyncZippable = {};
  // Pictures do not get smaller.
  for (const { name: file, blob } of await pdfPictures(pdf, name, kind))
    files[file] = [new Uint8Array(await blob.arrayBuffer()), { level: 0 }];
  const bytes = await new Promise<Uint8Array>((resolve, reject) => {
    zip(files, (error, made) => (error ? reject(error) : resolve(made)));
  });
  return new Blob([new Uint8Array(bytes)], { type: 'application/zip' });
}
