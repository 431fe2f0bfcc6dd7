// npm run measure:gather: how quick gathering is in the real browser here, and what it costs in memory.
import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import sharp from 'sharp';
import { CHROMIUM } from './support/chromium';
import { quantile, sayIn } from './support/figures';
import { withPhoneCamera } from './support/phoneCamera';
import { startRavlo } from './support/ravloServer';
import { demoPhoto, newPacket } from './support/steps';

const PHOTOS = 12;
const SHOTS = 8;
const WATCH_MS = 20_000;

/** Memory of all processes that run Chromium, MB: proportional, so that shared pages count once. */
async function chromiumMemory(): Promise<number> {
  let kb = 0;
  for (const id of await readdir('/proc')) {
    if (!/^\d+$/.test(id)) continue;
    const name = await readFile(`/proc/${id}/comm`, 'utf8').catch(() => '');
    if (!name.startsWith('chromium')) continue;
    const rollup = await readFile(`/proc/${id}/smaps_rollup`, 'utf8').catch(() => '');
    kb += Number(/^Pss:\s+(\d+)/m.exec(rollup)?.[1] ?? 0);
  }
  return kb / 1024;
}

/** Counts what is asked of workers while the camera is open: all of it is looking. */
function countLooks(): void {
  const counted = globalThis as unknown as { looks: number };
  counted.looks = 0;
  const { postMessage } = Worker.prototype;
  Worker.prototype.postMessage = function post(this: Worker, ...message: Parameters<typeof postMessage>) {
    counted.looks++;
    postMessage.apply(this, message);
  } as typeof postMessage;
}

/** What the camera's screen takes in a second, with the sheet moved twice a second or left to lie. */
async function watchCamera(page: Page, rests: boolean) {
  const mark = page.getByTestId('aim-rate');
  if (rests) await page.waitForFunction(() => document.querySelector('[data-rests="true"]') !== null);
  const looksSoFar = () => page.evaluate(() => (globalThis as unknown as { looks: number }).looks);
  const [looks, start] = [await looksSoFar(), Date.now()];
  const times: number[] = [];
  while (Date.now() - start < WATCH_MS) {
    if (!rests) await page.evaluate(() => (globalThis as unknown as { moveSheet: () => void }).moveSheet());
    times.push(Number(await mark.getAttribute('data-ms')));
    await page.waitForTimeout(500);
  }
  const seconds = (Date.now() - start) / 1000;
  const looked = ((await looksSoFar()) - looks) / seconds;
  return { looks: looked, worker: looked * quantile(times, 0.5) };
}

const say = sayIn(52);

const dir = await mkdtemp(path.join(tmpdir(), 'ravlo-figures-'));
const ravlo = await startRavlo({ demo: false });
const browser = await chromium.launch(CHROMIUM);
try {
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  const id = await newPacket(page, ravlo.url);

  await page.goto(`${ravlo.url}/packet/${id}/practice`);
  await page.getByTestId('aim-outline').waitFor();
  const mark = page.getByTestId('aim-rate');
  const rates: number[] = [];
  const times: number[] = [];
  for (const end = Date.now() + WATCH_MS; Date.now() < end; await page.waitForTimeout(500)) {
    rates.push(Number(await mark.getAttribute('data-rate')));
    times.push(Number(await mark.getAttribute('data-ms')));
  }
  say('live outline, practice desk: frames a second (median)', quantile(rates, 0.5).toFixed(1));
  say('live outline: time in the worker a frame (median)', `${quantile(times, 0.5).toFixed(1)} ms`);

  const shutter = page.getByRole('button', { name: 'Take the photo' });
  const waits: number[] = [];
  for (let i = 0; i < SHOTS; i++) {
    const start = Date.now();
    await shutter.click();
    await page.waitForFunction(
      (name) => !document.querySelector(`[aria-label="${name}"]`)?.hasAttribute('disabled'),
      'Take the photo',
    );
    waits.push(Date.now() - start);
  }
  say('shutter to next shutter (median)', `${quantile(waits, 0.5)} ms`);

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  // What runs a script here without building it gives functions their names by a helper, which pages do not have.
  await phone.addInitScript('globalThis.__name = (named) => named');
  await withPhoneCamera(phone);
  await phone.addInitScript(countLooks);
  const camera = await phone.newPage();
  await newPacket(camera, ravlo.url);
  await camera.getByRole('button', { name: 'Take photos' }).click();
  await camera.getByTestId('aim-outline').waitFor();
  for (const rests of [false, true]) {
    const { looks, worker } = await watchCamera(camera, rests);
    const how = rests ? 'camera, nothing moves' : 'camera, a sheet that moves';
    say(`${how}: frames looked at a second`, looks.toFixed(1));
    say(`${how}: worker, ms in each second`, worker.toFixed(0));
  }
  await phone.close();

  const files: string[] = [];
  for (let i = 0; i < PHOTOS; i++) {
    const file = path.join(dir, `sheet-${i}.jpg`);
    await sharp(demoPhoto('tides-neap'))
      .resize(3000, 4000, { fit: 'fill' })
      .jpeg({ quality: 90 - i })
      .toFile(file);
    files.push(file);
  }
  const packet = await newPacket(page, ravlo.url);
  await page.waitForTimeout(2000);
  const before = await chromiumMemory();
  let peak = before;
  const watch = setInterval(() => void chromiumMemory().then((now) => (peak = Math.max(peak, now))), 200);
  const start = Date.now();
  await page.getByTestId('library-input').setInputFiles(files);
  await page
    .getByText(/^Saved/)
    .nth(PHOTOS - 1)
    .waitFor();
  say(`${PHOTOS} photos of 12 megapixels saved after`, `${((Date.now() - start) / 1000).toFixed(1)} s`);
  await page.goto(`${ravlo.url}/packet/${packet}`);
  await page.getByTestId(`page-${PHOTOS}`).waitFor();
  await page.waitForFunction(
    (count) => document.querySelectorAll('[data-testid^=page-] img').length >= count,
    PHOTOS,
    { timeout: 180_000 },
  );
  clearInterval(watch);
  say('and all developed after', `${((Date.now() - start) / 1000).toFixed(1)} s`);
  say('memory of the browser: before, at most', `${before.toFixed(0)} MB, ${peak.toFixed(0)} MB`);
} finally {
  await browser.close();
  await ravlo.remove();
  await rm(dir, { recursive: true, force: true });
}
