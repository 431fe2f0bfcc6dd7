import { readFile } from 'node:fs/promises';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import type { OpenPacket } from '@ravlo/contract';
import { readPdf, shareOf } from './support/readPdf';
import { addPhotos, demoPhoto, newPacket, packetIdOf, packetOnServer, toTable } from './support/steps';
import { expect, test } from './support/test';
import type { Page as BrowserPage } from '@playwright/test';

/** Presses something that gives a file to the browser's downloads. */
async function saved(browser: BrowserPage, press: () => Promise<void>) {
  const saving = browser.waitForEvent('download');
  await press();
  const file = await saving;
  return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) };
}

const savePdf = (browser: BrowserPage) =>
  saved(browser, async () => {
    await expect(browser.getByRole('button', { name: 'Save PDF' })).toBeEnabled();
    await browser.getByRole('button', { name: 'Save PDF' }).click();
  });

for (const viewport of [
  { width: 390, height: 844 },
  { width: 1280, height: 800 },
]) {
  test.describe(`at ${viewport.width} x ${viewport.height}`, () => {
    test.use({ viewport });

    test('the very file is paged through, checked, named, saved and opened by others', async ({
      page: browser,
      ravlo,
    }) => {
      const id = await newPacket(browser, ravlo.url);
      const photos =
        viewport.width > 900 ? ['tides-week-3', 'passage-log'] : ['tides-week-3', 'chart-bearings'];
      await addPhotos(browser, photos);
      await toTable(browser, 2);
      await browser.getByRole('link', { name: 'Name it' }).click();

      await test.step('it is paged through by button, by key and by its small pages', async () => {
        await expect(browser.getByRole('img', { name: /of the PDF$/ })).toHaveCount(2);
        await expect(browser.getByText('Page 1 of 2')).toBeVisible();
        await browser.getByRole('button', { name: 'Page after' }).click();
        await expect(browser.getByText('Page 2 of 2')).toBeVisible();
        await expect(browser.getByRole('button', { name: 'Page after' })).toBeDisabled();
        await browser.keyboard.press('ArrowLeft');
        await expect(browser.getByText('Page 1 of 2')).toBeVisible();
        await browser.getByRole('button', { name: /^Show page 2/ }).click();
        await expect(browser.getByText('Page 2 of 2')).toBeVisible();
      });

      await test.step('a page is seen close', async () => {
        await browser.getByRole('button', { name: 'See page 2 close' }).click();
        const dialog = browser.getByRole('dialog', { name: 'Page 2, close' });
        const picture = dialog.getByRole('img', { name: 'Page 2, close' });
        await expect(picture).toBeVisible();
        const before = await picture.boundingBox();
        await dialog.getByRole('radio', { name: 'Four times' }).click();
        await expect.poll(async () => (await picture.boundingBox())?.width).toBe(2 * (before?.width ?? 0));
        await browser.keyboard.press('Escape');
        await expect(dialog).toBeHidden();
      });

      await test.step('nothing leaves without a name', async () => {
        await expect(browser.getByRole('button', { name: 'Save PDF' })).toBeDisabled();
        await expect(browser.getByText('1 of 4 needs you')).toBeVisible();
        await browser.getByRole('button', { name: 'Name it', exact: true }).click();
        await expect(browser.getByRole('textbox', { name: 'File name' })).toBeFocused();
        await browser.keyboard.type(`Tarn: tides? ${viewport.width}`);
        await expect(browser.getByText(`Saved as Tarn- tides- ${viewport.width}.pdf`)).toBeVisible();
        await expect(browser.getByText('All holds')).toBeVisible();
      });

      await test.step('what is saved is what was looked at, and others read it', async () => {
        const { name, bytes } = await savePdf(browser);
        expect(name).toBe(`Tarn- tides- ${viewport.width}.pdf`);
        await expect(browser.getByTestId('pdf-size')).toContainText(bytes.length.toLocaleString('en'));
        expect(bytes.length).toBeLessThan(2 * 80_000);
        const pages = await readPdf(bytes);
        expect(pages).toHaveLength(2);
        for (const page of pages) {
          // Quiet rules and squares are paler than this, and paper is.
          expect(shareOf(page, (value) => value > 230)).toBeGreaterThan(0.9);
          expect(shareOf(page, (value) => value < 120)).toBeGreaterThan(0.004);
        }
        if (viewport.width > 900) return;
        // The same packet again: the same bytes.
        await browser.goto(`${ravlo.url}/packet/${id}/finish`);
        expect((await savePdf(browser)).bytes.equals(bytes)).toBe(true);
      });

      await test.step('paper and margin leave room for the teacher’s pen', async () => {
        await browser.getByRole('radio', { name: 'Letter' }).click();
        await browser.getByRole('radio', { name: 'For marking' }).click();
        await expect.poll(async () => (await packetOnServer(browser, ravlo.url, id)).margin).toBe('marking');
        const { bytes } = await savePdf(browser);
        const [page] = await readPdf(bytes);
        expect([page.width, page.height]).toEqual([851, 1100]);
        const right = { ...page, grey: page.grey.filter((_, i) => i % page.width > page.width - 190) };
        expect(shareOf(right, (value) => value === 255)).toBe(1);
      });
    });
  });
}

test('a packet leaves as pictures and as an archive, which makes the same packet again', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['dead-reckoning-sideways', 'tides-neap']);
  await browser.goto(`${ravlo.url}/packet/${id}/finish`);

  await test.step('its name is put together from parts, and the parts are known the next time', async () => {
    await browser.getByRole('button', { name: 'From parts' }).click();
    const parts = browser.getByRole('dialog', { name: 'Name from parts' });
    await parts.getByRole('textbox', { name: 'Surname' }).fill('Tarn');
    await parts.getByRole('textbox', { name: 'First name' }).fill('Imke \u{1F30A}');
    await parts.getByRole('textbox', { name: 'Assignment' }).fill('Dead/reckoning');
    await parts.getByRole('button', { name: '+ Own words' }).click();
    await parts.getByRole('textbox', { name: 'Own words' }).fill('draft');
    await parts.getByRole('button', { name: 'Own words: one place to the front' }).click();
    await parts.getByRole('button', { name: 'Leave out first name' }).click();
    await expect(parts.getByTestId('name-preview')).toHaveText('Tarn_draft_Dead-reckoning.pdf');
    await parts.getByRole('radio', { name: '-', exact: true }).click();
    await parts.getByRole('button', { name: 'Use this name' }).click();
    await expect(browser.getByRole('textbox', { name: 'File name' })).toHaveValue(
      'Tarn-draft-Dead/reckoning',
    );
    await browser.getByRole('button', { name: 'From parts' }).click();
    await expect(browser.getByRole('textbox', { name: 'Surname' })).toHaveValue('Tarn');
    await browser.keyboard.press('Escape');
  });

  const bytes = await test.step('as a PDF', async () => (await savePdf(browser)).bytes);

  await test.step('as single pictures in one zip, numbered', async () => {
    await browser.getByRole('button', { name: 'Save or share' }).click();
    const { name, bytes: zip } = await saved(browser, () =>
      browser.getByRole('button', { name: /single pictures, JPEG/ }).click(),
    );
    expect(name).toBe('Tarn-draft-Dead-reckoning.zip');
    const files = unzipSync(new Uint8Array(zip));
    expect(Object.keys(files)).toEqual([1, 2].map((n) => `Tarn-draft-Dead-reckoning 0${n}.jpg`));
    const [first] = Object.values(files);
    expect(await sharp(first).metadata()).toMatchObject({ format: 'jpeg', width: 1654, height: 2339 });
  });

  await test.step('as an archive that comes in again', async () => {
    const { bytes: archive } = await saved(browser, () =>
      browser.getByRole('button', { name: /Ravlo archive/ }).click(),
    );
    const original = await packetOnServer(browser, ravlo.url, id);
    await browser.goto(ravlo.url);
    const cut = { name: 'cut.zip', mimeType: 'application/zip', buffer: archive.subarray(0, 20_000) };
    await browser.getByTestId('archive-input').setInputFiles(cut);
    await expect(browser.getByText(/no Ravlo archive.*Nothing was taken/)).toBeVisible();
    const whole = { name: 'whole.zip', mimeType: 'application/zip', buffer: archive };
    await browser.getByTestId('archive-input').setInputFiles(whole);
    await browser.waitForURL(/\/packet\/[0-9a-f-]+$/);
    const copy = packetIdOf(browser);
    expect(copy).not.toBe(id);
    expect(recipesOf(await packetOnServer(browser, ravlo.url, copy))).toEqual(recipesOf(original));
    await browser.goto(`${ravlo.url}/packet/${copy}/finish`);
    const again = await savePdf(browser);
    expect(again.bytes.equals(bytes)).toBe(true);
  });
});

const recipesOf = ({ pages }: OpenPacket) =>
  pages.map(({ photo, recipe }) => ({ sha256: photo.sha256, recipe }));

test('a size limit is met, or it is said what would help', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['passage-log', 'tides-neap']);
  const { pages } = await packetOnServer(browser, ravlo.url, id);
  const data = {
    packets: [],
    pages: [{ pageId: pages[1].id, patch: { look: { from: 'daylight', to: 'as-shot' } } }],
  };
  expect((await browser.request.patch(`${ravlo.url}/api/edits`, { data })).status()).toBe(200);
  await browser.goto(`${ravlo.url}/packet/${id}/finish`);
  await browser.getByRole('textbox', { name: 'File name' }).fill('Log');
  await browser.getByRole('button', { name: 'Set a limit' }).click();
  const limit = browser.getByRole('textbox', { name: 'At most' });
  await browser.getByRole('radio', { name: 'KB' }).click();
  await limit.fill('150');
  await expect(browser.getByTestId('ready-size')).toContainText('at most 150 KB');
  const { bytes } = await savePdf(browser);
  expect(bytes.length).toBeLessThanOrEqual(150_000);
  expect(bytes.length).toBeGreaterThan(135_000);
  expect(await readPdf(bytes)).toHaveLength(2);

  await limit.fill('1');
  await browser.getByRole('radio', { name: 'bytes' }).click();
  await expect(browser.getByTestId('ready-size')).toContainText('may have 1 bytes');
  await expect(browser.getByRole('button', { name: 'Save PDF' })).toBeDisabled();
  await browser.getByTestId('ready-size').getByRole('button', { name: 'Look at page 2' }).click();
  await expect(browser.getByRole('heading', { name: 'Page 2 of 2' })).toBeVisible();
});

test('sixty pages are paged through, left in the middle, and saved', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  await browser.getByTestId('library-input').setInputFiles([demoPhoto('tides-neap')]);
  await expect
    .poll(async () => (await packetOnServer(browser, ravlo.url, id)).pages[0]?.recipe.outline.by)
    .toBe('finder');
  const [{ id: pageId }] = (await packetOnServer(browser, ravlo.url, id)).pages;
  for (let i = 1; i < 60; i++)
    await browser.request.post(`${ravlo.url}/api/pages/${pageId}/copy`, { data: {} });
  await browser.goto(`${ravlo.url}/packet/${id}/finish`);
  // Away while it is being made, and back.
  await browser.getByRole('button', { name: 'To the table' }).click();
  await expect(browser.getByTestId('page-60')).toBeAttached();
  await browser.getByRole('button', { name: 'Finish' }).click();
  await browser.getByRole('textbox', { name: 'File name' }).fill('Sixty');
  const { bytes } = await savePdf(browser);
  await browser.getByRole('button', { name: 'Show page 60' }).click();
  await expect(browser.getByText('Page 60 of 60')).toBeVisible();
  await expect(browser.getByRole('img', { name: 'Page 60 of the PDF' })).toBeVisible();
  expect(await readPdf(bytes, 20)).toHaveLength(60);
});

test('a new packet is offered a name from the one before', async ({ page: browser, ravlo }) => {
  const finish = async (photo: string) => {
    const id = await newPacket(browser, ravlo.url);
    await addPhotos(browser, [photo]);
    await browser.goto(`${ravlo.url}/packet/${id}/finish`);
  };
  await finish('tides-week-3');
  await browser.getByRole('textbox', { name: 'File name' }).fill('Tarn_tides-3');
  await savePdf(browser);
  await finish('tides-neap');
  await browser.getByRole('button', { name: 'Name it “Tarn_tides-4”' }).click();
  await expect(browser.getByRole('textbox', { name: 'File name' })).toHaveValue('Tarn_tides-4');
});
