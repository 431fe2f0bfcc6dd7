import { readFile } from 'node:fs/promises';
import type { BrowserContext, Page as BrowserPage } from '@playwright/test';
import { PDFDocument } from '@cantoo/pdf-lib';
import { openPacketSchema } from '@ravlo/contract';
import { readPdf, shareOf } from './support/readPdf';
import { addPhotos, expectDeveloped, namesOf, newPacket, packetOnServer, toTable } from './support/steps';
import { expect, test } from './support/test';

const MM = 72 / 25.4;

test('photos in, readable PDF out, found again after a reload and in another browser', async ({
  page: browser,
  ravlo,
  otherBrowser,
}) => {
  const id = await newPacket(browser, ravlo.url);

  await test.step('gather three photos', async () => {
    await addPhotos(browser, ['tides-week-3', 'chart-bearings', 'dead-reckoning-sideways']);
    await toTable(browser, 3);
    const { pages } = await packetOnServer(browser, ravlo.url, id);
    await expect
      .poll(async () =>
        (await packetOnServer(browser, ravlo.url, id)).pages.map(({ recipe }) => recipe.outline.by),
      )
      .toEqual(['finder', 'finder', 'finder']);
    // The photo that is stored turned by its EXIF tag counts as it is seen.
    expect(pages[1].photo).toMatchObject({ width: 2268, height: 3024 });
  });

  await test.step('put the second page first by keyboard', async () => {
    await browser.getByRole('button', { name: /^Page 2/ }).focus();
    await browser.keyboard.press('Space');
    await expect(browser.getByText('Page 2 is lifted.')).toBeAttached();
    await browser.keyboard.press('ArrowLeft');
    await expect(browser.getByText('Page 2 would become page 1.')).toBeAttached();
    await browser.keyboard.press('Space');
    await expect
      .poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id)))
      .toEqual(['chart-bearings', 'tides-week-3', 'dead-reckoning-sideways']);
  });

  await test.step('the sideways page has been turned upright by itself; turn it on the bench and back', async () => {
    const turn = async () => (await packetOnServer(browser, ravlo.url, id)).pages[2].recipe.turn;
    await expect.poll(turn).toBe(270);
    await browser.getByTestId('page-3').locator('img').click();
    await expect(browser.getByRole('heading', { name: 'Page 3 of 3' })).toBeVisible();
    await browser.getByRole('tab', { name: 'Turn' }).click();
    await browser.getByRole('button', { name: 'Turn right' }).click();
    await expect.poll(turn).toBe(0);
    await browser.getByRole('button', { name: 'Turn left' }).click();
    await expect.poll(turn).toBe(270);
  });

  await test.step('change a look, one page further back', async () => {
    await browser.keyboard.press('ArrowLeft');
    await expect(browser.getByRole('heading', { name: 'Page 2 of 3' })).toBeVisible();
    await browser.getByRole('tab', { name: 'Look' }).click();
    await browser.getByRole('radio', { name: 'As shot' }).click();
    await expect
      .poll(async () => (await packetOnServer(browser, ravlo.url, id)).pages[1].recipe.look)
      .toBe('as-shot');
  });

  await test.step('reload: all is as it was', async () => {
    await browser.reload();
    await expect(browser.getByRole('heading', { name: 'Page 2 of 3' })).toBeVisible();
    await browser.getByRole('tab', { name: 'Look' }).click();
    await expect(browser.getByRole('radio', { name: 'As shot' })).toBeChecked();
    await browser.getByRole('button', { name: 'To the table' }).click();
    await expectDeveloped(browser, 3);
  });

  await test.step('name it, choose the paper, save the PDF', async () => {
    await browser.getByRole('button', { name: 'Finish' }).click();
    await browser.getByRole('textbox', { name: 'File name' }).fill('Tarn Imke: tides 3');
    await browser.getByRole('radio', { name: 'Letter' }).click();
    await expect(browser.getByRole('radio', { name: 'Letter' })).toBeChecked();
    await browser.getByRole('radio', { name: 'A4' }).click();
    await expect(browser.getByRole('radio', { name: 'A4' })).toBeChecked();
    await expect.poll(async () => (await packetOnServer(browser, ravlo.url, id)).paper).toBe('a4');
    await expect(browser.getByRole('img', { name: /of the PDF$/ })).toHaveCount(3);
    await expect(browser.getByRole('button', { name: 'Save PDF' })).toBeEnabled();
    const download = browser.waitForEvent('download');
    await browser.getByRole('button', { name: 'Save PDF' }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe('Tarn Imke- tides 3.pdf');
    const bytes = await readFile(await file.path());
    await expect(browser.getByTestId('pdf-size')).toContainText(bytes.length.toLocaleString('en'));
    await expectReadable(bytes);
  });

  await test.step('another browser sees the same packet', async () => {
    const other = await otherBrowser();
    await other.goto(ravlo.url);
    await other.getByRole('link', { name: /^Tarn Imke: tides 3\W*3 pages/ }).click();
    await expectDeveloped(other, 3);
    expect(namesOf(await packetOnServer(other, ravlo.url, id))[0]).toBe('chart-bearings');
  });
});

test('a photo is looked into once, from its bytes: none comes back down, no tile is made twice', async ({
  page: browser,
  ravlo,
  otherBrowser,
}) => {
  /** Photos that windows fetch from the server. Nobody visits the shelf: it shows other packets' photos. */
  const fetched: string[] = [];
  const watch = (context: BrowserContext) =>
    context.on('request', (request) => {
      const { pathname } = new URL(request.url());
      if (request.method() === 'GET' && pathname.startsWith('/api/photos/')) fetched.push(pathname);
    });
  watch(browser.context());
  const made = await browser.request.post(`${ravlo.url}/api/packets`, { data: {} });
  const { id } = openPacketSchema.parse(await made.json());
  await browser.goto(`${ravlo.url}/packet/${id}/gather`);
  await addPhotos(browser, ['tides-week-3', 'chart-bearings', 'tides-neap']);
  await toTable(browser, 3);
  await expect(browser.getByText('3 pages. All read well.')).toBeVisible();
  expect(fetched).toEqual([]);
  expect(await picturesKept(browser)).toBe(3);

  const other = await otherBrowser();
  watch(other.context());
  await other.goto(`${ravlo.url}/packet/${id}`);
  await expectDeveloped(other, 3);
  // It has no bytes in hand.
  expect(new Set(fetched).size).toBe(3);
});

/** Opens the PDF's bytes: pages, sizes, title, nothing of the camera, white paper with writing on it. */
async function expectReadable(bytes: Buffer): Promise<void> {
  expect(bytes.length).toBeLessThan(600_000);
  expect(bytes.includes('Exif')).toBe(false);
  const document = await PDFDocument.load(bytes, { updateMetadata: false });
  expect(document.getTitle()).toBe('Tarn Imke: tides 3');
  expect(document.getAuthor()).toBeUndefined();
  expect(document.getPageCount()).toBe(3);
  const sizes = document.getPages().map((sheet) => [sheet.getWidth() / MM, sheet.getHeight() / MM]);
  for (const [width, height] of sizes) {
    expect(width).toBeCloseTo(210, 0);
    expect(height).toBeCloseTo(297, 0);
  }
  const pages = await readPdf(bytes);
  // The second page is as shot: grey, not white.
  expect(pages.map((page) => shareOf(page, (value) => value > 245) > 0.75)).toEqual([true, false, true]);
  for (const page of pages) expect(shareOf(page, (value) => value < 120)).toBeGreaterThan(0.005);
}

/** How many developed pictures this browser has kept. */
const picturesKept = (browser: BrowserPage): Promise<number> =>
  browser.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const opening = indexedDB.open('ravlo-pictures');
        opening.onerror = () => reject(opening.error);
        opening.onsuccess = () => {
          const counting = opening.result.transaction('pictures').objectStore('pictures').count();
          counting.onsuccess = () => resolve(counting.result);
          counting.onerror = () => reject(counting.error);
        };
      }),
  );
