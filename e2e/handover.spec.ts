import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Page as BrowserPage } from '@playwright/test';
import { serious } from './support/axe';
import { startRavlo, type RavloServer } from './support/ravloServer';
import { expect, test } from './support/test';

let server: RavloServer;
test.beforeAll(async () => {
  server = await startRavlo({ demo: true });
});
test.afterAll(() => server.remove());
test.setTimeout(240_000);

/** From the shelf over the brief to the hand-over screen with the demo's packet of five pages. */
async function toHandOver(browser: BrowserPage): Promise<void> {
  await browser.getByRole('button', { name: 'Hand over…' }).click();
  await browser
    .getByRole('dialog', { name: 'Which packet?' })
    .getByRole('button', { name: /^Tide tables/ })
    .click();
  await expect(browser.getByTestId('handed-file')).toContainText('5 pages', { timeout: 120_000 });
}

const receipt = (browser: BrowserPage, attempt: number) =>
  browser.getByRole('group', { name: `Receipt of attempt ${attempt}` });

test('work is handed over, proven, opened, taken back and handed over again', async ({ page: browser }) => {
  await browser.goto(server.url);
  await browser.getByRole('link', { name: /^Tides, week 3/ }).click({ timeout: 30_000 });
  await expect(browser.getByText('4 to 6')).toBeVisible();
  expect(await serious(browser)).toEqual([]);

  await test.step('not before the statement is confirmed', async () => {
    await toHandOver(browser);
    const go = browser.getByRole('button', { name: 'Hand over to Ada Holm' });
    await expect(browser.getByText('Coastal navigation, spring')).toBeVisible();
    await expect(browser.getByText('Not handed over yet.')).toBeVisible();
    await expect(go).toBeDisabled();
    await browser.getByRole('checkbox', { name: 'This is my own work' }).click();
    await browser.getByRole('textbox', { name: 'A word to Ada Holm' }).fill('Page 3 is the curve.');
    await expect(go).toBeEnabled();
    expect(await serious(browser)).toEqual([]);
  });

  await test.step('cut before its answer: it is not said to have arrived, and pressing again is one attempt', async () => {
    // The desk has entered it; the answer is lost on the way.
    await browser.route('**/api/briefs/*/attempts', async (route) => {
      await route.fetch();
      await route.abort();
    });
    const go = browser.getByRole('button', { name: 'Hand over to Ada Holm' });
    await go.click();
    await expect(browser.getByRole('alert').getByText('Not handed over yet.')).toBeVisible();
    await browser.unroute('**/api/briefs/*/attempts');
    await go.click();
    await expect(receipt(browser, 1)).toContainText('Arrived on time');
    await expect(browser.getByRole('group', { name: /^Receipt/ })).toHaveCount(1);
    await expect(receipt(browser, 1)).toContainText('“Page 3 is the curve.”');
  });

  await test.step('what arrived is opened, and its fingerprint is the receipt’s', async () => {
    const saving = browser.waitForEvent('download');
    await receipt(browser, 1).getByRole('button', { name: 'Open what arrived' }).click();
    const bytes = await readFile(await (await saving).path());
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    await expect(browser.getByTestId('fingerprint')).toContainText(sha256.slice(0, 16));
    expect(await serious(browser)).toEqual([]);
  });

  await test.step('taken back, and handed over again as the next attempt', async () => {
    await receipt(browser, 1).getByRole('button', { name: 'Take it back' }).click();
    await expect(receipt(browser, 1)).toContainText('Taken back');
    await expect(browser.getByText('Attempt 2 of 3')).toBeVisible();
    await toHandOver(browser);
    await browser.getByRole('checkbox', { name: 'This is my own work' }).click();
    await browser.getByRole('button', { name: 'Hand over to Ada Holm' }).click();
    await expect(receipt(browser, 2)).toContainText('Arrived on time');
    await browser.getByRole('button', { name: 'To the shelf' }).click();
    await expect(browser.getByRole('link', { name: /^Tides, week 3/ })).toContainText('Handed over');
  });
});

test('a brief that is closed takes nothing, and says so', async ({ page: browser }) => {
  await browser.goto(server.url);
  await browser.getByRole('link', { name: /^Harbour sketch/ }).click({ timeout: 30_000 });
  await expect(browser.getByText('This brief is closed.')).toBeVisible();
  await expect(browser.getByRole('button', { name: 'Hand over…' })).toHaveCount(0);
});
