import { execFile } from 'node:child_process';
import { copyFile, mkdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { PDFDocument, PDFName } from '@cantoo/pdf-lib';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { commandLine, photo, root } from '../testing/commandLine';

const cli = commandLine();

describe('pdf', () => {
  it('makes one file of all photos and keeps to the size asked for', async () => {
    const out = path.join(cli.dir, 'all.pdf');
    const photos = [photo('passage-log.jpg'), photo('dead-reckoning-sideways.jpg')];
    const args = ['--max-bytes', '24000', '--title', 'Log', '--margin', 'marking', '--author', 'Imke Tarn'];
    const { code, lines, messages } = await cli.run('pdf', ...photos, '-o', out, ...args);
    expect(code).toBe(0);
    const bytes = await readFile(out);
    expect(lines).toMatchObject([{ file: out, pages: 2, bytes: bytes.length }]);
    expect(bytes.length).toBeLessThanOrEqual(24_000);
    expect(bytes.includes('Skerry Optics')).toBe(false);
    expect(messages).toContain('page 2 of 2, dead-reckoning-sideways.jpg');
    const { stdout } = await promisify(execFile)('pdfinfo', [out]);
    expect(stdout).toMatch(/Title: +Log\nAuthor: +Imke Tarn\n/);
    expect(stdout).not.toMatch(/Producer|Creator|CreationDate/);
  });

  it('names what cannot be developed and makes the rest; writes nothing when the size cannot be met', async () => {
    const out = path.join(cli.dir, 'none.pdf');
    const tight = await cli.run('pdf', photo('passage-log.jpg'), '-o', out, '--max-bytes', '1');
    expect(tight.code).toBe(1);
    expect(tight.lines[0].error).toMatch(/at least/);
    await expect(readFile(out)).rejects.toThrow(/ENOENT/);
    const missing = path.join(cli.dir, 'no.jpg');
    const rest = await cli.run('pdf', missing, photo('passage-log.jpg'), '-o', out);
    expect(rest.code).toBe(1);
    expect(rest.lines).toMatchObject([
      { file: missing, page: 1 },
      { file: out, pages: 1 },
    ]);
    expect(await labelsOf(out)).toContain('/St 2');
  });

  it('makes one PDF a folder, with names that every system takes', async () => {
    const [first, second] = [path.join(cli.dir, 'a', 'tides'), path.join(cli.dir, 'b', 'tides')];
    for (const [folder, name] of [
      [first, 'tides-neap'],
      [second, 'passage-log'],
    ]) {
      await mkdir(folder, { recursive: true });
      await copyFile(photo(`${name}.jpg`), path.join(folder, `${name}.jpg`));
    }
    const out = path.join(cli.dir, 'many');
    const { code, lines } = await cli.run('pdf', first, second, '-o', out);
    expect(code).toBe(0);
    expect(lines.map(({ file }) => path.basename(String(file)))).toEqual(['tides.pdf', 'tides 2.pdf']);
    const args = ['pdf', first, '-o', `${out}/`, '--name', 'Tarn/Imke \u{1F30A}', '--pictures', 'png'];
    const pictures = await cli.run(...args);
    expect(pictures.lines).toMatchObject([{ file: path.join(out, 'Tarn-Imke \u{1F30A}.zip'), pages: 1 }]);
    const files = unzipSync(await readFile(path.join(out, 'Tarn-Imke \u{1F30A}.zip')));
    expect(Object.keys(files)).toEqual(['Tarn-Imke \u{1F30A} 01.png']);
    expect(await sharp(Object.values(files)[0]).metadata()).toMatchObject({ width: 1654, height: 2339 });
  });

  it('says plainly what it cannot take', async () => {
    const empty = path.join(cli.dir, 'empty');
    await mkdir(empty);
    const out = path.join(cli.dir, 'no.pdf');
    const none = await cli.run('pdf', empty, '-o', out);
    expect([none.code, none.messages]).toEqual([1, `There are no photos in ${empty}\n`]);
    const mixed = await cli.run('pdf', path.join(root, 'demo/photos'), photo('tides-neap.jpg'), '-o', out);
    expect(mixed.messages).toMatch(/not both at once/);
    const fake = path.join(cli.dir, 'fake.zip');
    await writeFile(fake, 'no zip');
    expect((await cli.run('pdf', fake, '-o', out)).messages).toMatch(/no Ravlo archive/);
  });
});

/** The page labels of a PDF as they stand in it. */
async function labelsOf(file: string): Promise<string> {
  const document = await PDFDocument.load(await readFile(file));
  return String(document.catalog.get(PDFName.of('PageLabels')));
}
