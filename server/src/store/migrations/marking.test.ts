import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { classCodeSchema } from '@ravlo/contract';
import { openDatabase } from '../database';
import { newCode } from '../newCode';
import { migrations } from '.';

let dir: string;
beforeEach(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-'));
});
afterEach(() => rm(dir, { recursive: true, force: true }));

const NOW = '2026-01-02 03:04:05.000 +00:00';
const idOf = (i: number) => `${i}1111111-1111-4111-8111-111111111111`;

it('briefs that there were stay in sight, and each class gets a code for its markers', async () => {
  const storage = path.join(dir, 'ravlo.sqlite');
  const old = new Sequelize({ dialect: 'sqlite', storage, logging: false });
  await new Umzug({
    migrations: migrations.slice(0, 9),
    context: old.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize: old }),
    logger: undefined,
  }).up();
  for (const i of [1, 2])
    await old.query(
      `INSERT INTO deskClasses (id, name, marker, code, createdAt, updatedAt) VALUES ('${idOf(i)}', 'Tides', 'Ada', 'KTWR472${i + 1}', '${NOW}', '${NOW}')`,
    );
  await old.query(
    `INSERT INTO briefs (id, classId, content, createdAt, updatedAt) VALUES ('${idOf(3)}', '${idOf(1)}', '{}', '${NOW}', '${NOW}')`,
  );
  await old.close();

  const db = await openDatabase(storage);
  const codes = (await db.deskClasses.findAll()).map(({ markerCode }) => markerCode);
  for (const code of codes) expect(classCodeSchema.parse(code)).toBe(code);
  expect(new Set(codes).size).toBe(2);
  expect(await db.briefs.findByPk(idOf(3))).toMatchObject({
    ...{ publishAt: new Date('2026-01-02T03:04:05.000Z'), deletedAt: null, version: 1 },
  });
  await db.close();
});

it('a code is one that is taken when it is typed, and hardly ever the same', () => {
  const codes = Array.from({ length: 200 }, newCode);
  for (const code of codes) expect(classCodeSchema.parse(` ${code.toLowerCase()} `)).toBe(code);
  expect(new Set(codes).size).toBe(200);
});
