import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import sharp from 'sharp';
import { createApp, type AppParts } from '../src/app';
import { loadPeople } from '../src/demo/loadPeople';
import { openFolders } from '../src/desk/folders';
import { openHandedFiles } from '../src/desk/handedFiles';
import { openReceiptKey } from '../src/desk/receiptKey';
import { createPractice } from '../src/desk/practice';
import type { Reach } from '../src/http/reach';
import { createMailer } from '../src/mail/mailer';
import { openStandIn } from '../src/mail/standIn';
import { createBelongings } from '../src/people/belongings';
import { createHousehold } from '../src/people/household';
import { openDatabase } from '../src/store/database';
import { createPhones } from '../src/store/phones';
import { openPhotoFiles } from '../src/store/photoFiles';
import { createWriter } from '../src/store/writer';

/** The real application over a real SQLite file in a temporary folder, for the people of the demo. */
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
  const now = () => clock.now;
  const practice = createPractice(null, now);
  const household = createHousehold(db, writer, now);
  const standIn = await openStandIn(dir);
  const mailer = await createMailer({
    db,
    writer,
    dataDir: dir,
    standIn,
    smtpUrl: null,
    from: 'ravlo@localhost',
  });
  const folders = await openFolders(dir);
  const open = () => createBelongings({ db, writer, files, handed, key, log, practice, mailer, folders });
  const belongingsOf = open();
  const { imke, jory, ada } = await loadPeople(db, writer);
  const phones = createPhones(db, writer, imke, now);
  const reach: Reach = {
    ...{ lan: 'plain', publicUrl: null },
    ...{ names: () => [], ports: () => ({ plain: 4310, secure: 4311 }) },
  };
  /** The application as it is for a browser that belongs to one person until it says who uses it. */
  const appFor = (id: string | null, belongings = belongingsOf, changed: Partial<AppParts> = {}) =>
    createApp({
      ...{ household, belongingsOf: belongings, usual: () => Promise.resolve(id) },
      ...{ files, phones, practice, log, reach, authority: null, addresses: () => ['192.168.7.7'] },
      ...changed,
    });
  return {
    dir,
    db,
    files,
    writer,
    clock,
    household,
    handed,
    practice,
    belongingsOf,
    /** their ids */
    people: { imke, jory, ada },
    storeOf: async (id: string) => (await belongingsOf(id)).store,
    arrivals: (await belongingsOf(imke)).arrivals,
    appOf: (id: string) => appFor(id),
    imke: appFor(imke),
    jory: appFor(jory),
    ada: appFor(ada),
    /** for a browser in which it must be said first who uses it */
    nobody: appFor(null),
    phones,
    reach,
    /** Imke's application, set up in another way. */
    setUp: (changed: Partial<AppParts>) => appFor(imke, belongingsOf, changed),
    /** Imke's application as it is after a restart. */
    again: () => appFor(imke, open()),
    standIn,
    async close() {
      await standIn.close();
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
