import { chromium } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { request } from 'node:http';
import { apiClient } from '../support/apiClient';
import { CHROMIUM } from '../support/chromium';
import { startRavlo } from '../support/ravloServer';
import { demoPhoto } from '../support/steps';
import { ms, quantile, say } from '../support/figures';

const PACKETS = 400;
const PAGES = 8;
const ROUNDS = 30;

/** A shelf of four hundred packets: how quickly it answers, and is seen. */
export async function fullShelf(): Promise<void> {
  const server = await startRavlo({ demo: false });
  const browser = await chromium.launch(CHROMIUM);
  try {
    const api = apiClient(() => server.url);
    const photo = await readFile(demoPhoto('tides-neap'));
    const source = await api.newPacket();
    const first = (await api.sendPhoto(source, 'full-shelf-photo', photo)).body!;
    await api.ask('PUT', `pages/${first.id}/found`, {
      outline: { by: 'whole', reason: 'none-found' },
      turn: 0,
    });
    const packets = await Promise.all(Array.from({ length: PACKETS - 1 }, () => api.newPacket()));
    for (const packetId of packets)
      await Promise.all(
        Array.from({ length: PAGES }, () => api.ask('POST', `pages/${first.id}/copy`, { packetId })),
      );
    for (let k = 1; k < PAGES; k++) await api.copy(first.id);

    const times: number[] = [];
    let bytes = 0;
    for (let round = 0; round < ROUNDS; round++) {
      const answer = await getRaw(`${server.url}/api/packets`);
      times.push(answer.ms);
      bytes = answer.bytes;
    }
    say(
      `GET /api/packets, ${PACKETS} packets of ${PAGES} pages: median / 95th; on the wire`,
      `${ms(quantile(times, 0.5))} / ${ms(quantile(times, 0.95))}; ${(bytes / 1000).toFixed(1)} KB`,
    );
    const firstVisits: number[] = [];
    const laterVisits: number[] = [];
    for (let round = 0; round < 3; round++) {
      const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
      for (const times of [firstVisits, laterVisits, laterVisits]) {
        const page = await context.newPage();
        const start = Date.now();
        await page.goto(server.url, { waitUntil: 'commit' });
        await page
          .getByRole('link', { name: /8 pages/ })
          .first()
          .waitFor();
        times.push(Date.now() - start);
        await page.waitForTimeout(1500);
        await page.close();
      }
      await context.close();
    }
    say(
      '  from the address to the first packets seen: first visit / later ones, medians',
      `${ms(quantile(firstVisits, 0.5))} / ${ms(quantile(laterVisits, 0.5))}`,
    );
  } finally {
    await browser.close();
    await server.remove();
  }
}

/** The bytes as they come over the wire, packed. */
function getRaw(url: string): Promise<{ ms: number; bytes: number }> {
  const start = performance.now();
  return new Promise((resolve, reject) => {
    request(url, { headers: { 'accept-encoding': 'gzip' } }, (answer) => {
      let bytes = 0;
      answer.on('data', (chunk: Buffer) => (bytes += chunk.length));
      answer.on('end', () => resolve({ ms: performance.now() - start, bytes }));
    })
      .on('error', reject)
      .end();
  });
}
