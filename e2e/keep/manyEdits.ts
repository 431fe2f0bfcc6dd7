import { chromium } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { apiClient } from '../support/apiClient';
import { CHROMIUM } from '../support/chromium';
import { startRavlo } from '../support/ravloServer';
import { demoPhoto } from '../support/steps';
import { ms, quantile, say, timed } from '../support/figures';

const PAGES = 30;
const ROUNDS = 5;

/** Thirty edits one after another, at once, and in one window. */
export async function manyEdits(): Promise<void> {
  const server = await startRavlo({ demo: false });
  const browser = await chromium.launch(CHROMIUM);
  try {
    const api = apiClient(() => server.url);
    const id = await api.newPacket();
    const photo = await readFile(demoPhoto('tides-neap'));
    const first = (await api.sendPhoto(id, 'many-edits-photo', photo)).body!;
    const pages = [first.id];
    for (let k = 1; k < PAGES; k++) pages.push((await api.copy(first.id)).id);
    let from = 0;
    let errors = 0;
    const turnAll = async (together: boolean) => {
      const to = (from + 90) % 360;
      const turn = async (pageId: string) => {
        if ((await api.turn(pageId, from, to)).status !== 200) errors++;
      };
      const time = await timed(async () => {
        if (together) await Promise.all(pages.map(turn));
        else for (const pageId of pages) await turn(pageId);
      });
      from = to;
      return time;
    };
    await turnAll(false);
    const one = [];
    const all = [];
    for (let round = 0; round < ROUNDS; round++) {
      one.push(await turnAll(false));
      all.push(await turnAll(true));
    }
    const [slow, quick] = [quantile(one, 0.5), quantile(all, 0.5)];
    say(`${PAGES} edits one after another / at once, medians of ${ROUNDS}`, `${ms(slow)} / ${ms(quick)}`);
    say('  at once over one after another; errors', `${(quick / slow).toFixed(2)}; ${errors}`);

    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${server.url}/packet/${id}`);
    await page.getByTestId(`page-${PAGES}`).waitFor({ state: 'attached' });
    await page.getByTestId('page-1').locator('img').waitFor();
    await page.waitForTimeout(5000);
    await page.keyboard.press('Control+A');
    const saving: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const saved = page.waitForResponse((answer) => answer.url().endsWith('/api/edits'));
      const pressed = Date.now();
      await page.keyboard.press('r');
      await (await saved).finished();
      saving.push(Date.now() - pressed);
      from = (from + 90) % 360;
      if ((await api.open(id)).pages.some(({ recipe }) => recipe.turn !== from)) errors++;
      await page.waitForTimeout(3000);
    }
    say(
      `${PAGES} pages given a quarter turn, one window, from the key to all of them saved, median; not saved`,
      `${ms(quantile(saving, 0.5))}; ${errors}`,
    );
  } finally {
    await browser.close();
    await server.remove();
  }
}
