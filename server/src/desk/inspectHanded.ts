import { open, readFile, stat } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { MOST_HANDED_BYTES, type Brief } from '@ravlo/contract';
import { ProblemError } from '../problems';

/** What a file is by its own bytes: whatever its name says is not believed. */
export interface Inspected {
  readonly kind: 'pdf' | 'picture';
  readonly bytes: number;
  /** a picture is one */
  readonly pages: number;
}

const PICTURES = new Set(['jpeg', 'png', 'webp']);

/** Null where it is neither a PDF that can be opened nor a picture. */
export async function inspectFile(place: string): Promise<Inspected | null> {
  const { size: bytes } = await stat(place);
  if (await beginsLikePdf(place)) {
    const pages = await pageCountOf(place).catch(() => 0);
    return pages > 0 ? { kind: 'pdf', bytes, pages } : null;
  }
  const { format } = await sharp(place)
    .metadata()
    .catch(() => ({ format: undefined }));
  return format && PICTURES.has(format) ? { kind: 'picture', bytes, pages: 1 } : null;
}

async function pageCountOf(place: string): Promise<number> {
  const document = await PDFDocument.load(await readFile(place), { updateMetadata: false });
  return document.getPageCount();
}

async function beginsLikePdf(place: string): Promise<boolean> {
  const file = await open(place, 'r');
  try {
    const { buffer } = await file.read({ buffer: Buffer.alloc(5), position: 0 });
    return buffer.toString('latin1') === '%PDF-';
  } finally {
    await file.close();
  }
}

/**
 * Holds what was sent against what a brief asks for.
 *
 * @param places of the file itself, and of what goes with it
 * @throws ProblemError handed-altered, handed-too-big, handed-format
 */
export async function inspectHanded(
  { format, mostBytes }: Pick<Brief, 'format' | 'mostBytes'>,
  [place, ...others]: readonly [string, ...string[]],
): Promise<{ readonly main: Inspected; readonly further: readonly Inspected[] }> {
  // By their size first: what is too large is not opened.
  const sizes = await Promise.all([place, ...others].map(sizeOf));
  const bytes = sizes.reduce((sum, size) => sum + size, 0);
  if (bytes > Math.min(mostBytes ?? MOST_HANDED_BYTES, MOST_HANDED_BYTES))
    throw new ProblemError(
      'handed-too-big',
      others.length === 0
        ? 'The file is larger than this brief takes. Nothing was handed over.'
        : 'The files together are larger than this brief takes. Nothing was handed over.',
    );
  const main = await inspectFile(place);
  if (!main) throw wrongFormat('This is not a PDF or a picture that can be opened.');
  if (format !== 'any' && main.kind !== (format === 'pdf' ? 'pdf' : 'picture'))
    throw wrongFormat(`This brief takes ${format === 'pdf' ? 'one PDF' : 'pictures'}.`);
  const further: Inspected[] = [];
  for (const other of others) {
    const inspected = await inspectFile(other);
    if (!inspected)
      throw wrongFormat('One of the further files is neither a PDF nor a picture; take it off the list.');
    further.push(inspected);
  }
  return { main, further };
}

async function sizeOf(place: string): Promise<number> {
  const file = await stat(place).catch(() => null);
  if (file) return file.size;
  throw new ProblemError('handed-altered', 'A file is not here yet. Nothing was handed over; send it again.');
}

const wrongFormat = (why: string) => new ProblemError('handed-format', `${why} Nothing was handed over.`);
