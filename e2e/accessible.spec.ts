import { serious } from './support/axe';
import { addPhotos, newPacket, toTable } from './support/steps';
import { expect, test } from './support/test';

test('no screen keeps anybody out', async ({ page: browser, ravlo }) => {
  const clear = async (screen: string) =>
    test.step(screen, async () => expect(await serious(browser), screen).toEqual([]));
  await browser.goto(ravlo.url);
  await expect(browser.getByRole('button', { name: 'New packet', exact: true })).toBeVisible();
  await clear('shelf');
  await browser.getByRole('button', { name: 'Settings' }).click();
  await clear('settings');
  const id = await newPacket(browser, ravlo.url);
  await clear('gather');
  await addPhotos(browser, ['tides-week-3', 'tides-neap']);
  await toTable(browser, 2);
  await clear('table');
  await browser.getByRole('button', { name: 'All pages' }).click();
  await clear('all pages');
  await browser.getByRole('button', { name: 'Select pages' }).click();
  await browser.getByTestId('page-1').locator('img').click();
  await clear('selecting');
  await browser.getByRole('button', { name: 'End selecting' }).click();
  await browser.getByTestId('page-1').locator('img').click();
  for (const tool of ['Edges', 'Turn', 'Look', 'Notes']) {
    await browser.getByRole('tab', { name: tool }).click();
    await expect(browser.getByTestId('bench-stage').locator('img').first()).toBeVisible();
    await clear(tool);
  }
  await browser.keyboard.press('?');
  await expect(browser.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await clear('keys');
  await browser.goto(`${ravlo.url}/packet/${id}/finish`);
  await expect(browser.getByRole('img', { name: 'Page 1 of the PDF' })).toBeVisible();
  await browser.getByRole('button', { name: 'Set a limit' }).click();
  await browser.getByRole('radio', { name: 'My name' }).click();
  await clear('finish');
  await browser.getByRole('button', { name: 'From parts' }).click();
  await browser.getByRole('button', { name: '+ Own words' }).click();
  await browser.getByRole('textbox', { name: 'Own words' }).fill('tides');
  await clear('name from parts');
  await browser.getByRole('button', { name: 'Use this name' }).click();
  await browser.getByRole('button', { name: 'Save or share' }).click();
  await clear('save or share');
});

test.describe('on a wide screen', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false });
  test('nothing but keys is needed', async ({ page: browser, ravlo }) => {
    const id = await newPacket(browser, ravlo.url);
    await addPhotos(browser, ['tides-week-3', 'tides-neap']);
    await toTable(browser, 2);
    expect(await serious(browser)).toEqual([]);
    const pages = async () =>
      (
        (await (await browser.request.get(`${ravlo.url}/api/packets/${id}`)).json()) as {
          pages: { photoName: string; recipe: { turn: number } }[];
        }
      ).pages;
    await browser.keyboard.press('n');
    await browser.keyboard.press('r');
    await expect.poll(async () => (await pages()).map(({ recipe }) => recipe.turn)).toEqual([0, 90]);
    await browser.keyboard.press('Control+z');
    await expect.poll(async () => (await pages()).map(({ recipe }) => recipe.turn)).toEqual([0, 0]);
    await browser.keyboard.press('Control+a');
    await browser.keyboard.press('Delete');
    await expect.poll(async () => (await pages()).length).toBe(0);
    await browser.keyboard.press('Control+z');
    await expect(browser.getByTestId('page-2')).toBeVisible();
    await browser.keyboard.press('e');
    await browser.waitForURL(/\/page\//);
    await browser.keyboard.press('3');
    await expect(browser.getByRole('radiogroup', { name: 'Look' })).toBeVisible();
    expect(await serious(browser)).toEqual([]);
    await browser.keyboard.press('t');
    await browser.waitForURL(new RegExp(`/packet/${id}$`));
  });
});
