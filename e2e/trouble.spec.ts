import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
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

test('each bad file gets its own answer and the good one goes in', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  const whole = await readFile(demoPhoto('tides-neap'));
  const tiny = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();
  const huge = await sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: '#ccc' } })
    .png()
    .toBuffer();
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/jpeg', buffer });
  await browser
    .getByTestId('library-input')
    .setInputFiles([
      file('empty.jpg', Buffer.alloc(0)),
      file('letter.jpg', Buffer.from('Dear Ada, here is my homework.')),
      file('cut-off.jpg', whole.subarray(0, whole.length / 2)),
      file('dot.png', tiny),
      file('wall.png', huge),
      file('good.jpg', whole),
    ]);
  const rows = browser.getByRole('list', { name: 'Photos on their way' }).getByRole('listitem');
  await expect(rows.nth(5).getByText(/^Saved/)).toBeVisible();
  for (const [row, words] of [
    [0, /“empty\.jpg” is empty/],
    [1, /“letter\.jpg” is not a photo/],
    [2, /“cut-off\.jpg” is damaged/],
    [3, /“dot\.png” is only 1 x 1 pixels/],
    [4, /“wall\.png” has 100 megapixels/],
  ] as const) {
    await expect(rows.nth(row).getByText(words)).toBeVisible();
  }
  expect(namesOf(await packetOnServer(browser, ravlo.url, id))).toEqual(['good']);
});

test('while the server is away photos wait, also over a reload of the tab, and go up when it is back', async ({
  page: browser,
  ownRavlo,
}) => {
  const id = await newPacket(browser, ownRavlo.url);
  await addPhotos(browser, ['tides-neap']);
  await ownRavlo.stop();
  await browser
    .getByTestId('library-input')
    .setInputFiles([demoPhoto('tides-week-3'), demoPhoto('passage-log')]);
  await expect(
    browser.getByText('Ravlo cannot be reached, so these photos are not saved there yet.'),
  ).toBeVisible();
  await expect(browser.getByText(/Kept on this device, not on Ravlo yet/)).toBeVisible();
  await browser.goto('about:blank');
  await ownRavlo.start();
  await browser.goto(`${ownRavlo.url}/packet/${id}`);
  await expectDeveloped(browser, 3);
  expect(namesOf(await packetOnServer(browser, ownRavlo.url, id))).toEqual([
    'tides-neap',
    'tides-week-3',
    'passage-log',
  ]);
});

test('an edit made while the server is away is shown, kept and saved later', async ({
  page: browser,
  ownRavlo,
}) => {
  const id = await newPacket(browser, ownRavlo.url);
  await addPhotos(browser, ['tides-neap']);
  await toTable(browser, 1);
  await browser.getByTestId('page-1').locator('img').click();
  await browser.getByRole('tab', { name: 'Turn' }).click();
  await ownRavlo.stop();
  await browser.getByRole('button', { name: 'Turn right' }).click();
  await expect(browser.getByRole('alert').getByText('Your last changes are not saved yet.')).toBeVisible();
  await ownRavlo.start();
  await expect
    .poll(async () => (await packetOnServer(browser, ownRavlo.url, id)).pages[0].recipe.turn)
    .toBe(90);
});

test('two windows on one page: different edits are merged, the same one is asked about', async ({
  page: browser,
  otherBrowser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap']);
  await toTable(browser, 1);
  await browser.getByTestId('page-1').locator('img').click();
  await browser.getByRole('tab', { name: 'Turn' }).click();
  const address = browser.url();
  const recipe = async () => (await packetOnServer(browser, ravlo.url, id)).pages[0].recipe;

  const other = await otherBrowser();
  // This window does not hear of the other's edits before it makes its own.
  await other.route('**/api/events', (route) => route.abort());
  let seen = 0;
  await other.route('**/api/packets/*', (route) => (seen++ > 0 ? route.abort() : route.continue()));
  await other.goto(address);
  await other.getByRole('tab', { name: 'Look' }).click();
  await browser.getByRole('button', { name: 'Turn right' }).click();
  await expect.poll(recipe).toMatchObject({ turn: 90 });
  await other.getByRole('radio', { name: 'As shot' }).click();
  await expect.poll(recipe).toMatchObject({ turn: 90, look: 'as-shot' });
  await expect(other.getByRole('alert')).toHaveCount(0);

  await other.getByRole('tab', { name: 'Turn' }).click();
  await browser.getByRole('button', { name: 'Turn right' }).click();
  await expect.poll(recipe).toMatchObject({ turn: 180 });
  await other.getByRole('button', { name: 'Turn left' }).click();
  await expect(other.getByText('The turn of page 1 was changed in another window as well.')).toBeVisible();
  expect(await recipe()).toMatchObject({ turn: 180 });
  // It is told on whatever screen, and waits there for an answer.
  await other.getByRole('button', { name: 'To the table' }).click();
  await other.getByRole('button', { name: 'Keep mine' }).click();
  await expect.poll(recipe).toMatchObject({ turn: 0, look: 'as-shot' });
  await expect(other.getByRole('button', { name: 'Keep mine' })).toHaveCount(0);
});

test('a name too long is said at once, and the last good one stays', async ({ page: browser, ravlo }) => {
  await browser.clock.install();
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap']);
  await toTable(browser, 1);
  await browser.getByRole('button', { name: 'Finish' }).click();
  const name = browser.getByRole('textbox', { name: 'File name' });
  await name.fill('Tides');
  await expect.poll(async () => (await packetOnServer(browser, ravlo.url, id)).name).toBe('Tides');
  const sent: string[] = [];
  browser.on('request', (request) => sent.push(request.postData() ?? ''));
  await name.fill('T'.repeat(200));
  await expect(browser.getByText('A name can have 120 letters at most.')).toBeVisible();
  // Much longer than it waits for the next letter.
  await browser.clock.runFor(3_000);
  await name.fill('Knots');
  await expect.poll(async () => (await packetOnServer(browser, ravlo.url, id)).name).toBe('Knots');
  expect(sent.filter((body) => body.includes('TTTT'))).toEqual([]);
});

test('an address that leads nowhere says so and leads back', async ({ page: browser, ravlo }) => {
  await browser.goto(`${ravlo.url}/packet/00000000-0000-4000-8000-000000000000`);
  await expect(browser.getByText(/This packet is not here/)).toBeVisible();
  await browser.goto(`${ravlo.url}/packet/not-an-id`);
  await expect(browser.getByText(/This packet is not here/)).toBeVisible();
  await expect(browser.getByText(/UUID/)).toHaveCount(0);
  await browser.goto(`${ravlo.url}/no/such/place`);
  await expect(browser.getByText('There is nothing at this address.')).toBeVisible();
  await browser.getByRole('link', { name: 'To the shelf' }).click();
  await expect(browser.getByRole('button', { name: 'New packet', exact: true })).toBeVisible();
});
