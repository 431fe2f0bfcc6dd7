import { readFile } from 'node:fs/promises';
import type { Page as BrowserPage } from '@playwright/test';
import { unzipSync } from 'fflate';
import { serious } from './support/axe';
import { startRavlo } from './support/ravloServer';
import {
  addPhotos,
  demoPhoto,
  expectDeveloped,
  namesOf,
  newPacket,
  packetIdOf,
  packetOnServer,
  toTable,
} from './support/steps';
import { expect, test } from './support/test';

// The server is gone: the app opens all the same, and what is done goes up when it is back.

test.use({ serviceWorkers: 'allow' });

/** Waits until the whole app lies in the browser, and looks after the page. */
async function installed(browser: BrowserPage): Promise<void> {
  await browser.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller)
      await new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', resolve));
  });
}

test('without the server an opened packet is looked at, changed, added to and made into a PDF; all of it goes up later', async ({
  page: browser,
  ownRavlo,
}) => {
  const id = await newPacket(browser, ownRavlo.url);
  await installed(browser);
  await addPhotos(browser, ['tides-neap', 'passage-log']);
  await toTable(browser, 2);
  const [first] = (await packetOnServer(browser, ownRavlo.url, id)).pages;

  await ownRavlo.stop();
  await browser.reload();
  await expectDeveloped(browser, 2);
  await expect(browser.getByText('No line to Ravlo.')).toBeVisible();
  expect(await serious(browser)).toEqual([]);

  // A deep link to a page, developed anew from the photo that was kept.
  await browser.goto(`${ownRavlo.url}/packet/${id}/page/${first.id}`);
  await browser.getByRole('tab', { name: 'Turn' }).click();
  await browser.getByRole('button', { name: 'Turn right' }).click();
  await expect(browser.getByText('Your last changes are not saved yet.')).toBeVisible();

  await browser.goto(`${ownRavlo.url}/packet/${id}/gather`);
  await browser.getByTestId('library-input').setInputFiles(demoPhoto('tide-curve'));
  await expect(browser.getByText(/Kept on this device, not on Ravlo yet/)).toBeVisible();

  await browser.goto(`${ownRavlo.url}/packet/${id}/finish`);
  // The photo that has not gone up is among its pages.
  await expect(browser.getByRole('img', { name: /of the PDF$/ })).toHaveCount(3);

  await ownRavlo.start();
  const pages = async () => (await packetOnServer(browser, ownRavlo.url, id)).pages;
  await expect.poll(async () => (await pages()).length).toBe(3);
  await expect.poll(async () => (await pages())[0]!.recipe.turn).not.toBe(first.recipe.turn);
  await expect(browser.getByText('No line to Ravlo.')).toBeHidden();
  expect(namesOf(await packetOnServer(browser, ownRavlo.url, id))).toEqual([
    'tides-neap',
    'passage-log',
    'tide-curve',
  ]);
});

test('a brief is answered without the server, from the first photo to handing over; all of it arrives later, once', async ({
  page: browser,
}) => {
  const server = await startRavlo({ demo: true });
  try {
    await browser.goto(server.url);
    await installed(browser);
    const due = browser.getByRole('list', { name: 'Due' });
    await due.getByRole('link', { name: /^Knots and hitches/ }).click();
    await expect(browser.getByRole('button', { name: 'Start its packet' })).toBeVisible();
    const brief = browser.url();

    await server.stop();
    await browser.reload();
    await browser.getByRole('button', { name: 'Start its packet' }).click();
    await browser.waitForURL(/\/packet\/[0-9a-f-]+\/gather$/);
    const id = packetIdOf(browser);
    await browser
      .getByTestId('library-input')
      .setInputFiles(['knots-glare', 'chart-bearings'].map(demoPhoto));
    await expect(browser.getByText(/Kept on this device, not on Ravlo yet/).first()).toBeVisible();

    await test.step('the photos are pages: looked at, put in order, changed', async () => {
      await browser.getByRole('button', { name: 'To the table' }).last().click();
      await expectDeveloped(browser, 2);
      await expect(browser.getByText('2 pages only on this device so far.')).toBeVisible();
      expect(await serious(browser)).toEqual([]);
      await browser.getByRole('button', { name: 'All pages' }).click();
      await browser.getByRole('button', { name: 'Turn the order round' }).click();
      await browser.getByRole('button', { name: /^Page 2/ }).click();
      await browser.getByRole('tab', { name: 'Turn' }).click();
      await browser.getByRole('button', { name: 'Turn right' }).click();
      await expect(browser.getByText('Your last changes are not saved yet.')).toBeVisible();
    });

    await test.step('it is all there after a reload', async () => {
      await browser.goto(`${server.url}/packet/${id}`);
      await expectDeveloped(browser, 2);
    });

    await test.step('it is handed over as far as it can be, and says that it is not', async () => {
      await browser.getByRole('link', { name: /^for Knots and hitches/ }).click();
      await browser.getByRole('button', { name: 'Hand over…' }).click();
      await expect(browser.getByTestId('handed-file')).toContainText('2 p');
      const statement = browser.getByRole('checkbox', { name: 'This is my own work' });
      if (await statement.isVisible()) await statement.click();
      await browser.getByRole('button', { name: 'Hand over to Ada Holm' }).click();
      await expect(browser.getByText('Knots and hitches is not handed over yet.')).toBeVisible();
      expect(await serious(browser)).toEqual([]);
      await browser.goto(server.url);
      await expect(due.getByRole('link', { name: /^Knots and hitches/ })).toContainText(
        'Not handed over yet',
      );
      await expect(browser.getByText('Knots and hitches is not handed over yet.')).toBeVisible();
    });

    await server.start();
    await expect(browser.getByText(/^Knots and hitches is handed over/)).toBeVisible();
    await browser.goto(brief);
    await expect(browser.getByRole('group', { name: /^Receipt/ })).toHaveCount(1);
    const packet = () => packetOnServer(browser, server.url, id);
    await expect.poll(async () => namesOf(await packet())).toEqual(['chart-bearings', 'knots-glare']);
    // Found before it was turned, and told in that order.
    await expect.poll(async () => (await packet()).pages[1]?.recipe.turn).toBe(90);
    expect((await packet()).pages[1]?.recipe.outline.by).toBe('finder');
    await browser.goto(`${server.url}/packet/${id}`);
    await expectDeveloped(browser, 2);
    await expect(browser.getByText(/only on this device so far/)).toBeHidden();
  } finally {
    await server.remove();
  }
});

test('a packet begun without the server takes its place later, once, with its photos', async ({
  page: browser,
  ownRavlo,
}) => {
  await browser.goto(ownRavlo.url);
  await installed(browser);
  await ownRavlo.stop();
  await browser.reload();
  await browser.getByRole('button', { name: 'New packet', exact: true }).click();
  await browser.waitForURL(/\/packet\/[0-9a-f-]+\/gather$/);
  const id = packetIdOf(browser);
  await browser.getByTestId('library-input').setInputFiles(demoPhoto('tides-neap'));
  await expect(browser.getByText(/Kept on this device, not on Ravlo yet/)).toBeVisible();
  // It is there after a reload, too.
  await browser.reload();
  await expect(browser.getByText(/Kept on this device, not on Ravlo yet/)).toBeVisible();

  await ownRavlo.start();
  await expect(browser.getByText(/^Saved/)).toBeVisible();
  expect(namesOf(await packetOnServer(browser, ownRavlo.url, id))).toEqual(['tides-neap']);
  const shelf = (await (await browser.request.get(`${ownRavlo.url}/api/packets`)).json()) as {
    packets: unknown[];
  };
  expect(shelf.packets).toHaveLength(1);
});

test('photos shared by another app become a packet, and the shortcut begins one', async ({
  page: browser,
  ownRavlo,
}) => {
  await browser.goto(ownRavlo.url);
  await installed(browser);
  // What the system does when somebody shares photos with an installed app: a form comes in.
  await browser.setContent(
    `<form method="post" enctype="multipart/form-data" action="${ownRavlo.url}/shared"><input type="file" name="photos" multiple></form>`,
  );
  await browser.locator('input').setInputFiles(['tides-neap', 'passage-log'].map(demoPhoto));
  await browser.evaluate(() => document.forms[0]!.submit());
  await browser.waitForURL(/\/packet\/[0-9a-f-]+\/gather$/);
  await expect(browser.getByText(/^Saved/)).toHaveCount(2);
  const packet = await packetOnServer(browser, ownRavlo.url, packetIdOf(browser));
  expect(namesOf(packet)).toEqual(['tides-neap', 'passage-log']);
  // Nothing of them is left to come in a second time.
  await browser.goto(`${ownRavlo.url}/shared`);
  await expect(browser.getByRole('button', { name: 'New packet', exact: true })).toBeVisible();
  await browser.goto(`${ownRavlo.url}/take`);
  await browser.waitForURL(/\/packet\/[0-9a-f-]+\/camera$/);
});

test('a newer Ravlo waits for one press, and an older page changes nothing before it', async ({
  page: browser,
  ownRavlo,
}) => {
  await browser.route('**/api/packets', async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, headers: { ...response.headers(), 'ravlo-talk': 'another' } });
  });
  await browser.goto(ownRavlo.url);
  await expect(browser.getByText('Ravlo was renewed since this page was opened.')).toBeVisible();
  expect(await serious(browser)).toEqual([]);
  const refused = await browser.request.post(`${ownRavlo.url}/api/packets`, {
    data: {},
    headers: { 'Ravlo-Talk': 'another' },
  });
  expect(refused.status()).toBe(409);
  await browser.unroute('**/api/packets');
  await browser.getByRole('button', { name: 'Open it' }).click();
  await expect(browser.getByText('Ravlo was renewed since this page was opened.')).toBeHidden();
  await expect(browser.getByRole('button', { name: 'New packet', exact: true })).toBeVisible();
});

test('Settings say what is kept here, and give it out or let it go', async ({ page: browser, ownRavlo }) => {
  const id = await newPacket(browser, ownRavlo.url);
  await installed(browser);
  await addPhotos(browser, ['tides-neap']);
  await ownRavlo.stop();
  await browser.getByTestId('library-input').setInputFiles(demoPhoto('tide-curve'));
  await expect(browser.getByText(/Kept on this device, not on Ravlo yet/)).toBeVisible();
  await browser.goto(`${ownRavlo.url}/settings`);
  await expect(browser.getByText('Photos that wait to go up')).toBeVisible();
  expect(await serious(browser)).toEqual([]);
  const saving = browser.waitForEvent('download');
  await browser.getByRole('button', { name: 'Save what has not gone up' }).click();
  const zip = unzipSync(await readFile(await (await saving).path()));
  expect(Object.keys(zip)).toEqual(['01 tide-curve.jpg']);
  expect(Buffer.from(zip['01 tide-curve.jpg']!).equals(await readFile(demoPhoto('tide-curve')))).toBe(true);
  await browser.getByRole('button', { name: 'Clear the copies' }).click();
  await ownRavlo.start();
  // What waited is no copy: it goes up.
  await expect
    .poll(async () => namesOf(await packetOnServer(browser, ownRavlo.url, id)))
    .toEqual(['tides-neap', 'tide-curve']);
});
