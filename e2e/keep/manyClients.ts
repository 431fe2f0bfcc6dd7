import sharp from 'sharp';
import { apiClient } from '../support/apiClient';
import { startRavlo } from '../support/ravloServer';
import { demoPhoto } from '../support/steps';
import { ms, quantile, say, timed } from '../support/figures';

const CLIENTS = 50;
const PHOTOS = 8;

/** A class that hands in at the same moment: each client sends its photos one after the other. */
export async function manyClients(): Promise<void> {
  const server = await startRavlo({ demo: false });
  try {
    const api = apiClient(() => server.url);
    const plain = await sharp(demoPhoto('tides-neap')).jpeg({ quality: 70 }).toBuffer();
    // Each photo is another one: a few bytes behind its end make it so.
    const photo = (n: number) => Buffer.concat([plain, Buffer.from(String(n).padStart(8, '0'))]);
    const small: number[] = [];
    let isOver = false;
    let errors = 0;
    const packets = await Promise.all(Array.from({ length: CLIENTS }, () => api.newPacket()));
    const asking = (async () => {
      while (!isOver) {
        small.push(await timed(() => api.ask('GET', 'packets')));
        small.push(await timed(() => api.open(packets[0])));
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    })();
    const time = await timed(() =>
      Promise.all(
        packets.map(async (packetId, client) => {
          for (let k = 0; k < PHOTOS; k++) {
            const answer = await api
              .sendPhoto(packetId, `client-${client}-${k}`, photo(client * PHOTOS + k))
              .catch(() => null);
            if (answer?.status !== 201) errors++;
          }
        }),
      ),
    );
    isOver = true;
    await asking;
    const saved = await Promise.all(packets.map(async (id) => (await api.open(id)).pages.length));
    const megabytes = (plain.length / 1e6).toFixed(2);
    say(
      `${CLIENTS} clients send ${PHOTOS} photos each (${megabytes} MB) at once: saved, errors, time`,
      `${saved.reduce((a, b) => a + b)} of ${CLIENTS * PHOTOS}, ${errors}, ${(time / 1000).toFixed(1)} s`,
    );
    say(
      `  small requests meanwhile (${small.length}): median / 95th of a hundred`,
      `${ms(quantile(small, 0.5))} / ${ms(quantile(small, 0.95))}`,
    );
  } finally {
    await server.remove();
  }
}
