import type { Locator, Page as BrowserPage } from '@playwright/test';
import { drag, spotOn } from './support/gestures';
import { addPhotos, newPacket, packetOnServer, toTable } from './support/steps';
import { expect, test } from './support/test';

async function dragBy(browser: BrowserPage, handle: Locator, dx: number, dy: number): Promise<void> {
  const from = await spotOn(handle);
  await drag(browser, from, { x: from.x + dx, y: from.y + dy }, 2);
}

test('corners and sides are moved by pointer and key, undone, found again', async ({
  page: browser,
  ravlo,
}) => {
  const id = await newPacket(browser, ravlo.url);
  await addPhotos(browser, ['tides-week-3']);
  await toTable(browser, 1);
  await browser.getByTestId('page-1').locator('img').click();
  const outline = async () => (await packetOnServer(browser, ravlo.url, id)).pages[0].recipe.outline;
  const corners = async () => {
    const now = await outline();
    if (now.by !== 'finder' && now.by !== 'hand') throw new Error(`There are no corners: ${now.by}`);
    return now.corners;
  };
  await expect.poll(async () => (await outline()).by).toBe('finder');
  const found = await corners();
  const corner = browser.getByRole('button', { name: 'Top left corner' });

  await test.step('a corner follows the pointer', async () => {
    const before = await spotOn(corner);
    await dragBy(browser, corner, 30, 40);
    const after = await spotOn(corner);
    expect([after.x - before.x, after.y - before.y].map(Math.round)).toEqual([30, 40]);
    await expect.poll(async () => (await outline()).by).toBe('hand');
    const moved = await corners();
    expect(moved.slice(1)).toEqual(found.slice(1));
    // The same distance on the photo, whatever its size on the screen.
    expect((moved[0][0] - found[0][0]) / 30).toBeCloseTo((moved[0][1] - found[0][1]) / 40, 3);
  });

  await test.step('an arrow key moves it by one photo pixel, with shift by ten', async () => {
    const start = await corners();
    await corner.focus();
    await browser.keyboard.press('ArrowRight');
    await browser.keyboard.press('Shift+ArrowDown');
    await expect
      .poll(async () => {
        const now = await corners();
        return [now[0][0] - start[0][0], now[0][1] - start[0][1]].map(Math.round);
      })
      .toEqual([1, 10]);
    await expect(browser.getByText(/^Top left corner: \d+ across, \d+ down$/)).toBeAttached();
  });

  await test.step('a side moves parallel to itself and takes two corners with it', async () => {
    const start = await corners();
    await dragBy(browser, browser.getByRole('button', { name: 'Bottom side' }), 0, -35);
    await expect.poll(async () => (await corners())[2][1]).toBeLessThan(start[2][1] - 20);
    const now = await corners();
    expect(now[3][1]).toBeLessThan(start[3][1] - 20);
    expect(now.slice(0, 2)).toEqual(start.slice(0, 2));
  });

  await test.step('undo takes all of it back', async () => {
    for (let steps = 0; steps < 4; steps++) await browser.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(corners).toEqual(found);
    await expect(browser.getByRole('button', { name: 'Undo' })).toBeDisabled();
  });

  await test.step('whole photo, and found again', async () => {
    await browser.getByRole('button', { name: 'Whole photo' }).click();
    await expect.poll(outline).toEqual({ by: 'whole', reason: 'chosen' });
    await browser.getByRole('button', { name: 'Find again' }).click();
    await expect.poll(async () => (await outline()).by).toBe('finder');
    expect(await corners()).toEqual(found);
  });
});

test('a photo without a sheet is used whole, and the page says so', async ({ page: browser, ravlo }) => {
  const id = await newPacket(browser, ravlo.url);
  const sharp = (await import('sharp')).default;
  const plain = await sharp({ create: { width: 900, height: 1200, channels: 3, background: '#7d7468' } })
    .jpeg()
    .toBuffer();
  await browser
    .getByTestId('library-input')
    .setInputFiles({ name: 'desk.jpg', mimeType: 'image/jpeg', buffer: plain });
  await expect(browser.getByText(/^Saved/)).toBeVisible();
  await toTable(browser, 1);
  await expect(browser.getByTestId('page-1').getByText('No sheet found')).toBeVisible();
  await browser.getByTestId('page-1').locator('img').click();
  await expect(browser.getByText(/No sheet stands out here, so the whole photo is used/)).toBeVisible();
  expect((await packetOnServer(browser, ravlo.url, id)).pages[0].recipe.outline).toEqual({
    by: 'whole',
    reason: 'none-found',
  });
});
