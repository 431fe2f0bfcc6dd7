import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import sharp from 'sharp';
import { createApp } from '../src/app';
import { createDesk } from '../src/desk/desk';
import { openHandedFiles } from '../src/desk/handedFiles';
import { openReceiptKey } from '../src/desk/receiptKey';
import { createArchives } from '../src/store/archives';
import { createArrivals } from '../src/store/arrivals';
import { createChanges } from '../src/store/changes';
import { openDatabase } from '../src/store/database';
import { openPersonStore } from '../src/store/personStore';
import { createPhones } from '../src/store/phones';
import { openPhotoFiles } from '../src/store/photoFiles';
import { createWriter } from '../src/store/writer';

/** The real application over a real SQLite file in a temporary folder, for two people. */
export async function openTestServer() {
  const dir = await mkdtemp(path.join(tmpdir(), 'ravlo-'));
  const db = await openDatabase(path.join(dir, 'ravlo.sqlite'));
  const files = await openPhotoFiles(dir);
  const handed = await openHandedFiles(dir);
  const key = await openReceiptKey(dir);
  /** of the desk; moved by tests */
  const clock = { now: Date.now() };
  const log = pino({ level: 'silent' });
  const writer = createWriter(db.sequelize);
  const storeOf = (ownerId: string, changes = createChanges()) =>
    openPersonStore({ db, writer, ownerId, changes, log });
  const appFor = (id: string) => {
    const changes = createChanges();
    const store = storeOf(id, changes);
    const arrivals = createArrivals(store, files);
    return createApp({
      store,
      arrivals,
      archives: createArchives(store, files),
      desk: createDesk({ db, writer, files: handed, key, personId: id, now: () => clock.now }),
      files,
      phones: createPhones(db, writer, id),
      changes,
      log,
      lan: true,
    });
  };
  const imke = await db.people.create({ name: 'Imke Tarn' });
  const jory = await db.people.create({ name: 'Jory Vane' });
  return {
    dir,
    db,
    files,
    writer,
    clock,
    imkeId: imke.id,
    storeOf,
    arrivals: createArrivals(storeOf(imke.id), files),
    imke: appFor(imke.id),
    jory: appFor(jory.id),
    /** Imke's application as it is after a restart. */
    again: () => appFor(imke.id),
    async close() {
      await db.close();
      await rm(dir, { recursive: true, force: true });
    },
  };
}

export type TestServer = Awaited<ReturnType<typeof openTestServer>>;

export interface TestPhotoOptions {
  readonly width?: number;
  readonly height?: number;
  readonly format?: 'jpeg' | 'png' | 'webp' | 'gif';
  readonly orientation?: number;
  readonly colour?: string;
}

/** A small photo file. */
export function testPhoto({
  width = 300,
  height = 400,
  format = 'jpeg',
  orientation = 1,
  colour = '#c8c4b8',
}: TestPhotoOptions = {}) {
  return sharp({ create: { width, height, channels: 3, background: colour } })
    .withMetadata({ orientation })
    .toFormat(format)
    .toBuffer();
}
