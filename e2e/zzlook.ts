import { chromium } from '@playwright/test';
import { CHROMIUM } from './support/chromium';
import { startRavlo } from './support/ravloServer';
import { expectDeveloped } from './support/steps';
const server = await startRavlo({ demo: true, lan: false });
const browser = await chromium.launch(CHROMIUM);
const wide = process.argv[2] === 'wide';
const context = await browser.newContext({
  viewport: wide ? { width: 1280, height: 800 } : { width: 390, height: 844 },
  hasTouch: !wide,
  locale: 'en-GB',
});
const page = await context.newPage();
page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text().slice(0, 300)));
const shot = (n: string) => page.screenshot({ path: `/tmp/w/shots/${wide ? 'w-' : ''}${n}.png` });
try {
  await page.goto(server.url);
  await page
    .getByRole('link', { name: /^Tide tables, week 3/ })
    .first()
    .click();
  await expectDeveloped(page, 5);
  await page
    .getByText(/read well/)
    .first()
    .waitFor({ timeout: 90000 });
  await page.waitForTimeout(600);
  await shot('table');
  await page.getByRole('button', { name: 'All pages' }).click();
  await page.waitForTimeout(200);
  await shot('all');
  await page.getByRole('button', { name: 'Select pages' }).click();
  await page.getByTestId('page-1').locator('img').click();
  await page.getByTestId('page-3').locator('img').click();
  await page.waitForTimeout(200);
  await shot('select');
  await page.getByRole('button', { name: 'End selecting' }).click();
  await page.getByRole('button', { name: 'More for page 2' }).click();
  await page.waitForTimeout(200);
  await shot('pagemenu');
  await page.getByRole('button', { name: 'Open on the bench' }).click();
  await page.getByRole('button', { name: 'Top right corner' }).waitFor();
  await page.waitForTimeout(900);
  await shot('edges');
  await page.getByRole('button', { name: 'Curled sides' }).click();
  await page.waitForTimeout(200);
  await shot('bent');
  for (const tool of ['Turn', 'Look', 'Notes']) {
    await page.getByRole('tab', { name: tool }).click();
    await page.waitForTimeout(2500);
    await shot(tool.toLowerCase());
  }
  const surf = page.getByTestId('notes-surface');
  const b = (await surf.boundingBox())!;
  await page.getByRole('radio', { name: 'Label' }).click();
  await page.mouse.click(b.x + b.width * 0.4, b.y + b.height * 0.6);
  await page.getByLabel('Words of the label').fill('continued overleaf');
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'Draw' }).click();
  await page.mouse.move(b.x + b.width * 0.2, b.y + b.height * 0.75);
  await page.mouse.down();
  for (let i = 0; i < 30; i++)
    await page.mouse.move(
      b.x + b.width * (0.2 + i * 0.015),
      b.y + b.height * (0.75 + 0.03 * Math.sin(i / 2)),
    );
  await page.mouse.up();
  await page.getByRole('radio', { name: 'Red' }).click();
  await page.getByRole('radio', { name: 'Arrow' }).click();
  await page.mouse.move(b.x + b.width * 0.8, b.y + b.height * 0.8);
  await page.mouse.down();
  await page.mouse.move(b.x + b.width * 0.5, b.y + b.height * 0.65, { steps: 5 });
  await page.mouse.up();
  await page.getByRole('radio', { name: 'Cover' }).click();
  await page.mouse.move(b.x + b.width * 0.1, b.y + b.height * 0.1);
  await page.mouse.down();
  await page.mouse.move(b.x + b.width * 0.5, b.y + b.height * 0.2, { steps: 5 });
  await page.mouse.up();
  await page.getByLabel('Your name, for stamps').fill('Imke Tarn');
  await page.getByRole('button', { name: 'Page number' }).click();
  await page.waitForTimeout(2500);
  await shot('notes2');
  console.log(await page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label'));
} catch (e) {
  console.log(String(e).slice(0, 900));
  await shot('fail');
}
await browser.close();
await server.remove();
