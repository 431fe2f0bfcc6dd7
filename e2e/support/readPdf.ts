import { execFile } from 'node:child_process';
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';

const run = promisify(execFile);

/** A page as a reader that is not ours shows it. */
export interface ShownPage {
  readonly width: number;
  readonly height: number;
  /** 0 to 255, a byte a pixel */
  readonly grey: Uint8Array;
}

/**
 * Holds a PDF against the format's rules (qpdf) and shows its pages (poppler).
 *
 * @throws Error when there is anything wrong with it
 */
export async function readPdf(bytes: Uint8Array, dpi = 100): Promise<ShownPage[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'ravlo-pdf-'));
  try {
    const file = path.join(folder, 'file.pdf');
    await writeFile(file, bytes);
    await run('qpdf', ['--check', file]);
    await run('pdftoppm', ['-r', String(dpi), '-png', file, path.join(folder, 'page')]);
    const pages = (await readdir(folder)).filter((name) => name.endsWith('.png')).sort();
    return await Promise.all(
      pages.map(async (name) => {
        const image = sharp(path.join(folder, name)).greyscale().raw();
        const { data, info } = await image.toBuffer({ resolveWithObject: true });
        return { width: info.width, height: info.height, grey: new Uint8Array(data) };
      }),
    );
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** The share of a page's pixels for which something holds. */
export const shareOf = ({ grey }: ShownPage, holds: (value: number) => boolean): number =>
  grey.filter(holds).length / grey.length;
