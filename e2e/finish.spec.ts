import { readFile } from 'node:fs/promises';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { readPdf, shareOf } from './support/readPdf';
import { addPhotos, newPacket, toTable } from './support/steps';
import { expect, test } from './support/test';

for (const viewport of [
  { width: 390, height: 844 },
  { width: 1280, height: 800 },
]) {
  test.describe(`at ${viewport.width} x ${viewport.height}`, () => {
    test.use({ viewport });
    test.setTimeout(240_000);

    test('the very file is paged through, checked, named, saved and opened by others', async ({
      page: browser,
      ravlo,
    }) => {
      const id = await newPacket(browser, ravlo.url);
      await addPhotos(browser, ['tides-week-3', 'chart-bearings', 'passage-log']);
      await toTable(browser, 3);
      await browser.goto(`${ravlo.url}/packet/${id}/finish`);

      await test.step('it is paged through by button and by key', async () => {
        await expect(browser.getByRole('img', { name: /of the PDF$/ })).toHaveCount(3, { timeout: 90_000 });
        await expect(browser.getByText('Page 1 of 3')).toBeVisible();
        await browser.getByRole('button', { name: 'Page after' }).click();
        await expect(browser.getByText('Page 2 of 3')).toBeVisible();
        await browser.keyboard.press('ArrowRight');
        await expect(browser.getByText('Page 3 of 3')).toBeVisible();
        await expect(browser.getByRole('button', { name: 'Page after' })).toBeDisabled();
      });

      await test.step('a page is seen close', async () => {
        await browser.getByRole('button', { name: 'See page 3 close' }).click();
        const dialog = browser.getByRole('dialog', { name: 'Page 3, close' });
        const picture = dialog.getByRole('img', { name: 'Page 3, close' });
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
        await browser.keyboard.type('Tarn_Imke: tides?');
        await expect(browser.getByText('Saved as Tarn_Imke- tides-.pdf')).toBeVisible();
        await expect(browser.getByText('All holds')).toBeVisible();
      });

      const bytes = await test.step('what is saved is what was looked at', async () => {
        await expect(browser.getByRole('button', { name: 'Save PDF' })).toBeEnabled();
        const saving = browser.waitForEvent('download');
        await browser.getByRole('button', { name: 'Save PDF' }).click();
        const file = await saving;
        expect(file.suggestedFilename()).toBe('Tarn_Imke- tides-.pdf');
        const saved = await readFile(await file.path());
        await expect(browser.getByTestId('pdf-size')).toContainText(saved.length.toLocaleString('en'));
        return saved;
      });

      await test.step('other programs read it: white paper, dark ink, small', async () => {
        expect(bytes.length).toBeLessThan(3 * 80_000);
        const pages = await readPdf(bytes);
        expect(pages).toHaveLength(3);
        for (const page of pages) {
          // Quiet rules and squares are paler than this, and paper is.
          expect(shareOf(page, (value) => value > 230)).toBeGreaterThan(0.9);
          expect(shareOf(page, (value) => value < 120)).toBeGreaterThan(0.004);
        }
      });

      await test.step('as single pictures in one zip, numbered', async () => {
        await browser.getByRole('button', { name: 'Save or share' }).click();
        const saving = browser.waitForEvent('download');
        await browser.getByRole('button', { name: /single pictures/ }).click();
        const file = await saving;
        expect(file.suggestedFilename()).toBe('Tarn_Imke- tides-.zip');
        const files = unzipSync(new Uint8Array(await readFile(await file.path())));
        expect(Object.keys(files)).toEqual([1, 2, 3].map((n) => `Tarn_Imke- tides- 0${n}.jpg`));
        const [first] = Object.values(files);
        expect(await sharp(first).metadata()).toMatchObject({ format: 'jpeg', width: 1654, height: 2339 });
      });
    });
  });
}

test('a new packet is offered a name from the one before', async ({ page: browser, ravlo }) => {
  const finish = async (photo: string) => {
    const id = await newPacket(browser, ravlo.url);
    await addPhotos(browser, [photo]);
    await browser.goto(`${ravlo.url}/packet/${id}/finish`);
  };
  await finish('tides-week-3');
  await browser.getByRole('textbox', { name: 'File name' }).fill('Tarn_tides-3');
  await expect(browser.getByRole('button', { name: 'Save PDF' })).toBeEnabled();
  const saving = browser.waitForEvent('download');
  await browser.getByRole('button', { name: 'Save PDF' }).click();
  await saving;
  await finish('tides-neap');
  await browser.getByRole('button', { name: 'Name it “Tarn_tides-4”' }).click();
  await expect(browser.getByRole('textbox', { name: 'File name' })).toHaveValue('Tarn_tides-4');
});
