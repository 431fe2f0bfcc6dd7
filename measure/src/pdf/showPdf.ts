import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import type { Rgba } from '@ravlo/core';

const run = promisify(execFile);

/** The first page of a PDF as poppler shows it (needs poppler-utils). */
export async function showPdf(pdf: Uint8Array, dpi: number): Promise<Rgba> {
  const folder = await mkdtemp(path.join(tmpdir(), 'ravlo-pdf-'));
  try {
    const file = path.join(folder, 'page.pdf');
    await writeFile(file, pdf);
    await run('pdftoppm', ['-r', String(dpi), '-png', '-singlefile', file, path.join(folder, 'page')]);
    const png = sharp(await readFile(path.join(folder, 'page.png'))).ensureAlpha();
    const { data, info } = await png.raw().toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
