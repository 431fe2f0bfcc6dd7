import { readdir, readFile, utimes, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { QueryTypes } from 'sequelize';
import { loadDemo } from '../demo/loadDemo';
import { readSettings } from '../settings';
import { openTestServer, testPhoto, type TestServer } from '../../testing/testServer';
import { openDatabase } from './database';
import { PersonRow } from './models';
import { openPhotoFiles } from './photoFiles';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

describe('the database', () => {
  it('logs ahead and holds foreign keys', async () => {
    const ask = (sql: string) => server.database.query(sql, { type: QueryTypes.SELECT });
    expect(await ask('PRAGMA journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    expect(await ask('PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }]);
    await expect(
      server.database.query(
        "INSERT INTO packets (id, ownerId, name, paper, createdAt, updatedAt) VALUES ('a', 'nobody', 'x', 'a4', 0, 0)",
      ),
    ).rejects.toThrow(/FOREIGN KEY/);
  });

  it('keeps everything when it is opened again', async () => {
    const person = await PersonRow.create({ name: 'Ada Holm' });
    const { packets } = server.storeOf(person.id);
    const packet = await packets.create('Kept');
    const again = await openDatabase(path.join(server.dir, 'ravlo.sqlite'));
    expect((await packets.open(packet.id)).name).toBe('Kept');
    await again.close();
    // The models are bound to the connection that was opened last: give them back.
    (await import('./models')).initModels(server.database);
  });
});

describe('photo files', () => {
  it('clears away what a crash left half received, and nothing else', async () => {
    const photo = await testPhoto();
    const whole = path.join(server.dir, 'whole');
    await writeFile(whole, photo);
    const sha256 = await server.files.keeping(whole, null, async (hash) => hash);
    await writeFile(path.join(server.files.incoming, 'half'), 'half a ph');
    const again = await openPhotoFiles(server.dir);
    expect(await readdir(again.incoming)).toEqual([]);
    expect((await readFile(again.pathOf(sha256))).equals(photo)).toBe(true);
  });
});

describe('half-sent photos', () => {
  it('wait a week for their sender', async () => {
    const put = async (name: string, days: number) => {
      const place = path.join(server.files.uploads, name);
      await writeFile(place, 'half a ph');
      const then = new Date(Date.now() - days * 24 * 3600 * 1000);
      await utimes(place, then, then);
    };
    await put('yesterday', 1);
    await put('last-month', 30);
    await openPhotoFiles(server.dir);
    expect(await readdir(server.files.uploads)).toEqual(['yesterday']);
  });
});

describe('the demo', () => {
  const demo = fileURLToPath(new URL('../../../demo', pathToFileURL(__filename)));

  it('fills an empty shelf once', async () => {
    const person = await PersonRow.create({ name: 'Demo' });
    const store = server.storeOf(person.id);
    expect(await loadDemo(demo, store, server.files)).toBe(3);
    const { packets } = await store.packets.shelf();
    expect(packets.map(({ pageCount }) => pageCount).reduce((a, b) => a + b)).toBe(12);
    expect(packets[0].name).toBe('Tide tables, week 3');
    expect(await loadDemo(demo, store, server.files)).toBe(0);
  });
});

describe('readSettings', () => {
  it('stays on this machine unless told otherwise', () => {
    expect(readSettings([], {})).toMatchObject({ host: '127.0.0.1', port: 4310, lan: false });
    expect(readSettings(['--lan'], { PORT: '80' })).toMatchObject({ host: '0.0.0.0', port: 80, lan: true });
    expect(readSettings([], { HOST: '192.168.1.5' }).lan).toBe(true);
    expect(() => readSettings([], { PORT: 'http' })).toThrow(/PORT/);
  });
});
