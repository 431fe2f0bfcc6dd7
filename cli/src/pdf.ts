import { writeFile } from 'node:fs/promises';
import {
  codePage,
  composePdf,
  develop,
  findPage,
  PAGE_DPI,
  type Look,
  type Paper,
  type PdfPage,
} from '@ravlo/core';
import { decodePhoto, encodeJpeg } from '@ravlo/codec';
import { perPhoto, report, since } from './report';

export interface PdfOptions {
  readonly output: string;
  readonly look: Look | 'auto';
  readonly paper: Paper;
  readonly title: string;
  readonly maxBytes?: number;
  /** every page one JPEG, and no layers */
  readonly jpeg?: boolean;
}

/** Tried in this order until the PDF is small enough. */
const QUALITIES = [75, 60, 45, 30, 20] as const;

/** `pdf PHOTO... -o OUT.pdf`: all photos, one PDF, a page a sheet. Nothing is written when a photo fails. */
export async function pdf(photos: readonly string[], options: PdfOptions): Promise<void> {
  const start = performance.now();
  const { paper, title, look } = options;
  const developed: Awaited<ReturnType<typeof developFile>>[] = [];
  for (const file of photos) {
    await perPhotoQuietly(file, async () => {
      developed.push(await developFile(file, look));
    });
  }
  if (developed.length < photos.length) return;
  const date = new Date();
  let bytes = new Uint8Array(0);
  for (const quality of QUALITIES) {
    const pages: PdfPage[] = [];
    for (const { image, parts, size } of developed) {
      pages.push({
        coded: await codePage(image, options.jpeg ? null : parts, { encodeJpeg, quality }),
        size,
      });
    }
    bytes = await composePdf(pages, { paper, title, date });
    if (!options.maxBytes || bytes.length <= options.maxBytes) break;
  }
  if (options.maxBytes && bytes.length > options.maxBytes) {
    process.exitCode = 1;
    const error = `${developed.length} pages need at least ${bytes.length} bytes; nothing was written`;
    report({ file: options.output, error });
    return;
  }
  await writeFile(options.output, bytes);
  report({ pages: developed.length, bytes: bytes.length, ms: since(start) });
}

async function developFile(file: string, look: Look | 'auto') {
  const { image, focal } = await decodePhoto(file);
  const { outline, turn } = findPage(image, { focal });
  const recipe = { outline: outline.quad, bows: outline.bows, turn, look };
  return develop(image, recipe, { dpi: PAGE_DPI, focal });
}

/** As perPhoto, but says nothing when all is well: the PDF has one line of its own. */
async function perPhotoQuietly(file: string, work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    await perPhoto(file, () => Promise.reject(error));
  }
}
