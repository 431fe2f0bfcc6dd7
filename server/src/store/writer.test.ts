import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { QueryTypes, type Transaction } from 'sequelize';
import { openDatabase, type Database } from './database';
import { lockDataDir } from './dataLock';
import { createWriter, type Writer } from './writer';

let dir: string;
let db: Database;
let writer: Writer;
beforeAll(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-writer-'));
  db = await openDatabase(path.join(dir, 'ravlo.sqlite'));
  await db.sequelize.query('CREATE TABLE counts (value INTEGER NOT NULL CHECK (value < 1000))');
  writer = createWriter(db.sequelize, { mostTogether: 8 });
});
afterAll(async () => {
  await db.close();
  await rm(dir, { recursive: true });
});
beforeEach(() => db.sequelize.query('DELETE FROM counts'));

const put = (value: number) => (transaction: Transaction) =>
  db.sequelize.query('INSERT INTO counts VALUES (:value)', { replacements: { value }, transaction });
const values = async () =>
  (await db.sequelize.query<{ value: number }>('SELECT value FROM counts', { type: QueryTypes.SELECT })).map(
    ({ value }) => value,
  );

describe('the writer', () => {
  it('does all that waits, in its order, and answers when it is saved', async () => {
    const results = await Promise.all(
      Array.from({ length: 30 }, (_, i) =>
        writer.write(async (transaction) => {
          await put(i)(transaction);
          return i * 2;
        }),
      ),
    );
    expect(results).toEqual(Array.from({ length: 30 }, (_, i) => i * 2));
    expect(await values()).toEqual(Array.from({ length: 30 }, (_, i) => i));
  });

  it('undoes what fails, and only that', async () => {
    const fails = async (transaction: Transaction) => {
      await put(50)(transaction);
      await put(5000)(transaction);
    };
    const done = await Promise.allSettled([writer.write(put(1)), writer.write(fails), writer.write(put(2))]);
    expect(done.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    expect(await values()).toEqual([1, 2]);
  });

  it('undoes work whose answer could not be made', async () => {
    const work = writer.write(async (transaction) => {
      await put(3)(transaction);
      throw new RangeError('no such date');
    });
    await expect(work).rejects.toThrow('no such date');
    expect(await values()).toEqual([]);
  });

  it('fails all together when nothing can be saved, and goes on after that', async () => {
    const ends = (transaction: Transaction) => db.sequelize.query('ROLLBACK', { transaction });
    const done = await Promise.allSettled([writer.write(put(1)), writer.write(ends), writer.write(put(2))]);
    expect(done.map(({ status }) => status)).toEqual(['rejected', 'rejected', 'rejected']);
    await writer.write(put(4));
    expect(await values()).toEqual([4]);
  });

  it('lets nothing be written while somebody is alone', async () => {
    let letGo = () => undefined as void;
    const alone = writer.alone(() => new Promise<void>((resolve) => (letGo = resolve)));
    const later = writer.write(put(9));
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(await values()).toEqual([]);
    letGo();
    await Promise.all([alone, later]);
    expect(await values()).toEqual([9]);
  });
});

describe('a data folder', () => {
  it('belongs to one process at a time, and is free when that has let go', async () => {
    const unlock = await lockDataDir(dir);
    await expect(lockDataDir(dir)).rejects.toThrow(/another Ravlo is running on/);
    await unlock();
    await (
      await lockDataDir(dir)
    )();
  });
});
