import { devices } from '@playwright/test';
import { addPhotos, demoPhoto, namesOf, newPacket, packetOnServer, toTable } from './support/steps';
import { startRavlo } from './support/ravloServer';
import { expect, test } from './support/test';

test('a phone on the network pairs with the code shown, and its pages appear on the computer at once', async ({
  page: computer,
  browser,
}) => {
  const ravlo = await startRavlo({ demo: false, lan: true });
  const phoneContext = await browser.newContext(devices['Pixel 7']);
  try {
    const id = await newPacket(computer, ravlo.url);
    await computer.goto(`${ravlo.url}/settings`);
    await expect(computer.getByRole('img', { name: 'Code to scan with the phone’s camera' })).toBeVisible();
    const code = await computer.getByText(/^[2-9A-Z]{4} [2-9A-Z]{4}$/).innerText();

    // The same machine under another name is as foreign as any other device.
    const phone = await phoneContext.newPage();
    const place = ravlo.url.replace('localhost', '127.0.0.2');
    await phone.goto(`${place}/packet/${id}`);
    await phone.getByRole('textbox', { name: 'Code on the computer' }).fill('ABCD 2345');
    await phone.getByRole('button', { name: 'Pair and open Ravlo' }).click();
    await expect(phone.getByRole('alert')).toContainText('This code is not good any more.');
    await phone.getByRole('textbox', { name: 'Code on the computer' }).fill(code);
    await phone.getByRole('button', { name: 'Pair and open Ravlo' }).click();
    await expect(phone.getByRole('button', { name: 'New packet', exact: true })).toBeVisible();
    await expect(computer.getByRole('list', { name: 'Paired devices' })).toContainText('Android phone');

    await computer.goto(`${ravlo.url}/packet/${id}`);
    await expect(computer.getByText('No pages yet.')).toBeVisible();
    await phone.goto(`${place}/packet/${id}/gather`);
    await addPhotos(phone, ['tides-neap']);
    await expect(computer.getByTestId('page-1')).toBeVisible({ timeout: 2000 });

    await computer.goto(`${ravlo.url}/settings`);
    await computer.getByRole('button', { name: 'Forget Android phone' }).click();
    await expect(computer.getByRole('list', { name: 'Paired devices' })).toBeHidden();
    await phone.reload();
    await expect(phone.getByRole('heading', { name: 'Use Ravlo on this device' })).toBeVisible();
  } finally {
    await phoneContext.close();
    await ravlo.remove();
  }
});

test('an upload that is cut in the middle goes on where it was', async ({ page: browser, ownRavlo }) => {
  const id = await newPacket(browser, ownRavlo.url);
  const offsets: number[] = [];
  browser.on('request', (request) => {
    if (request.method() === 'PATCH') offsets.push(Number(request.headers()['upload-offset']));
  });
  const devtools = await browser.context().newCDPSession(browser);
  const speed = { offline: false, latency: 0, downloadThroughput: -1 };
  await devtools.send('Network.enable');
  await devtools.send('Network.emulateNetworkConditions', { ...speed, uploadThroughput: 80_000 });
  await browser.getByTestId('library-input').setInputFiles(demoPhoto('tides-neap'));
  await expect
    .poll(async () =>
      Number(await browser.getByRole('progressbar', { name: /^Sending/ }).getAttribute('aria-valuenow')),
    )
    .toBeGreaterThan(30);
  await ownRavlo.stop();
  await expect(browser.getByText(/Kept on this device, not on Ravlo yet/)).toBeVisible();
  await devtools.send('Network.emulateNetworkConditions', { ...speed, uploadThroughput: -1 });
  await ownRavlo.start();
  await expect(browser.getByText(/^Saved/)).toBeVisible();
  expect(offsets.at(-1)).toBeGreaterThan(20_000);
  expect(namesOf(await packetOnServer(browser, ownRavlo.url, id))).toEqual(['tides-neap']);
});

test('a page taken again comes into the place of the old one', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-neap', 'tides-week-3', 'passage-log']);
  await toTable(browser, 3);
  await browser.getByTestId('page-2').locator('img').click();
  await browser.getByRole('button', { name: 'Take this page again' }).click();
  await expect(browser.getByRole('heading', { name: 'Page 2, again' })).toBeVisible();
  await browser.getByTestId('library-input').setInputFiles(demoPhoto('tide-curve'));
  await expect
    .poll(async () => namesOf(await packetOnServer(browser, ravlo.url, id)))
    .toEqual(['tides-neap', 'tide-curve', 'passage-log']);
});
