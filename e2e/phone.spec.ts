import { serious } from './support/axe';
import { cameraArguments, filmOfSheets } from './support/fakeCamera';
import { openPhone } from './support/phoneBrowser';
import { addPhotos, demoPhoto, namesOf, newPacket, packetOnServer, toTable } from './support/steps';
import { startRavlo } from './support/ravloServer';
import { expect, test } from './support/test';

test('a phone on the network is led over to https and pairs there; its pages appear on the computer at once', async ({
  page: computer,
}) => {
  const ravlo = await startRavlo({ demo: false, lan: true });
  const phoneBrowser = await openPhone(ravlo, { trusts: false });
  try {
    const id = await newPacket(computer, ravlo.url);
    await computer.goto(`${ravlo.url}/settings`);
    await expect(computer.getByRole('img', { name: 'Code to scan with the phone’s camera' })).toBeVisible();
    const code = await computer.getByText(/^[2-9A-Z]{4} [2-9A-Z]{4}$/).innerText();

    const phone = await phoneBrowser.context.newPage();
    await phone.goto(`${ravlo.deviceUrl}/pair#ABCD2345`);
    await expect(phone.getByRole('heading', { name: 'Your phone will ask one question' })).toBeVisible();
    expect(await serious(phone)).toEqual([]);
    await phone.getByRole('link', { name: 'Go on to the secure page' }).click();
    await expect(phone.getByRole('textbox', { name: 'Code on the computer' })).toHaveValue('ABCD2345');
    expect(phone.url()).toMatch(ravlo.secureUrl);
    expect(await serious(phone)).toEqual([]);
    await phone.getByRole('button', { name: 'Pair and open Ravlo' }).click();
    await expect(phone.getByRole('alert')).toContainText('This code is not good any more.');
    await phone.getByRole('textbox', { name: 'Code on the computer' }).fill(code);
    await phone.getByRole('button', { name: 'Pair and open Ravlo' }).click();
    await expect(phone.getByRole('button', { name: 'New packet', exact: true })).toBeVisible();
    await expect(computer.getByRole('list', { name: 'Paired devices' })).toContainText('Android phone');

    await computer.goto(`${ravlo.url}/packet/${id}`);
    await expect(computer.getByText('No pages yet.')).toBeVisible();
    await phone.goto(`${ravlo.secureUrl}/packet/${id}/gather`);
    await addPhotos(phone, ['tides-neap']);
    await expect(computer.getByTestId('page-1')).toBeVisible();

    await computer.goto(`${ravlo.url}/settings`);
    await computer.getByRole('button', { name: 'Forget Android phone' }).click();
    await expect(computer.getByRole('list', { name: 'Paired devices' })).toBeHidden();
    await phone.reload();
    await expect(phone.getByRole('heading', { name: 'Use Ravlo on this device' })).toBeVisible();
  } finally {
    await phoneBrowser.close();
    await ravlo.remove();
  }
});

test('a phone that trusts the computer sees no warning, and looks through its own camera', async ({
  page: computer,
}) => {
  const ravlo = await startRavlo({ demo: false, lan: true });
  const film = await filmOfSheets(1);
  const phoneBrowser = await openPhone(ravlo, { trusts: true, args: cameraArguments(film.file) });
  try {
    const id = await newPacket(computer, ravlo.url);
    const { code } = await (await computer.request.post(`${ravlo.url}/api/phones/code`)).json();
    const phone = await phoneBrowser.context.newPage();
    await phone.goto(`${ravlo.secureUrl}/pair#${code}`);
    await phone.getByRole('button', { name: 'Pair and open Ravlo' }).click();
    await expect(phone.getByRole('button', { name: 'New packet', exact: true })).toBeVisible();
    await phone.goto(`${ravlo.secureUrl}/packet/${id}/gather`);
    await phone.getByRole('button', { name: 'Take photos' }).click();
    await expect(phone.getByLabel('What the camera sees')).toBeVisible();
    await expect(phone.getByTestId('aim-outline')).toBeVisible();
    await phone.getByRole('button', { name: 'Take the photo' }).click();
    await expect.poll(async () => (await packetOnServer(computer, ravlo.url, id)).pages.length).toBe(1);
  } finally {
    await phoneBrowser.close();
    await film.remove();
    await ravlo.remove();
  }
});

test('a stranger who guesses a hundred codes leaves the good one good', async ({ page: computer }) => {
  const ravlo = await startRavlo({ demo: false, lan: true });
  const stranger = await openPhone(ravlo, { trusts: false });
  try {
    const { code } = await (await computer.request.post(`${ravlo.url}/api/phones/code`)).json();
    const page = await stranger.context.newPage();
    await page.goto(`${ravlo.secureUrl}/pair`);
    const answers = await page.evaluate(async () => {
      const statuses: number[] = [];
      for (let i = 0; i < 100; i++) {
        const code = `ABCD${[7, 5, 3, 2].map((most) => 'EFGHJKM'[i % most]).join('')}`;
        const asked = { method: 'POST', body: new URLSearchParams({ code }) };
        statuses.push((await fetch('/pair', asked)).status);
      }
      return statuses;
    });
    expect(answers.filter((status) => status === 401).length).toBeLessThan(10);
    expect(answers.at(-1)).toBe(429);
    // On this machine both come from one address, so the friend waits out what the stranger has earned.
    const enter = () => computer.request.post(`${ravlo.url}/pair`, { form: { code }, maxRedirects: 0 });
    await expect.poll(async () => (await enter()).status()).toBe(303);
  } finally {
    await stranger.close();
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
