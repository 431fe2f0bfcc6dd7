import type { Brief } from '@ravlo/contract';
import { useEffect, useState } from 'react';
import { hashOf } from '@/packet/hashOf';
import { openPdf } from '@/page/openPdf';
import { pdfPictures } from '@/page/pdfPictures';

/** What is handed over: the file itself, what goes with it, and their fingerprints in the same order. */
export interface HandedFiles {
  readonly files: readonly [File, ...File[]];
  /** SHA-256, lower-case hex */
  readonly hashes: readonly string[];
}

/**
 * The files that go, as the brief wants them: the finished PDF, or its pages as pictures; null while they are being made.
 *
 * @param bytes of the finished PDF
 * @param name without its ending
 */
export function useHandedFiles(
  bytes: Uint8Array<ArrayBuffer> | null,
  name: string,
  format: Brief['format'],
  further: readonly File[],
): HandedFiles | null {
  const [made, setMade] = useState<{ of: string; handed: HandedFiles } | null>(null);
  const [version, setVersion] = useState({ bytes, further, number: 0 });
  if (version.bytes !== bytes || version.further !== further)
    setVersion({ bytes, further, number: version.number + 1 });
  const of = `${version.number} ${format} ${name}`;
  useEffect(() => {
    if (!bytes) return undefined;
    let isOver = false;
    const make = async () => {
      const [main, ...others] =
        format === 'pictures'
          ? await asPictures(bytes, name)
          : [new File([bytes], `${name}.pdf`, { type: 'application/pdf' })];
      const files: [File, ...File[]] = [main, ...others, ...further];
      const hashes: string[] = [];
      for (const file of files) hashes.push(await hashOf(file));
      if (!isOver) setMade({ of, handed: { files, hashes } });
    };
    // A browser without room for the pictures says so where they are handed over: nothing can be sent.
    make().catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [of, bytes, name, format, further]);
  return bytes && made?.of === of ? made.handed : null;
}

async function asPictures(bytes: Uint8Array, name: string): Promise<File[]> {
  const task = openPdf(bytes);
  try {
    const pictures = await pdfPictures(await task.promise, name, 'jpeg');
    return pictures.map((picture) => new File([picture.blob], picture.name, { type: 'image/jpeg' }));
  } finally {
    await task.destroy();
  }
}
