import { transfer, wrap } from 'comlink';
import type { PictureTools } from './pictures.worker';
import { sniffKind, SNIFFED_BYTES, type FileKind } from './sniffKind';

/** What a chosen file is. */
export async function kindOf(file: File): Promise<FileKind> {
  return sniffKind(new Uint8Array(await file.slice(0, SNIFFED_BYTES).arrayBuffer()));
}

/**
 * The photos in a file that no browser shows as a picture: one in a HEIC, one for each page of a TIFF or a PDF.
 *
 * @throws Error when it cannot be opened
 */
export async function openFile(file: File, kind: 'heic' | 'tiff' | 'pdf'): Promise<File[]> {
  const bytes = await file.arrayBuffer();
  if (kind === 'pdf') {
    // The reader is large, and most people never need it.
    const { pdfPages } = await import('./pdfPages');
    return named(file, await pdfPages(bytes));
  }
  const worker = new Worker(new URL('./pictures.worker', import.meta.url));
  try {
    const tools = wrap<PictureTools>(worker);
    const broken = new Promise<never>((_resolve, reject) => {
      worker.onerror = (event) => reject(new Error(event.message || 'The reader stopped'));
    });
    const handed = transfer(bytes, [bytes]);
    const blobs =
      kind === 'heic'
        ? [await Promise.race([tools.fromHeic(handed), broken])]
        : await Promise.race([tools.fromTiff(handed), broken]);
    return named(file, blobs);
  } finally {
    worker.terminate();
  }
}

function named(file: File, blobs: readonly Blob[]): File[] {
  const stem = file.name.replace(/\.[^.]*$/, '') || 'scan';
  return blobs.map((blob, i) => {
    const name = blobs.length > 1 ? `${stem} page ${i + 1}.jpg` : `${stem}.jpg`;
    return new File([blob], name, { type: 'image/jpeg' });
  });
}
