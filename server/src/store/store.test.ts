import { readdir, readFile, utimes, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { QueryTypes } from 'sequelize';
import { openTestServer, testPhoto, type TestServer } from '../../testing/testServer';
import { openDatabase } from './database';
import { openPhotoFiles } from './photoFiles';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

describe('the database', () => {
  it('logs ahead and holds foreign keys', async () => {
    const ask = (sql: string) => server.db.sequelize.query(sql, { type: QueryTypes.SELECT });
    expect(await ask('PRAGMA journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    expect(await ask('PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }]);
    await expect(
      server.db.sequelize.query(
        "INSERT INTO packets (id, ownerId, name, paper, createdAt, updatedAt) VALUES ('a', 'nobody', 'x', 'a4', 0, 0)",
      ),
    ).rejects.toThrow(/FOREIGN KEY/);
  });

  it('keeps everything when it is opened again', async () => {
    const { packets } = await server.storeOf(server.people.ada);
    const packet = await packets.create('Kept');
    const again = await openDatabase(path.join(server.dir, 'ravlo.sqlite'));
    expect((await packets.open(packet.id)).name).toBe('Kept');
    // Each connection has tables of its own: closing one leaves the other.
    expect(await again.packets.count({ where: { id: packet.id } })).toBe(1);
    await again.close();
    expect((await packets.open(packet.id)).name).toBe('Kept');
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
      const place = path.join(server.files.uploads, server.people.imke, name);
      await writeFile(place, 'half a ph');
      const then = new Date(Date.now() - days * 24 * 3600 * 1000);
      await utimes(place, then, then);
    };
    await put('yesterday', 1);
    await put('last-month', 30);
    await openPhotoFiles(server.dir);
    expect(await readdir(path.join(server.files.uploads, server.people.imke))).toEqual(['yesterday']);
  });
});
