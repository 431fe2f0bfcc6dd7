import type { Page } from '@playwright/test';
import { serious } from './support/axe';
import { STILL, withPhoneCamera, type HeardByCamera } from './support/phoneCamera';
import { newPacket, packetOnServer } from './support/steps';
import { expect, test } from './support/test';

const heard = (page: Page): Promise<HeardByCamera> =>
  page.evaluate(() => (globalThis as unknown as { heardByCamera: HeardByCamera }).heardByCamera);
const lastAsked = async (page: Page) => (await heard(page)).asked.at(-1) ?? {};
const call = (page: Page, name: 'moveSheet' | 'hideThePage', value?: boolean) =>
  page.evaluate(
    ([name, value]) =>
      (globalThis as unknown as Record<string, (value?: boolean) => void>)[name as string](value as boolean),
    [name, value] as const,
  );

test.beforeEach(async ({ context }) => withPhoneCamera(context));

async function openCamera(page: Page, url: string): Promise<string> {
  const id = await newPacket(page, url);
  await page.getByRole('button', { name: 'Take photos' }).click();
  await expect(page.getByTestId('aim-outline')).toBeVisible();
  return id;
}

test('what a phone’s camera can is done: its main lens, lamp, focus, zoom, exposure, and photos of its full size', async ({
  page,
  ravlo,
}) => {
  const id = await openCamera(page, ravlo.url);
  const lenses = page.getByRole('radiogroup', { name: 'Lens' });

  // The browser gave the wide one; the main one is opened in its place.
  await expect(lenses.getByRole('radio', { name: 'Main' })).toBeChecked();
  expect((await heard(page)).opened.map(({ deviceId }) => deviceId?.exact)).toEqual([undefined, 'main']);
  // Aimed with a smaller picture than photos have.
  expect((await heard(page)).opened[1].width?.ideal).toBeLessThan(2000);

  await page.getByRole('button', { name: 'Light on' }).click();
  await expect.poll(() => lastAsked(page)).toMatchObject({ torch: true });

  const picture = await page.getByRole('button', { name: 'Focus here' }).boundingBox();
  if (!picture) throw new Error('There is no picture to press');
  await page.mouse.click(picture.x + picture.width * 0.25, picture.y + picture.height * 0.4);
  await expect(page.getByTestId('focus-mark')).toBeVisible();
  await expect
    .poll(async () => (await heard(page)).asked.find(({ focusMode }) => focusMode === 'single-shot'))
    .toMatchObject({
      torch: true,
      pointsOfInterest: [{ x: expect.closeTo(0.25, 1), y: expect.closeTo(0.4, 1) }],
    });
  await expect(page.getByTestId('focus-mark')).toBeHidden();

  await page.getByRole('slider', { name: /^Nearer/ }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => lastAsked(page)).toMatchObject({ torch: true, zoom: expect.closeTo(1.2, 5) });

  // The sheet is dim: the exposure is pulled up to it, at its place.
  await expect.poll(async () => Number((await lastAsked(page)).exposureCompensation ?? 0)).toBeGreaterThan(0);
  expect(await lastAsked(page)).toMatchObject({ exposureMode: 'continuous', torch: true });

  await page.getByRole('button', { name: 'Take the photo' }).click();
  await expect(page.getByText('Page 1 is kept.')).toBeVisible();
  expect((await heard(page)).vibrated).toBe(1);
  await expect.poll(async () => (await packetOnServer(page, ravlo.url, id)).pages.length).toBe(1);
  const [{ photo }] = (await packetOnServer(page, ravlo.url, id)).pages;
  expect([photo.width, photo.height]).toEqual([STILL.width, STILL.height]);
});

test('the lens that was chosen is the one that opens next time', async ({ page, ravlo }) => {
  await openCamera(page, ravlo.url);
  await page.getByRole('radio', { name: 'Wide' }).click();
  await expect.poll(async () => (await heard(page)).opened.length).toBeGreaterThan(2);
  await page.reload();
  await expect(page.getByTestId('aim-outline')).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Wide' })).toBeChecked();
  // It was the browser's own choice: nothing had to be opened twice.
  expect((await heard(page)).opened).toHaveLength(1);
});

test('the camera rests while nothing moves, wakes when something does, and is given back when the page is hidden', async ({
  page,
  ravlo,
}) => {
  await openCamera(page, ravlo.url);
  const mark = page.getByTestId('aim-rate');
  await expect.poll(async () => (await heard(page)).locks).toBe(1);
  await expect(mark).toHaveAttribute('data-rests', 'true');
  await call(page, 'moveSheet');
  await expect(mark).toHaveAttribute('data-rests', 'false');

  await call(page, 'hideThePage', true);
  await expect.poll(async () => (await heard(page)).locks).toBe(0);
  const { stopped } = await heard(page);
  expect(stopped).toBeGreaterThan(0);
  await expect(page.getByTestId('aim-outline')).toBeHidden();
  await call(page, 'hideThePage', false);
  await expect(page.getByTestId('aim-outline')).toBeVisible();
  await expect.poll(async () => (await heard(page)).locks).toBe(1);

  // Leaving lets go of it all.
  await page.getByRole('button', { name: 'Close the camera' }).click();
  await expect.poll(async () => (await heard(page)).locks).toBe(0);
});

test('a phone on its side has its controls beside the picture, all within the screen', async ({
  page,
  ravlo,
}) => {
  await page.setViewportSize({ width: 844, height: 390 });
  await openCamera(page, ravlo.url);
  const [picture, shutter] = await Promise.all([
    page.getByLabel('What the camera sees').boundingBox(),
    page.getByRole('button', { name: 'Take the photo' }).boundingBox(),
  ]);
  expect(shutter!.x).toBeGreaterThan(picture!.x + picture!.width);
  expect(picture!.height).toBeGreaterThan(250);
  for (const button of await page.getByRole('button').all()) {
    const box = await button.boundingBox();
    expect(box!.y + box!.height).toBeLessThanOrEqual(390);
    expect(box!.x + box!.width).toBeLessThanOrEqual(844);
  }
  expect(await serious(page)).toEqual([]);
});
