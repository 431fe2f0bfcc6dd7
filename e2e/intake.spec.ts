import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { addPhotos, demoPhoto, namesOf, newPacket, packetOnServer, toTable } from './support/steps';
import { expect, test } from './support/test';

const heic = fileURLToPath(new URL('fixtures/sheet.heic', import.meta.url));

/** A PDF of A4 pages, as a flatbed's program makes one: a grey scan with a margin, a page each. */
async function scannedPdf(names: readonly string[]): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  for (const name of names) {
    const page = pdf.addPage([595.28, 841.89]);
    const jpeg = await sharp(await readFile(demoPhoto(name)))
      .resize(800)
      .jpeg()
      .toBuffer();
    page.drawImage(await pdf.embedJpg(jpeg), { x: 60, y: 120, width: 470, height: 620 });
  }
  return Buffer.from(await pdf.save());
}

test('a PDF of three scans, a HEIC and a photo come in, in this order; a broken file says so', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  const pdf = await scannedPdf(['tides-week-3', 'tides-neap', 'passage-log']);
  await browser.getByTestId('library-input').setInputFiles([
    { name: 'scan.pdf', mimeType: 'application/pdf', buffer: pdf },
    { name: 'broken.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.7\nnothing more') },
    { name: path.basename(heic), mimeType: 'image/heic', buffer: await readFile(heic) },
    { name: 'tides-neap.jpg', mimeType: 'image/jpeg', buffer: await readFile(demoPhoto('tides-neap')) },
  ]);
  await expect
    .poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id)))
    .toEqual(['scan page 1', 'scan page 2', 'scan page 3', 'sheet', 'tides-neap']);
  await expect(browser.getByText('“broken.pdf” cannot be opened.', { exact: false })).toBeVisible();

  const { pages } = await packetOnServer(browser, ravlo.url, id);
  // A4 at 200 dots an inch.
  expect(pages[0].photo).toMatchObject({ width: 1654, height: 2339 });
  expect(pages[3].photo).toMatchObject({ width: 675, height: 900 });
});

test('the pages of a TIFF come in one by one', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  const tiff = await sharp(await readFile(demoPhoto('tides-neap')))
    .resize(600)
    .tiff({ compression: 'lzw' })
    .toBuffer();
  await browser
    .getByTestId('library-input')
    .setInputFiles([{ name: 'flatbed.tiff', mimeType: 'image/tiff', buffer: tiff }]);
  await expect.poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id))).toEqual(['flatbed']);
});

test('the practice flatbed reads its three pages, upright and whole', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  await browser.getByRole('button', { name: 'Scan three pages' }).click();
  await expect(browser.getByRole('progressbar', { name: 'Reading page 2 of 3' })).toBeVisible();
  await expect
    .poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id)))
    .toEqual(['flatbed page 1', 'flatbed page 2', 'flatbed page 3']);
  await toTable(browser, 3);
  const { pages } = await packetOnServer(browser, ravlo.url, id);
  for (const { recipe } of pages) {
    expect(recipe.turn).toBe(0);
    expect(recipe.outline.by === 'whole' || recipe.outline.by === 'finder').toBe(true);
  }
});

test('the same photo again is named, and left out on one press', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap', 'tides-week-3']);
  await browser.getByTestId('library-input').setInputFiles(demoPhoto('tides-neap'));
  await expect(browser.getByText('You have this very photo already, as page 1.')).toBeVisible();
  await browser.getByRole('button', { name: 'Leave it out' }).click();
  await expect
    .poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id)))
    .toEqual(['tides-neap', 'tides-week-3']);
});
