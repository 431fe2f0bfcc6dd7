import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { PDFDocument, PDFName, PDFRawStream } from '@cantoo/pdf-lib';
import { commandLine, photo } from '../testing/commandLine';

const cli = commandLine();

describe('archive', () => {
  it('leads to the same pages as its photos, byte for byte', async () => {
    const photos = [photo('tides-week-3.jpg'), photo('dead-reckoning-sideways.jpg')];
    const [archive, again] = [path.join(cli.dir, 'log.zip'), path.join(cli.dir, 'log-again.zip')];
    const made = await cli.run('archive', ...photos, '-o', archive, '--name', 'Passage log');
    expect(made).toMatchObject({ code: 0, lines: [{ file: archive, pages: 2 }] });
    await cli.run('archive', archive, '-o', again);
    expect((await readFile(again)).equals(await readFile(archive))).toBe(true);
    const [one, other] = [path.join(cli.dir, 'archive.pdf'), path.join(cli.dir, 'photos.pdf')];
    expect((await cli.run('pdf', archive, '-o', one)).code).toBe(0);
    await cli.run('pdf', ...photos, '-o', other, '--look', 'daylight');
    const images = await imagesOf(await readFile(one));
    expect(images.length).toBeGreaterThan(2);
    expect(await imagesOf(await readFile(other))).toEqual(images);
  });
});

/** The bytes of all pictures and stencils in a PDF, hashed. */
async function imagesOf(bytes: Buffer): Promise<string[]> {
  const { context } = await PDFDocument.load(bytes);
  return context
    .enumerateIndirectObjects()
    .flatMap(([, object]) =>
      object instanceof PDFRawStream && object.dict.get(PDFName.of('Subtype')) === PDFName.of('Image')
        ? [createHash('sha256').update(object.getContents()).digest('hex')]
        : [],
    );
}
