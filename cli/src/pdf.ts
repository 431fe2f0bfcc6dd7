import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { fileName, versionedName } from '@ravlo/contract';
import { makePdf, type MakePdfOptions } from './makePdf';
import { openSources } from './openSources';
import type { Packet } from './packet';
import { savePictures, type PictureKind } from './pictures';
import { report, since } from './report';
import { unfoldBooks } from './unfoldBooks';

export interface PdfOptions extends MakePdfOptions {
  /** a file; a folder where several packets are made or it ends with a slash */
  readonly output: string;
  /** of the file, without its ending */
  readonly name?: string;
  /** single pictures in one zip in place of a PDF */
  readonly pictures?: PictureKind;
}

/**
 * `pdf SOURCE... -o OUT`: photos make one PDF; folders and archives one each, into a folder. What cannot be developed is
 * named, the rest is made, and the exit code is 1.
 */
export async function pdf(sources: readonly string[], options: PdfOptions): Promise<void> {
  const { packets, areWhole, close } = await openSources(sources);
  try {
    const isFolder = packets.length > 1 || /[\\/]$/.test(options.output);
    const taken: string[] = [];
    for (const each of packets) {
      const packet = await unfoldBooks(each);
      const named = fileName(options.name ?? packet.name);
      const name = versionedName(named, taken);
      taken.push(name);
      const ending = options.pictures ? 'zip' : 'pdf';
      const file = isFolder ? path.join(options.output, `${name}.${ending}`) : options.output;
      await mkdir(path.dirname(file), { recursive: true });
      const title = options.title ?? (areWhole ? packet.name : (options.name ?? packet.name));
      await makeOne(packet, file, { ...options, title });
    }
  } finally {
    await close();
  }
}

async function makeOne(packet: Packet, file: string, options: PdfOptions): Promise<void> {
  const start = performance.now();
  if (options.pictures) {
    const { lost, pages, bytes } = await savePictures(packet, file, options.pictures, options.look);
    tellLost(lost);
    if (pages > 0) report({ file, pages, bytes, ms: since(start) });
    return;
  }
  const { bytes, pages, least, lost } = await makePdf(packet, options);
  tellLost(lost);
  if (bytes) {
    await writeFile(file, bytes);
    report({ file, pages, bytes: bytes.length, ms: since(start) });
  } else if (least !== undefined) {
    process.exitCode = 1;
    const error = `${pages} pages need at least ${least} bytes to be read; nothing was written`;
    report({ file, error });
  }
}

function tellLost(lost: readonly { readonly page: number; readonly file: string; readonly error: string }[]) {
  for (const { page, file, error } of lost) {
    process.exitCode = 1;
    report({ file, page, error });
  }
}
