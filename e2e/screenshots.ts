import { chromium, type Page as BrowserPage } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import type { Household } from '@ravlo/contract';
import { CHROMIUM } from './support/chromium';
import { startRavlo } from './support/ravloServer';
import { demoPhoto } from './support/steps';

// Takes the pictures in docs/screenshots anew, from the demo packets: npm run screenshots

const dir = fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };
const PACKET = 'Tide tables, week 3';
/** what it is called once it has the name that its brief asks for */
const NAMED = 'Tarn_Imke_Tides-week-3';

mkdirSync(dir, { recursive: true });
const server = await startRavlo({ demo: true, lan: true });
const browser = await chromium.launch(CHROMIUM);
const context = await browser.newContext({
  viewport: PHONE,
  deviceScaleFactor: 1,
  hasTouch: true,
  locale: 'en-GB',
});
// A busy machine develops slowly.
context.setDefaultTimeout(120_000);
const page = await context.newPage();
const shoot = async (name: string) => {
  await page.waitForTimeout(400);
  await page.screenshot({ path: path.join(dir, `${name}.png`) });
};

try {
  await page.goto(server.url);
  await settled(page, 3);
  await shoot('shelf');

  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByRole('img', { name: /^Code to scan/ }).waitFor();
  const stranger = await context.newPage();
  await stranger.goto(`${server.url.replace('localhost', '127.0.0.2')}/pair`);
  await stranger.screenshot({ path: path.join(dir, 'pairing.png') });
  await stranger.close();
  await page.getByRole('button', { name: 'To the shelf' }).click();
  await page.getByRole('button', { name: /is using Ravlo/ }).click();
  await page.getByRole('textbox', { name: 'Class code' }).fill('MPHX6358');
  await page.getByRole('button', { name: 'Join' }).click();
  await page.getByText(/^You are in/).waitFor();
  await shoot('people');
  await page.getByRole('button', { name: 'Go on as Imke' }).click();

  const due = page.getByRole('list', { name: 'Due' });
  await due.getByRole('link', { name: /^Tides, week 3/ }).click();
  await page.getByRole('img', { name: 'Its first page' }).waitFor();
  await shoot('brief');
  await page.getByRole('button', { name: 'Use a packet I have' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: new RegExp(`^${PACKET}`) })
    .click();
  await settled(page, 5);
  await page
    .getByText(/read well/)
    .first()
    .waitFor({ timeout: 90_000 });
  await shoot('table');

  await page.setViewportSize(WIDE);
  await page.getByRole('button', { name: /^Page 2/ }).click();
  await settled(page, 5);
  await shoot('table-wide');
  await page.setViewportSize(PHONE);

  await page.getByTestId('page-1').locator('img').click();
  const corner = page.getByRole('button', { name: 'Top right corner' });
  await corner.waitFor();
  await page.waitForTimeout(800);
  const box = await corner.boundingBox();
  if (box) {
    await page.mouse.move(box.x + 24, box.y + 24);
    await page.mouse.down();
    await page.mouse.move(box.x + 30, box.y + 20, { steps: 3 });
  }
  await shoot('bench-edges');
  if (box) await page.mouse.move(box.x + 24, box.y + 24);
  await page.mouse.up();
  await page.getByRole('tab', { name: 'Look' }).click();
  await settled(page, 1);
  await page.getByRole('tab', { name: 'Notes' }).click();
  const surface = (await page.getByTestId('notes-surface').boundingBox())!;
  const on = (x: number, y: number) =>
    [surface.x + surface.width * x, surface.y + surface.height * y] as const;
  await page.getByRole('radio', { name: 'Label' }).click();
  await page.mouse.click(...on(0.28, 0.72));
  await page.getByLabel('Words of the label').fill('see the curve overleaf');
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'Red' }).click();
  await page.getByRole('radio', { name: 'Arrow' }).click();
  await page.mouse.move(...on(0.6, 0.69));
  await page.mouse.down();
  await page.mouse.move(...on(0.5, 0.52), { steps: 4 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Page number' }).click();
  await shoot('bench-notes');
  await page.setViewportSize(WIDE);
  await settled(page, 1);
  await shoot('bench-wide');
  await page.setViewportSize(PHONE);

  await page.getByRole('button', { name: 'To the table' }).click();
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('img', { name: 'Page 2 of the PDF' }).waitFor({ timeout: 90_000 });
  await page.getByRole('button', { name: 'Page after' }).click();
  await settled(page, 6);
  await shoot('finish');
  await page.getByRole('button', { name: 'Hand over…' }).click();
  await page.getByRole('button', { name: 'Name it so' }).click();
  await page.getByRole('checkbox').click();
  await page
    .getByRole('textbox', { name: /^A word/ })
    .fill('Page 3 is the curve. I drew it on squared paper.');
  await page.getByText(/^5 pages, /).waitFor({ timeout: 90_000 });
  await page.getByRole('main').hover();
  await page.getByText('Who', { exact: true }).scrollIntoViewIfNeeded();
  await shoot('hand-over');
  await page.getByRole('button', { name: 'Hand over to Ada Holm' }).click();
  await page.getByRole('group', { name: /^Receipt/ }).waitFor();
  await shoot('receipt');
  await page.goto(server.url);
  await page.getByRole('link', { name: /^Harbour sketch/ }).click();
  await page.getByRole('button', { name: /^See the marks/ }).click();
  await page.getByRole('img', { name: /^Page 1 with/ }).waitFor({ timeout: 60_000 });
  await shoot('marked');
  await page.goto(`${server.url}/mail`);
  await page.getByRole('button', { name: /^Receipt: Tides/ }).click();
  await shoot('mail');
  await shootMarker();
  await page.goto(server.url);
  await page
    .getByRole('list', { name: 'Packets on the shelf' })
    .getByRole('link', { name: new RegExp(`^${NAMED}`) })
    .click();

  await page.getByRole('button', { name: 'Add pages' }).click();
  await page.getByTestId('library-input').setInputFiles([
    { name: 'knots.jpg', mimeType: 'image/jpeg', buffer: await readFile(demoPhoto('knots-glare')) },
    { name: 'notes.txt.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('not a photo') },
  ]);
  await page.getByText(/is not a photo/).waitFor();
  await page.getByText(/^Saved/).waitFor();
  await shoot('gather');

  await page.goto(server.url);
  await page
    .getByRole('list', { name: 'Packets on the shelf' })
    .getByRole('link', { name: new RegExp(`^${NAMED}`) })
    .click();
  await page.getByRole('button', { name: 'Add pages' }).click();
  await page.getByRole('button', { name: 'Try it on the practice desk' }).click();
  await page.getByTestId('aim-outline').waitFor();
  await page.waitForTimeout(1400);
  await shoot('camera');

  await page.goto(server.url);
  await page.getByRole('list', { name: 'Due' }).waitFor();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.waitForTimeout(1000);
  await server.stop();
  await page.reload();
  await page.getByRole('list', { name: 'Due' }).waitFor();
  await page.getByText('No line to Ravlo.').waitFor();
  const shelf = await page.screenshot();
  await page.goto(`${server.url}/settings`);
  await page.getByText('Files that wait to be handed over').waitFor();
  await page.waitForTimeout(400);
  await besideEachOther('shelf-offline', [shelf, await page.screenshot()]);
} finally {
  await browser.close();
  await server.remove();
}

/** Two phones in one picture. */
async function besideEachOther(name: string, screens: readonly Buffer[]): Promise<void> {
  const gap = 20;
  const width = screens.length * (PHONE.width + gap) - gap;
  await sharp({ create: { width, height: PHONE.height, channels: 3, background: '#ffffff' } })
    .composite(screens.map((input, i) => ({ input, left: i * (PHONE.width + gap), top: 0 })))
    .png()
    .toFile(path.join(dir, `${name}.png`));
}

/** What a marker sees, in a browser of their own. */
async function shootMarker(): Promise<void> {
  const wide = await browser.newContext({ viewport: WIDE, locale: 'en-GB' });
  const view = await wide.newPage();
  const { people } = (await (await view.request.get(`${server.url}/api/household`)).json()) as Household;
  const personId = people.find(({ firstName }) => firstName === 'Ada')?.id;
  await view.request.post(`${server.url}/api/household/now`, { data: { personId } });
  await view.goto(`${server.url}/mark`);
  await view.getByRole('link', { name: /^Passage log/ }).click();
  await view.getByRole('button', { name: /^Wenna Pike/ }).waitFor();
  await view.waitForTimeout(600);
  await view.screenshot({ path: path.join(dir, 'desk-wide.png') });
  await view.getByRole('button', { name: /^Liv Harrow/ }).click();
  await view.getByRole('img', { name: 'Page 1', exact: true }).waitFor({ timeout: 60_000 });
  await settled(view, 3);
  await view.waitForTimeout(800);
  await view.screenshot({ path: path.join(dir, 'mark-wide.png') });
  await wide.close();
}

/** Waits until pictures are developed and none is still being made. */
async function settled(view: BrowserPage, pictures: number): Promise<void> {
  await view
    .locator('img[src^="blob:"]')
    .nth(pictures - 1)
    .waitFor();
  await view.waitForFunction(() => !document.querySelector('[aria-label=Developing]'));
}
