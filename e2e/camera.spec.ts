import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM } from './support/chromium';
import { filmOfSheets, withCamera } from './support/fakeCamera';
import { newPacket, packetOnServer } from './support/steps';
import { expect, test } from './support/test';

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, locale: 'en-GB' } as const;

async function using<T>(browser: Promise<Browser>, work: (browser: Browser) => Promise<T>): Promise<T> {
  const opened = await browser;
  try {
    return await work(opened);
  } finally {
    await opened.close();
  }
}

test('the steady shutter takes each of five sheets once, from a real camera', async ({ ravlo }) => {
  const film = await filmOfSheets(5);
  try {
    await using(chromium.launch(withCamera(film.file)), async (browser) => {
      const page = await browser.newPage(PHONE);
      const id = await newPacket(page, ravlo.url);
      await page.getByRole('button', { name: 'Take photos' }).click();
      await expect(page.getByLabel('What the camera sees')).toBeVisible();
      await page.getByRole('switch', { name: 'Steady shutter' }).click();
      await expect(page.getByTestId('aim-outline')).toBeVisible();
      const taken = async () => (await packetOnServer(page, ravlo.url, id)).pages.length;
      await expect.poll(taken).toBe(5);
      // The last sheet is taken away and the desk stays bare: nothing more is taken.
      await expect(page.getByTestId('aim-outline')).toBeHidden();
      expect(await taken()).toBe(5);
      await expect(page.getByRole('button', { name: '5 pages, to the table' })).toBeVisible();
    });
  } finally {
    await film.remove();
  }
});

test('by hand on the practice desk: the page is kept, and the desk is there again after a look at the table', async ({
  page,
  ravlo,
}) => {
  const id = await newPacket(page, ravlo.url);
  await page.getByRole('button', { name: 'Try it on the practice desk' }).click();
  await expect(page.getByTestId('aim-outline')).toBeVisible();
  await page.getByRole('button', { name: 'Take the photo' }).click();
  await expect(page.getByText('Page 1 is kept.')).toBeVisible();
  await expect.poll(async () => (await packetOnServer(page, ravlo.url, id)).pages.length).toBe(1);
  await page.getByRole('button', { name: '1 page, to the table' }).click();
  await expect(page.getByRole('button', { name: /^Page 1/ })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('button', { name: 'Take the photo' })).toBeEnabled();
});

test('a camera that is refused says so and shows other ways', async ({ ravlo }) => {
  await using(
    chromium.launch({
      ...CHROMIUM,
      args: [...CHROMIUM.args, '--use-fake-device-for-media-stream', '--deny-permission-prompts'],
    }),
    async (browser) => {
      const page = await browser.newPage(PHONE);
      await newPacket(page, ravlo.url);
      await page.getByRole('button', { name: 'Take photos' }).click();
      await expect(page.getByText('Ravlo may not use the camera.')).toBeVisible();
      await expect(page.getByRole('button', { name: 'Take the photo' })).toBeDisabled();
      await expect(page.getByRole('button', { name: 'Choose photos' })).toBeVisible();
      await page.getByRole('button', { name: 'Practice desk' }).click();
      await expect(page.getByLabel('The practice desk')).toBeVisible();
    },
  );
});
