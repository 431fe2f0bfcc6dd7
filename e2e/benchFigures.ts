import { chromium, type Page as BrowserPage } from '@playwright/test';
import sharp from 'sharp';
import { CHROMIUM } from './support/chromium';
import { ms, quantile, sayIn } from './support/figures';
import { startRavlo } from './support/ravloServer';
import { demoPhoto } from './support/steps';

// How quickly table and bench answer, in the real interface: npm run measure:bench

const PHOTO = { width: 3024, height: 4032 };
const PAGES = 40;
const NAMES = ['tides-week-3', 'tides-neap', 'passage-log', 'chart-bearings'];

const server = await startRavlo({ demo: false });
const browser = await chromium.launch(CHROMIUM);
const context = await browser.newContext({ viewport: { width: 390, height: 844 }, locale: 'en-GB' });
const page = await context.newPage();

const say = sayIn(64);

interface Watch {
  longest: number;
  over: number;
}

/** Long tasks of the main thread while something is done. */
async function longTasks(target: BrowserPage, work: () => Promise<void>): Promise<Watch> {
  await target.evaluate(() => {
    const watch = { longest: 0, over: 0 };
    const observer = new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) {
        watch.longest = Math.max(watch.longest, duration);
        watch.over++;
      }
    });
    observer.observe({ type: 'longtask' });
    Object.assign(globalThis, { watch, observer });
  });
  await work();
  return target.evaluate(() => {
    const { watch, observer } = globalThis as unknown as { watch: Watch; observer: PerformanceObserver };
    observer.disconnect();
    return watch;
  });
}

try {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'New packet', exact: true }).click();
  await page.waitForURL(/gather$/);
  const id = /packet\/([0-9a-f-]+)/.exec(page.url())![1];
  const photos = await Promise.all(
    NAMES.map(async (name) => ({
      name: `${name}.jpg`,
      mimeType: 'image/jpeg',
      buffer: await sharp(demoPhoto(name))
        .resize({ ...PHOTO, fit: 'fill' })
        .jpeg({ quality: 88 })
        .toBuffer(),
    })),
  );
  await page.getByTestId('library-input').setInputFiles(photos);
  await page
    .getByText(/^Saved/)
    .nth(NAMES.length - 1)
    .waitFor();
  await page.goto(`${server.url}/packet/${id}`);
  for (let k = 1; k <= NAMES.length; k++)
    await page.getByTestId(`page-${k}`).locator('img').waitFor({ timeout: 60_000 });
  await page
    .getByText(/read well/)
    .first()
    .waitFor({ timeout: 90_000 });

  // A handle on a 12-megapixel photo: from the pointer's move to the outline that is drawn.
  await page.getByTestId('page-1').locator('img').click();
  const corner = page.getByRole('button', { name: 'Top right corner' });
  await corner.waitFor();
  await page.waitForTimeout(2500);
  const box = (await corner.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const frames: number[] = [];
  const handle = await longTasks(page, async () => {
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let k = 0; k < 40; k++) {
      const moved = page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            addEventListener(
              'pointermove',
              ({ timeStamp }) =>
                requestAnimationFrame(() => requestAnimationFrame((now) => resolve(now - timeStamp))),
              { once: true, capture: true },
            );
          }),
      );
      await page.mouse.move(x - k, y + k / 2);
      frames.push(await moved);
    }
    await page.mouse.up();
  });
  say('corner dragged, move to the second frame after it, median', ms(quantile(frames, 0.5)));
  say('  the 95th of a hundred', ms(quantile(frames, 0.95)));
  say('  longest task of the main thread, and how many over 50 ms', `${ms(handle.longest)}, ${handle.over}`);

  // A slider: from its input to the new picture on the screen.
  await page.getByRole('tab', { name: 'Look' }).click();
  const slider = page.getByRole('slider', { name: 'Ink' });
  await slider.waitFor();
  await page.waitForTimeout(4000);
  const pictures: number[] = [];
  const knob = (await slider.boundingBox())!;
  const middle = knob.y + knob.height / 2;
  const sliding = await longTasks(page, async () => {
    await page.mouse.move(knob.x + knob.width / 2, middle);
    await page.mouse.down();
    for (let k = 1; k <= 9; k++) {
      const shown = page.evaluate(() => {
        const img = document.querySelector<HTMLImageElement>('[data-testid="bench-stage"] img')!;
        return new Promise<number>((resolve) => {
          addEventListener(
            'input',
            ({ timeStamp }) => {
              new MutationObserver((_, self) => {
                self.disconnect();
                void img.decode().then(() => resolve(performance.now() - timeStamp));
              }).observe(img, { attributes: true, attributeFilter: ['src'] });
            },
            { once: true, capture: true },
          );
          setTimeout(() => resolve(NaN), 3000);
        });
      });
      await page.mouse.move(knob.x + knob.width * (0.5 + k * 0.05), middle);
      pictures.push(await shown);
    }
    await page.mouse.up();
  });
  const known = pictures.filter(Number.isFinite);
  say(`slider moved, input to the new picture, median of ${known.length}`, ms(quantile(known, 0.5)));
  say('  the slowest', ms(Math.max(...known)));
  say(
    '  longest task of the main thread, and how many over 50 ms',
    `${ms(sliding.longest)}, ${sliding.over}`,
  );

  // From page to page: the next one's picture is ready.
  await page.waitForTimeout(6000);
  const opened: number[] = [];
  for (let k = 0; k < 3; k++) {
    opened.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const start = performance.now();
            // Not a named function: what compiles this file would give it a helper that is not in the page.
            const watch = setInterval(() => {
              const img = document.querySelector<HTMLImageElement>('[data-testid="bench-stage"] img');
              if (!img?.complete || img.naturalWidth === 0 || img === old) return;
              clearInterval(watch);
              resolve(performance.now() - start);
            }, 4);
            const old = document.querySelector('[data-testid="bench-stage"] img');
            document.querySelector<HTMLElement>('[aria-label="Next page"]')!.click();
          }),
      ),
    );
    await page.waitForTimeout(5000);
  }
  say('next page, press to its picture, each', opened.map(ms).join(', '));

  // Forty pages: scrolling.
  const { pages } = (await (await page.request.get(`${server.url}/api/packets/${id}`)).json()) as {
    pages: { id: string }[];
  };
  for (let k = pages.length; k < PAGES; k++)
    await page.request.post(`${server.url}/api/pages/${pages[k % pages.length].id}/copy`, { data: {} });
  await page.goto(`${server.url}/packet/${id}`);
  await page.getByTestId(`page-${PAGES}`).waitFor({ state: 'attached' });
  await page.getByTestId('page-1').locator('img').waitFor();
  await page.waitForTimeout(3000);
  const scroll = await longTasks(page, async () => {
    const gaps = await page.evaluate(
      () =>
        new Promise<number[]>((resolve) => {
          const list = document.querySelector('[data-testid="page-1"]')!;
          let scroller: HTMLElement = list.parentElement!;
          while (
            scroller.scrollHeight <= scroller.clientHeight + 4 ||
            getComputedStyle(scroller).overflowY === 'visible'
          )
            scroller = scroller.parentElement!;
          const gaps: number[] = [];
          let last = performance.now();
          const watch = setInterval(() => {
            if (gaps.length < 140) return;
            clearInterval(watch);
            resolve(gaps);
          }, 100);
          const onFrame = {
            handleEvent(now: number) {
              gaps.push(now - last);
              last = now;
              scroller.scrollTop += 40;
              if (gaps.length < 140) requestAnimationFrame((next) => this.handleEvent(next));
            },
          };
          requestAnimationFrame((first) => onFrame.handleEvent(first));
        }),
    );
    say(
      `${PAGES} pages scrolled, frames a second`,
      (1000 / (gaps.reduce((a, b) => a + b, 0) / gaps.length)).toFixed(0),
    );
    say('  frames later than 50 ms, of 140', String(gaps.filter((gap) => gap > 50).length));
  });
  say('  longest task of the main thread', ms(scroll.longest));
} finally {
  await browser.close();
  await server.remove();
}
