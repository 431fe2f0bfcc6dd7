import type { Brief } from '@ravlo/contract';
import { useEffect, useMemo, useState } from 'react';
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
  const wanted = useMemo(() => ({ bytes, name, format, further }), [bytes, name, format, further]);
  const [made, setMade] = useState<{ wanted: object; handed: HandedFiles } | null>(null);
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
      if (!isOver) setMade({ wanted, handed: { files, hashes } });
    };
    // A browser without room for the pictures makes none: then nothing can be handed over, and the screen says so.
    make().catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [wanted, bytes, name, format, further]);
  return made?.wanted === wanted ? made.handed : null;
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
