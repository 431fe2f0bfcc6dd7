import sharp from 'sharp';
import { addPhotos, demoPhoto, newPacket, packetOnServer, toTable } from './support/steps';
import { expect, test } from './support/test';

test('a page gets a look, set as the person likes it, and it is undone', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-week-3']);
  await toTable(browser, 1);
  await browser.getByTestId('page-1').locator('img').click();
  await browser.getByRole('tab', { name: 'Look' }).click();
  const recipe = async () => (await packetOnServer(browser, ravlo.url, id)).pages[0].recipe;
  await browser.getByRole('radio', { name: 'Pencil' }).click();
  await expect.poll(async () => (await recipe()).look).toBe('pencil');
  await browser.getByRole('radio', { name: 'Gone' }).click();
  await expect.poll(async () => (await recipe()).tuning?.rules).toBe('faded');
  await browser.getByRole('slider', { name: 'Ink' }).focus();
  await browser.keyboard.press('ArrowRight');
  await expect.poll(async () => (await recipe()).tuning?.ink).toBeCloseTo(0.1);
  for (let steps = 0; steps < 3; steps++) await browser.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await recipe()).look).toBe('daylight');
});

test('the table says which page cannot be read and why, and leads there', async ({
  page: browser,
  ravlo,
}) => {
  await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-week-3']);
  const blurred = await sharp(demoPhoto('passage-log')).blur(14).jpeg().toBuffer();
  await browser
    .getByTestId('library-input')
    .setInputFiles({ name: 'shaken.jpg', mimeType: 'image/jpeg', buffer: blurred });
  await expect(browser.getByText(/^Saved/)).toHaveCount(2);
  await toTable(browser, 2);
  await expect(browser.getByText('2 pages. 1 reads well.').first()).toBeVisible();
  await expect(browser.getByTestId('page-2').getByText('Take again: blurred')).toBeVisible();
  await browser.getByRole('button', { name: 'Look at page 2' }).click();
  const note = browser.getByRole('status', { name: 'Verdict' });
  await expect(note).toContainText('The strokes are blurred.');
  await expect(browser.getByText('The last page that needs a look.')).toBeVisible();
  await note.getByRole('button', { name: 'Take again' }).click();
  await expect(browser.getByRole('heading', { name: 'Page 2, again' })).toBeVisible();
});
