import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { openDatabase } from '../database';
import { migrations } from '.';

let dir: string;
beforeEach(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-'));
});
afterEach(() => rm(dir, { recursive: true, force: true }));

it('a person of one name keeps it, and all packets, when several can be on one device', async () => {
  const storage = path.join(dir, 'ravlo.sqlite');
  const old = new Sequelize({ dialect: 'sqlite', storage, logging: false });
  const context = old.getQueryInterface();
  await new Umzug({
    migrations: migrations.slice(0, 7),
    context,
    storage: new SequelizeStorage({ sequelize: old }),
    logger: undefined,
  }).up();
  const [id, now] = ['11111111-1111-4111-8111-111111111111', '2026-01-02 03:04:05.000 +00:00'];
  await old.query(
    `INSERT INTO people (id, name, createdAt, updatedAt) VALUES ('${id}', 'Imke van der Tarn', '${now}', '${now}')`,
  );
  await old.query(
    `INSERT INTO packets (id, ownerId, name, paper, createdAt, updatedAt) VALUES ('${id}', '${id}', 'Tides', 'a4', '${now}', '${now}')`,
  );
  await old.close();

  const db = await openDatabase(storage);
  expect(await db.people.findByPk(id)).toMatchObject({
    firstName: 'Imke',
    surname: 'van der Tarn',
    pinHash: null,
  });
  expect(await db.packets.findByPk(id)).toMatchObject({ name: 'Tides', ownerId: id, briefId: null });
  await db.close();
});
