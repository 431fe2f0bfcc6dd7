import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { toString } from 'qrcode';
import { createApp } from './app';
import { loadDemo } from './demo/loadDemo';
import { loadDesk } from './demo/loadDesk';
import { loadHandedWork } from './demo/loadHandedWork';
import { loadPeople } from './demo/loadPeople';
import { createDesk } from './desk/desk';
import { openHandedFiles } from './desk/handedFiles';
import { createPractice } from './desk/practice';
import { openReceiptKey } from './desk/receiptKey';
import { pairingLinks } from './http/pairingLinks';
import { createBelongings } from './people/belongings';
import { createHousehold } from './people/household';
import { readSettings } from './settings';
import { openDatabase } from './store/database';
import { lockDataDir } from './store/dataLock';
import { createPhones, type Phones } from './store/phones';
import { openPhotoFiles } from './store/photoFiles';
import { keepSwept } from './store/sweep';
import { createWriter } from './store/writer';

/** Made-up work was handed over so long before the first start, ms. */
const WORK_WAS_DONE = 8 * 24 * 3600_000;
const root = fileURLToPath(new URL('../..', import.meta.url));

async function main(): Promise<void> {
  const settings = readSettings(process.argv.slice(2), process.env);
  const log = pino({ level: settings.logLevel });
  mkdirSync(settings.dataDir, { recursive: true });
  const unlock = await lockDataDir(settings.dataDir);
  const db = await openDatabase(path.join(settings.dataDir, 'ravlo.sqlite'));
  const files = await openPhotoFiles(settings.dataDir);
  const writer = createWriter(db.sequelize);
  const handed = await openHandedFiles(settings.dataDir);
  const key = await openReceiptKey(settings.dataDir);
  const practice = createPractice(settings.deskTrouble);
  const household = createHousehold(db, writer);
  const belongingsOf = createBelongings({ db, writer, files, handed, key, log, practice });
  if (settings.demo) {
    const people = await loadPeople(db, writer);
    const { store } = await belongingsOf(people.imke);
    const demo = path.join(root, 'demo');
    await loadDemo(demo, store, files);
    if (await loadDesk(db, writer, people, handed)) {
      const then = createPractice(null, () => Date.now() - WORK_WAS_DONE);
      const personId = people.imke;
      await loadHandedWork(demo, createDesk({ db, writer, files: handed, key, personId, practice: then }));
    }
  }
  const firstId = await household.begin();
  for (const { id } of await household.people()) await (await belongingsOf(id)).arrivals.resume();
  const phones = createPhones(db, writer, firstId);
  const endSweeping = keepSwept(db, writer, files, (reason) => log.error({ err: reason }, 'sweeping failed'));

  const clientDir = path.join(root, 'client/dist');
  const { lan } = settings;
  const app = createApp({ household, belongingsOf, files, phones, practice, log, clientDir, lan });
  const server = app.listen(settings.port, settings.host);
  server.on('listening', () => void announce(lan ? phones : null, (server.address() as AddressInfo).port));
  server.on('error', (error: NodeJS.ErrnoException) => {
    const taken = error.code === 'EADDRINUSE';
    process.stderr.write(
      taken
        ? `Port ${settings.port} is taken. Set another one: PORT=${settings.port + 1} npm start\n`
        : `${error.message}\n`,
    );
    process.exit(1);
  });
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      endSweeping();
      server.close(
        () =>
          void db
            .close()
            .then(unlock)
            .then(() => process.exit(0)),
      );
      server.closeIdleConnections();
      // Those who listen for changes never hang up by themselves.
      setTimeout(() => server.closeAllConnections(), 500).unref();
    });
  }
}

/** Says where Ravlo is; on the local network also how a phone gets in. */
async function announce(phones: Phones | null, port: number): Promise<void> {
  process.stdout.write(`Ravlo is ready: http://localhost:${port}\n`);
  if (!phones) return;
  const { code } = phones.openCode();
  const [link] = pairingLinks(code, port);
  if (!link) {
    process.stdout.write('This computer is on no network, so no phone can reach it.\n');
    return;
  }
  process.stdout.write(`${await toString(link, { type: 'terminal', small: true })}\n`);
  process.stdout.write(
    `Scan this with the phone's camera, or open ${link} there. Good once, for ten minutes.\n`,
  );
  process.stdout.write('For a new code: Settings, “Use a phone”.\n');
}

main().catch((error: unknown) => {
  process.stderr.write(`Ravlo could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
