import { mkdirSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { toString } from 'qrcode';
import { createApp } from './app';
import { loadDemo } from './demo/loadDemo';
import { loadDesk } from './demo/loadDesk';
import { loadHandedWork, type DesksThen } from './demo/loadHandedWork';
import { loadOthers, loadPeople, type DemoPeople } from './demo/loadPeople';
import { createDesk } from './desk/desk';
import { openFolders } from './desk/folders';
import { openHandedFiles } from './desk/handedFiles';
import { createMarkerDesk } from './desk/markerDesk';
import { createPractice } from './desk/practice';
import { openReceiptKey } from './desk/receiptKey';
import { readTalk } from './http/clientFiles';
import { pairingLinks } from './http/pairingLinks';
import type { Reach } from './http/reach';
import { createMailer } from './mail/mailer';
import { openStandIn } from './mail/standIn';
import { createBelongings } from './people/belongings';
import { createHousehold } from './people/household';
import { ownAddresses, ownNames } from './secure/machineNames';
import { knownSite, ownSite, serveSecurely } from './secure/secureSite';
import { readSettings, type Settings } from './settings';
import { openDatabase } from './store/database';
import { lockDataDir } from './store/dataLock';
import { createPhones } from './store/phones';
import { openPhotoFiles } from './store/photoFiles';
import { keepSwept } from './store/sweep';
import { createWriter } from './store/writer';

const root = fileURLToPath(new URL('../..', import.meta.url));

async function main(): Promise<void> {
  const settings = readSettings(process.argv.slice(2), process.env);
  for (const remark of settings.remarks) process.stdout.write(`${remark}\n`);
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
  const standIn = await openStandIn(settings.dataDir);
  const mailer = await createMailer({
    ...{ db, writer, dataDir: settings.dataDir, standIn, smtpUrl: settings.smtpUrl, from: settings.mailFrom },
  });
  const folders = await openFolders(settings.dataDir);
  const deskParts = { db, writer, key, mailer, folders, log };
  const belongingsOf = createBelongings({ ...deskParts, files, handed, practice });
  async function loadDemoDesk(people: DemoPeople): Promise<void> {
    if ((await db.deskClasses.count()) > 0) return;
    const others = await loadOthers(db, writer);
    const briefs = await loadDesk(db, writer, people, handed, others);
    for (const id of [people.imke, people.jory, ...Object.values(others)]) await belongingsOf(id);
    // Nobody listens yet, and nobody is written to for what is made up.
    const then = (at: number) => ({ practice: createPractice(null, () => at), tell: () => undefined });
    const desks: DesksThen = {
      student: (personId, at) =>
        createDesk({ ...deskParts, ...then(at), files: handed, personId, isQuiet: true }),
      marker: (personId, at) =>
        createMarkerDesk({ db, writer, files: handed, personId, now: () => at, tell: () => undefined }),
    };
    await db.people.update({ email: 'imke.tarn@skerry-point.example' }, { where: { id: people.imke } });
    await loadHandedWork(path.join(root, 'demo'), desks, { ...people, ...others }, briefs ?? []);
  }

  if (settings.demo) {
    const people = await loadPeople(db, writer);
    const { store } = await belongingsOf(people.imke);
    const demo = path.join(root, 'demo');
    await loadDemo(demo, store, files);
    await loadDemoDesk(people);
  }
  const firstId = await household.begin();
  for (const { id } of await household.people()) await (await belongingsOf(id)).arrivals.resume();
  const phones = createPhones(db, writer, firstId);
  const endSweeping = keepSwept(db, writer, files, (reason) => log.error({ err: reason }, 'sweeping failed'));

  const clientDir = path.join(root, 'client/dist');
  const site = settings.lan === 'secure' ? await openSite(settings) : null;
  const servers: Server[] = [];
  const portOf = (server: Server | undefined) =>
    (server?.address() as AddressInfo | null | undefined)?.port ?? 0;
  const reach: Reach = {
    lan: settings.lan,
    publicUrl: settings.publicUrl,
    names: ownNames,
    ports: () => ({ plain: portOf(servers[0]), secure: portOf(servers[1]) }),
  };
  const app = createApp({
    ...{ household, belongingsOf, files, phones, practice, log, clientDir, reach, addresses: ownAddresses },
    ...{ authority: site?.authority ?? null, trustProxy: settings.trustProxy, talk: readTalk(clientDir) },
  });
  const { host, port, securePort } = settings;
  servers.push(await listen(createServer(app), port, host, 'PORT'));
  if (site) {
    const failed = (reason: unknown) => log.error({ err: reason }, 'the certificate could not be renewed');
    servers.push(await listen(await serveSecurely(site, app, failed), securePort, host, 'HTTPS_PORT'));
  }
  process.stdout.write(`Ravlo is ready: http://localhost:${reach.ports().plain}\n`);
  const [name = ownAddresses()[0]] = ownNames();
  if (site && name) process.stdout.write(`On this network: https://${name}:${reach.ports().secure}\n`);
  if (settings.lan !== 'off' || settings.publicUrl)
    await sayHowAPhoneGetsIn(
      pairingLinks((await phones.openCode()).code, reach, ownAddresses()),
      site !== null,
    );

  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      endSweeping();
      void Promise.all(servers.map(hangUp))
        .then(() => standIn.close())
        .then(() => db.close())
        .then(unlock)
        .then(() => process.exit(0));
    });
  }
}

/** The certificate that other devices are shown. @throws Error in plain words when a file of it cannot be read */
async function openSite({ tls, dataDir }: Settings) {
  const site = tls ? knownSite(tls) : await ownSite(dataDir);
  await site.current();
  return site;
}

/** @throws Error in plain words when the port is taken */
async function listen<S extends Server>(server: S, port: number, host: string, setting: string): Promise<S> {
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const isTaken = error.code === 'EADDRINUSE';
      const another = `port ${port} is taken. Set another one: ${setting}=${port + 2} npm start`;
      reject(isTaken ? new Error(another) : error);
    });
    server.listen(port, host, resolve);
  });
  return server;
}

async function hangUp(server: Server): Promise<void> {
  const ended = new Promise((resolve) => server.close(resolve));
  server.closeIdleConnections();
  // Those who listen for changes never hang up by themselves.
  setTimeout(() => server.closeAllConnections(), 500).unref();
  await ended;
}

/** Says on the terminal how a phone gets in. */
async function sayHowAPhoneGetsIn([link]: readonly string[], isAsked: boolean): Promise<void> {
  if (!link) {
    process.stdout.write('This computer is on no network, so no phone can reach it.\n');
    return;
  }
  process.stdout.write(`${await toString(link, { type: 'terminal', small: true })}\n`);
  process.stdout.write(
    `Scan this with the phone's camera, or open ${link} there. Good once, for ten minutes.\n`,
  );
  if (isAsked) process.stdout.write('The page that opens says what the phone will ask, before it asks.\n');
  process.stdout.write('For a new code: Settings, “Use a phone”.\n');
}

main().catch((error: unknown) => {
  process.stderr.write(`Ravlo could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
