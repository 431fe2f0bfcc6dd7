import { chromium } from '@playwright/test';
import { apiClient } from '../support/apiClient';
import { openBadLine, type BadLineKind } from '../support/badLine';
import { CHROMIUM } from '../support/chromium';
import { startRavlo } from '../support/ravloServer';
import { demoPhoto, newPacket } from '../support/steps';
import { say } from '../support/figures';

const KINDS: readonly BadLineKind[] = ['502 HTML', '503', '429', 'dropped connections', 'cut answers'];
const NAMES = ['buoyage-worksheet', 'chart-bearings', 'harbour-pencil', 'passage-log', 'tide-curve'];
const PHOTOS = [...NAMES, 'tides-neap', 'tides-week-3', 'twelfths-dim'];
const BAD_FOR = 10_000;

/** Eight photos that are chosen while the line goes wrong for ten seconds. */
export async function badLines(): Promise<void> {
  const server = await startRavlo({ demo: false });
  const line = await openBadLine(() => server.url, /^\/api\/(uploads|arrivals)/);
  const browser = await chromium.launch(CHROMIUM);
  const api = apiClient(() => server.url);
  try {
    for (const kind of KINDS) {
      const page = await browser.newPage();
      const id = await newPacket(page, line.url);
      line.set(kind);
      const start = Date.now();
      await page.getByTestId('library-input').setInputFiles(PHOTOS.map(demoPhoto));
      await page.waitForTimeout(BAD_FOR);
      line.set(null);
      await page
        .getByText(/^Saved/)
        .nth(PHOTOS.length - 1)
        .waitFor({ timeout: 120_000 })
        .catch(() => undefined);
      const { pages } = await api.open(id);
      const names = pages.map(({ photoName }) => photoName.replace('.jpg', ''));
      const isInOrder = names.join() === PHOTOS.join();
      say(
        `${PHOTOS.length} photos through 10 s of ${kind}: saved, once each, after`,
        `${new Set(names).size} of ${PHOTOS.length}, ${isInOrder ? 'in order' : names.join(' ')}, ${((Date.now() - start) / 1000).toFixed(0)} s`,
      );
      await page.close();
    }
  } finally {
    await browser.close();
    await line.close();
    await server.remove();
  }
}
