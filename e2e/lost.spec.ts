import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Page as BrowserPage, Route } from '@playwright/test';
import {
  addPhotos,
  demoPhoto,
  expectDeveloped,
  namesOf,
  newPacket,
  packetOnServer,
  toTable,
} from './support/steps';
import { expect, test } from './support/test';

// Nothing that a person made is lost, whatever comes in between.

const EIGHT = [
  'buoyage-worksheet',
  'chart-bearings',
  'chart-course-to-steer',
  'harbour-pencil',
  'passage-log',
  'tide-curve',
  'tides-neap',
  'tides-week-3',
];
const rowsOf = (browser: BrowserPage) =>
  browser.getByRole('list', { name: 'Photos on their way' }).getByRole('listitem');
const choose = (browser: BrowserPage, names: readonly string[]) =>
  browser.getByTestId('library-input').setInputFiles(names.map(demoPhoto));

const html = (status: number) => (route: Route) =>
  route.fulfill({ status, contentType: 'text/html', body: '<html><h1>Something in between</h1></html>' });
const TROUBLES: Readonly<Record<string, (route: Route) => Promise<void>>> = {
  'error pages 502': html(502),
  'error pages 404': html(404),
  'a sign-in page 200': html(200),
  'lost answers': async (route) => {
    await route.fetch();
    await route.abort();
  },
};

for (const [what, happens] of Object.entries(TROUBLES)) {
  test(`eight photos get through ${what}`, async ({ page: browser, ravlo }) => {
    const id = await newPacket(browser, ravlo.url);
    let met = 0;
    await browser.route(/\/api\/(uploads|arrivals)/, (route) => {
      // The first ones, and then every fifth.
      met++;
      return met <= 2 || met % 5 === 0 ? happens(route) : route.continue();
    });
    await choose(browser, EIGHT);
    await expect(rowsOf(browser).getByText(/^Saved/)).toHaveCount(8);
    expect(namesOf(await packetOnServer(browser, ravlo.url, id))).toEqual(EIGHT);
    expect(met).toBeGreaterThanOrEqual(16);
  });
}

test('a packet that is deleted elsewhere throws no photo away: they go into another', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap']);
  await browser.request.delete(`${ravlo.url}/api/packets/${id}`);
  await choose(browser, ['passage-log', 'tide-curve']);
  await expect(rowsOf(browser).getByText(/This packet is not here/)).toHaveCount(2);

  // Also on the shelf, and after a reload, with their pictures.
  await browser.goto(ravlo.url);
  await expect(browser.getByRole('heading', { name: '2 photos are held back' })).toBeVisible();
  const held = browser.getByRole('list', { name: 'Photos held back' });
  await expect(held.locator('img')).toHaveCount(2);
  await held.getByRole('button', { name: 'What to do with passage-log.jpg' }).click();
  await browser.getByRole('button', { name: 'Put it into a new packet' }).click();
  await expect(browser.getByRole('heading', { name: 'One photo is held back' })).toBeVisible();
  await expect(browser.getByRole('link', { name: /^Not named yet\W*1 page/ }).first()).toBeVisible();

  await held.getByRole('button', { name: 'What to do with tide-curve.jpg' }).click();
  const saving = browser.waitForEvent('download');
  await browser.getByRole('button', { name: 'Save it to this device' }).click();
  const saved = await readFile(await (await saving).path());
  expect(saved.equals(await readFile(demoPhoto('tide-curve')))).toBe(true);
  await held.getByRole('button', { name: 'What to do with tide-curve.jpg' }).click();
  await browser.getByRole('button', { name: 'Throw it away…' }).click();
  await browser.getByRole('button', { name: 'Throw it away', exact: true }).click();
  await expect(held).toHaveCount(0);
});

test('two tabs send photos once between them, and both say so', async ({ page: browser, ravlo, context }) => {
  const id = await newPacket(browser, ravlo.url);
  const other = await context.newPage();
  await other.goto(browser.url());
  await expect(other.getByRole('heading', { name: 'Add pages' })).toBeVisible();
  await Promise.all([choose(browser, EIGHT.slice(0, 4)), choose(other, EIGHT.slice(4))]);
  for (const tab of [browser, other]) {
    await expect(rowsOf(tab).getByText(/^Saved/)).toHaveCount(8);
    await expect(tab.getByRole('button', { name: /What to do/ })).toHaveCount(0);
  }
  const names = namesOf(await packetOnServer(browser, ravlo.url, id));
  expect([...names].sort()).toEqual([...EIGHT].sort());
});

test('a device without room says what is kept and what is not, and asks before the page is left', async ({
  page: browser,
  ravlo,
}) => {
  await browser.addInitScript(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...args) {
      if (this.name === 'photos') throw new DOMException('no room', 'QuotaExceededError');
      return put.apply(this, args);
    };
  });
  const id = await newPacket(browser, ravlo.url);
  let isAway = true;
  await browser.route('**/api/uploads', (route) => (isAway ? route.abort() : route.continue()));
  await choose(browser, ['tides-neap', 'passage-log']);
  await expect(browser.getByText(/^Not saved yet, and this browser has no room/)).toHaveCount(2);
  await expect(browser.getByText(/2 photos are in this open page only/)).toBeVisible();
  await expect(browser.getByText(/Everything taken so far is kept/)).toHaveCount(0);

  const asked = browser.waitForEvent('dialog');
  void browser.evaluate(() => location.reload());
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  // Pressed while the way is still blocked: once it is free they may go up by themselves before a press.
  await browser.getByRole('button', { name: 'Try now' }).click();
  isAway = false;
  await expect(rowsOf(browser).getByText(/^Saved/)).toHaveCount(2);
  expect(namesOf(await packetOnServer(browser, ravlo.url, id))).toEqual(['tides-neap', 'passage-log']);
});

test('edits made with the server away are there after a reload, and saved when it is back', async ({
  page: browser,
  ownRavlo,
}) => {
  const id = await newPacket(browser, ownRavlo.url);
  await addPhotos(browser, ['tides-neap', 'passage-log']);
  await toTable(browser, 2);
  const recipes = async () =>
    (await packetOnServer(browser, ownRavlo.url, id)).pages.map(({ recipe }) => recipe);
  await expect
    .poll(async () => (await recipes()).map(({ outline }) => outline.by))
    .toEqual(['finder', 'finder']);
  // The server itself is up: it only cannot be written to from here, so that the page can be loaded again.
  await browser.route('**/api/edits', (route) => route.abort());
  await browser.getByTestId('page-1').locator('img').click();
  await browser.getByRole('tab', { name: 'Turn' }).click();
  await browser.getByRole('button', { name: 'Turn right' }).click();
  await browser.getByRole('tab', { name: 'Look' }).click();
  await browser.getByRole('radio', { name: 'Pen', exact: true }).click();
  await expect(browser.getByText('Your last changes are not saved yet.')).toBeVisible();
  await browser.reload();
  await expect(browser.getByRole('button', { name: 'Undo: look of page 1' })).toBeEnabled();
  await browser.getByRole('tab', { name: 'Look' }).click();
  await expect(browser.getByRole('radio', { name: 'Pen', exact: true })).toBeChecked();
  await expect(browser.getByText('Your last changes are not saved yet.')).toBeVisible();
  expect((await recipes())[0]).toMatchObject({ turn: 0, look: 'daylight' });

  await browser.unroute('**/api/edits');
  await expect.poll(async () => (await recipes())[0]).toMatchObject({ turn: 90, look: 'pen' });
  await expect(browser.getByText('Your last changes are not saved yet.')).toHaveCount(0);
});

test('a tab that is closed in the middle of thirty edits has lost none', async ({
  page: browser,
  ravlo,
  context,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap']);
  const [page] = (await packetOnServer(browser, ravlo.url, id)).pages;
  for (let k = 1; k < 30; k++)
    await browser.request.post(`${ravlo.url}/api/pages/${page.id}/copy`, { data: {} });
  await browser.getByRole('button', { name: 'To the table' }).last().click();
  await expect(browser.getByTestId('page-30')).toBeAttached();
  const turns = async () =>
    new Set((await packetOnServer(browser, ravlo.url, id)).pages.map(({ recipe }) => recipe.turn));
  await expect.poll(turns).toEqual(new Set([0]));
  await browser.keyboard.press('Control+A');
  await browser.keyboard.press('r');
  const other = await context.newPage();
  await browser.close();
  // Whatever the closed tab had not sent, the next one that opens does.
  await other.goto(`${ravlo.url}/packet/${id}`);
  await expect
    .poll(async () => {
      const response = await other.request.get(`${ravlo.url}/api/packets/${id}`);
      const { pages } = (await response.json()) as { pages: { recipe: { turn: number } }[] };
      return pages.filter(({ recipe }) => recipe.turn === 90).length;
    })
    .toBe(30);
});

test('a deleted packet and a deleted page are brought back, also after a reload', async ({
  page: browser,
  // What other tests have deleted would lie beside it.
  ownRavlo: ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap', 'passage-log']);
  await toTable(browser, 2);
  await browser.getByRole('button', { name: 'More for page 1' }).click();
  await browser.getByRole('button', { name: /^Delete/ }).click();
  await expectDeveloped(browser, 1);
  await browser.goto(ravlo.url);
  await browser.getByRole('button', { name: 'Deleted', exact: true }).click();
  await browser.getByRole('button', { name: 'Bring back tides-neap.jpg' }).click();
  await expect
    .poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id)))
    .toEqual(['tides-neap', 'passage-log']);

  await browser.goto(ravlo.url);
  await browser.getByRole('button', { name: 'Delete Not named yet' }).first().click();
  await expect(browser.getByText('“Not named yet” deleted.')).toBeVisible();
  await browser.reload();
  await browser.getByRole('button', { name: 'Undo' }).click();
  // Until it is back, the server answers with a problem instead of a packet.
  await expect(async () => {
    expect((await packetOnServer(browser, ravlo.url, id)).pageCount).toBe(2);
  }).toPass();
  await expect(browser.getByText('“Not named yet” deleted.')).toHaveCount(0);
});

test('a page whose photo cannot be opened is named on the finish screen, with the way to it', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap', 'passage-log']);
  await expect
    .poll(async () =>
      (await packetOnServer(browser, ravlo.url, id)).pages.map(({ recipe }) => recipe.outline.by),
    )
    .toEqual(['finder', 'finder']);
  const { pages } = await packetOnServer(browser, ravlo.url, id);
  await browser.route(`**/api/photos/${pages[1].photo.id}`, (route) => route.fulfill({ status: 500 }));
  await browser.goto(`${ravlo.url}/packet/${id}/finish`);
  const line = browser.getByTestId('ready-gaps');
  await expect(line).toContainText('Page 2 cannot be developed and is not in it');
  await browser.getByRole('textbox', { name: 'File name' }).fill('Tides');
  await expect(browser.getByRole('button', { name: 'Save the rest' })).toBeEnabled();
  await expect(browser.getByText('Page 1 of 1')).toBeVisible();
  await line.getByRole('button', { name: 'Look at it' }).click();
  await expect(browser.getByRole('heading', { name: 'Page 2 of 2' })).toBeVisible();
});

test('a PDF can be saved only under the name and on the paper that are shown', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap']);
  await browser.goto(`${ravlo.url}/packet/${id}/finish`);
  const save = browser.getByRole('button', { name: 'Save PDF' });
  // A packet that nobody has named asks for its name.
  await expect(browser.getByTestId('ready-name')).toContainText('It has no name yet');
  await browser.getByRole('button', { name: 'Name it', exact: true }).click();
  await browser.keyboard.type('Tides');
  await expect(save).toBeEnabled();
  // What the button is in the very moment of each change, and what is saved when it is pressed at once.
  await browser.evaluate(() => {
    const states: boolean[] = [];
    const button = [...document.querySelectorAll('[role=button]')].find((b) => b.textContent === 'Save PDF');
    document
      .querySelector('input')
      ?.addEventListener('input', () =>
        requestAnimationFrame(() => states.push(button?.getAttribute('aria-disabled') === 'true')),
      );
    Object.assign(globalThis, { states });
  });
  await browser.getByRole('textbox', { name: 'File name' }).press('End');
  await browser.getByRole('textbox', { name: 'File name' }).pressSequentially('-3');
  const states = await browser.evaluate(() => (globalThis as unknown as { states: boolean[] }).states);
  expect(states.length).toBeGreaterThan(0);
  expect(states).not.toContain(false);
  await expect(save).toBeEnabled();
  const saving = browser.waitForEvent('download');
  await save.click();
  const file = await saving;
  expect(file.suggestedFilename()).toBe('Tides-3.pdf');
  const pdf = await PDFDocument.load(await readFile(await file.path()), { updateMetadata: false });
  expect(pdf.getTitle()).toBe('Tides-3');
});
