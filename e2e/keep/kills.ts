import { chromium } from '@playwright/test';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { createRandom } from '@ravlo/film';
import { apiClient, sha256Of } from '../support/apiClient';
import { CHROMIUM } from '../support/chromium';
import { startRavlo, type RavloServer } from '../support/ravloServer';
import { newPacket } from '../support/steps';
import { say } from '../support/figures';

const KILLS = 100;
const SEED = 4;
/** A round of photos is chosen so often, in kills. */
const PHOTOS_EVERY = 5;

/**
 * Kills the server at random moments while a real browser sends photos, and while edits and arrangements are made over
 * the API; what was acknowledged must be there after every start, and every photo that was chosen at the end.
 */
export async function kills(): Promise<void> {
  const random = createRandom(SEED);
  const server = await startRavlo({ demo: false });
  const browser = await chromium.launch(CHROMIUM);
  const api = apiClient(() => server.url);
  try {
    const page = await browser.newPage();
    let packetId = await newPacket(page, server.url);
    const gathered = [packetId];
    const chosen: string[] = [];
    // Over the API: a packet whose pages are turned and put in order all the time.
    const worked = await api.newPacket();
    const first = (await api.sendPhoto(worked, 'kills-first-photo', await photo(0))).body!;
    for (let k = 1; k < 4; k++) await api.copy(first.id);
    const turns = new Map((await api.open(worked)).pages.map(({ id }) => [id, 0]));
    let order = [...turns.keys()];
    let acknowledged = 0;
    let lost = 0;
    let isOver = false;

    const edit = async () => {
      while (!isOver) {
        const [id, from] = [...turns][Math.floor(random.next() * turns.size)];
        const to = (from + 90) % 360;
        try {
          const { status } = await api.turn(id, from, to);
          if (status === 200) acknowledged++;
          if (status === 200 || status === 409) turns.set(id, to);
        } catch {
          // Not answered: it may be made or not. What it is now is asked when the server is back.
          await whenBack(server);
          const now = (await api.open(worked)).pages.find((each) => each.id === id);
          if (now) turns.set(id, now.recipe.turn);
        }
      }
    };
    const arrange = async () => {
      while (!isOver) {
        const next = [...order.slice(1), order[0]];
        try {
          const body = { packets: [{ packetId: worked, pageIds: next }], known: next };
          const { status } = await api.ask('PUT', 'packets/arrangement', body);
          if (status === 200) acknowledged++;
          if (status === 200) order = next;
        } catch {
          await whenBack(server);
          order = (await api.open(worked)).pages.map(({ id }) => id);
        }
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
    };
    let working: Promise<unknown> = Promise.resolve();
    for (let kill = 0; kill < KILLS; kill++) {
      if (kill % PHOTOS_EVERY === 0) {
        if (chosen.length % 40 === 0 && chosen.length > 0) {
          packetId = await newPacket(page, server.url);
          gathered.push(packetId);
        }
        const files = await Promise.all([1, 2, 3, 4].map(() => photo(chosen.push('') + kill * 100)));
        files.forEach((bytes, i) => (chosen[chosen.length - files.length + i] = sha256Of(bytes)));
        await page
          .getByTestId('library-input')
          .setInputFiles(
            files.map((buffer, i) => ({ name: `k${kill}-${i}.jpg`, mimeType: 'image/jpeg', buffer })),
          );
      }
      isOver = false;
      working = Promise.all([edit(), arrange()]);
      await new Promise((resolve) => setTimeout(resolve, random.between(30, 1500)));
      isOver = true;
      const known = { turns: new Map(turns), order: [...order] };
      await server.kill();
      await server.start();
      await working;
      // What was acknowledged before the kill: a later one that was not answered may stand in its place.
      const now = (await api.open(worked)).pages;
      const lies = now.map(({ id }) => id).join();
      const next = [...known.order.slice(1), known.order[0]];
      if (lies !== known.order.join() && lies !== next.join()) lost++;
      for (const { id, recipe } of now) {
        const before = known.turns.get(id) ?? 0;
        if (recipe.turn !== before && recipe.turn !== (before + 90) % 360) lost++;
        turns.set(id, recipe.turn);
      }
      order = now.map(({ id }) => id);
    }
    // The rest of the photos goes up by itself.
    const arrived = async () => {
      const pages = (await Promise.all(gathered.map((id) => api.open(id)))).flatMap((packet) => packet.pages);
      return pages.map(({ photo: { sha256 } }) => sha256);
    };
    const until = Date.now() + 120_000;
    while ((await arrived()).length < chosen.length && Date.now() < until)
      await new Promise((resolve) => setTimeout(resolve, 500));
    const there = await arrived();
    const missing = chosen.filter((sha256) => !there.includes(sha256)).length;
    say(
      `${KILLS} SIGKILLs (seed ${SEED}): acknowledged edits and arrangements; lost`,
      `${acknowledged}; ${lost}`,
    );
    say(
      '  photos chosen in the browser; lost, twice, whole uploads without a page',
      `${chosen.length}; ${missing}, ${there.length - new Set(there).size}, ${wholeUploads(server)}`,
    );
  } finally {
    await browser.close();
    await server.remove();
  }
}

/** A photo that no other is like. */
function photo(n: number): Promise<Buffer> {
  const colour = { r: n % 256, g: Math.floor(n / 256) % 256, b: 90 };
  return sharp({
    create: {
      width: 900,
      height: 1200,
      channels: 3,
      background: colour,
      noise: { type: 'gaussian', mean: 128, sigma: 30 },
    },
  })
    .jpeg()
    .toBuffer();
}

async function whenBack(server: RavloServer): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    const isBack = await fetch(`${server.url}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    );
    if (isBack) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Uploads on the server's disk of which all bytes are there. */
function wholeUploads({ dataDir }: RavloServer): number {
  const dir = path.join(dataDir, 'uploads');
  return readdirSync(dir)
    .filter((name) => name.endsWith('.json'))
    .filter((name) => {
      const { size } = JSON.parse(readFileSync(path.join(dir, name), 'utf8')) as { size: number };
      return statSync(path.join(dir, name.replace('.json', '')), { throwIfNoEntry: false })?.size === size;
    }).length;
}
