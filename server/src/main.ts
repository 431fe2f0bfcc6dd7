import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { networkInterfaces } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app';
import { loadDemo } from './demo/loadDemo';
import { readSettings, type Settings } from './settings';
import { openDatabase } from './store/database';
import { createPacketStore } from './store/packets';
import { devicePerson } from './store/people';
import { openPhotoFiles } from './store/photoFiles';

const root = fileURLToPath(new URL('../..', import.meta.url));
const DEMO_STUDENT = 'Imke Tarn';

async function main(): Promise<void> {
  const settings = readSettings(process.argv.slice(2), process.env);
  const log = pino({ level: settings.logLevel });
  mkdirSync(settings.dataDir, { recursive: true });
  const database = await openDatabase(path.join(settings.dataDir, 'ravlo.sqlite'));
  const files = await openPhotoFiles(settings.dataDir);
  const packets = createPacketStore(database, await devicePerson(DEMO_STUDENT));
  if (settings.demo) await loadDemo(path.join(root, 'demo'), packets, files);

  const clientDir = path.join(root, 'client/dist');
  const server = createApp({ packets, files, log, clientDir, lan: settings.lan }).listen(
    settings.port,
    settings.host,
  );
  server.on('listening', () => announce(settings, (server.address() as AddressInfo).port));
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
      server.close(() => void database.close().then(() => process.exit(0)));
      server.closeIdleConnections();
    });
  }
}

function announce({ host, lan }: Settings, port: number): void {
  process.stdout.write(`Ravlo is ready: http://localhost:${port}\n`);
  if (!lan || host !== '0.0.0.0') return;
  for (const address of Object.values(networkInterfaces()).flat()) {
    if (address && address.family === 'IPv4' && !address.internal) {
      process.stdout.write(`From a phone on the same network: http://${address.address}:${port}\n`);
    }
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`Ravlo could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
