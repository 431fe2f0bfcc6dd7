import { createPublicKey, verify } from 'node:crypto';
import { readdir, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Express } from 'express';
import request from 'supertest';
import {
  receiptText,
  type Attempt,
  type DeskOfMine,
  type HandOver,
  type MyBrief,
  type Problem,
} from '@ravlo/contract';
import { loadDesk } from './demo/loadDesk';
import { askHowFar, beginHanded, sendBytes as sendRest, sendHanded, sha256Of } from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';

const START = Date.parse('2026-03-09T12:00:00.000Z');
const DAY = 24 * 3600_000;
let server: TestServer;
beforeEach(async () => {
  server = await openTestServer();
  server.clock.now = START;
  await loadDesk(server.db, server.writer, server.people, server.handed, {}, new Date(START));
  // Here Jory is in no class yet.
  await server.db.members.destroy({ where: { personId: server.people.jory } });
});
afterEach(() => server.close());

const mine = async (app: Express = server.imke) =>
  (await request(app).get('/api/desk').expect(200)).body as DeskOfMine;

async function briefOf(title: string): Promise<MyBrief> {
  const found = (await mine()).briefs.find(({ brief }) => brief.title === title);
  if (!found) throw new Error(`There is no brief ${title}`);
  return found;
}

async function pdf(pages = 2): Promise<Buffer> {
  const document = await PDFDocument.create();
  for (let i = 0; i < pages; i++) document.addPage([200, 300]);
  return Buffer.from(await document.save());
}

let keys = 0;
const newKey = () => `attempt-key-${String(++keys).padStart(8, '0')}`;

const sendBytes = (key: string, bytes: Buffer, app: Express = server.imke) =>
  sendHanded(app, key, bytes).expect(204);

const handing = (key: string, bytes: Buffer, change: Partial<HandOver> = {}): HandOver => ({
  ...{ key, fileName: 'Tarn_Imke_tides-3.pdf', sha256: sha256Of(bytes), comment: '', isConfirmed: true },
  ...{ packetId: null, files: [] },
  ...change,
});

const enter = (briefId: string, body: HandOver, app: Express = server.imke) =>
  request(app).post(`/api/briefs/${briefId}/attempts`).send(body);

async function handOver(briefId: string, bytes: Buffer, change: Partial<HandOver> = {}): Promise<Attempt> {
  const key = change.key ?? newKey();
  await sendBytes(key, bytes);
  return (await enter(briefId, handing(key, bytes, change)).expect(201)).body as Attempt;
}

const kindOf = (response: request.Response) => (response.body as Problem).type;

describe('classes', () => {
  it('are joined by their code, however it is typed; a wrong one says so', async () => {
    expect((await mine(server.jory)).classes).toEqual([]);
    const join = (code: string) => request(server.jory).post('/api/desk/join').send({ code });
    await join(' mphx-6358 ').expect(200);
    await join('MPHX6358').expect(200);
    expect((await mine(server.jory)).classes).toMatchObject([
      { name: 'Seamanship, spring', marker: 'Ada Holm' },
    ]);
    expect(kindOf(await join('MPHX6359').expect(404))).toBe('/problems/no-such-class');
    // Letters that look like others are in no code.
    expect(kindOf(await join('MPHX635O').expect(400))).toBe('/problems/bad-request');
  });

  it('cannot be guessed', async () => {
    const statuses = [];
    for (let i = 0; i < 12; i++) {
      const code = `22222${'23456789ABCD'[i]}22`;
      statuses.push((await request(server.imke).post('/api/desk/join').send({ code })).status);
    }
    expect(statuses).toEqual([...Array.from({ length: 10 }, () => 404), 429, 429]);
  });
});

describe('handing over', () => {
  it('ends with a receipt of the bytes that lie there, signed', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const bytes = await pdf(4);
    const { id, receipt } = await handOver(brief.id, bytes, { comment: 'Page 3 is the curve.' });
    expect(receipt).toMatchObject({
      ...{ person: 'Imke Tarn', deskClass: 'Coastal navigation, spring', brief: 'Tides, week 3' },
      ...{ attempt: 1, attemptsAllowed: 3, fileName: 'Tarn_Imke_tides-3.pdf', pages: 4 },
      ...{
        bytes: bytes.length,
        sha256: sha256Of(bytes),
        isLate: false,
        arrivedAt: new Date(START).toISOString(),
      },
    });
    const key = createPublicKey({ key: Buffer.from(receipt.key, 'base64'), format: 'der', type: 'spki' });
    const holds = (facts: Attempt['receipt']) =>
      verify(null, Buffer.from(receiptText(facts)), key, Buffer.from(facts.signature, 'base64'));
    expect(holds(receipt)).toBe(true);
    expect(holds({ ...receipt, arrivedAt: new Date(START - DAY).toISOString() })).toBe(false);
    const { body } = await request(server.imke).get(`/api/attempts/${id}/file`).expect(200);
    expect(sha256Of(body as Buffer)).toBe(sha256Of(bytes));
    expect((await stat(path.join(server.dir, 'receipt-key.pem'))).mode & 0o777).toBe(0o600);
    // Nothing waits any more.
    expect(await readdir(path.join(server.dir, 'handing', server.people.imke))).toEqual([]);
  });

  it('is one attempt, whatever is sent twice', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const bytes = await pdf();
    const key = newKey();
    await sendBytes(key, bytes);
    const answers = await Promise.all([1, 2, 3].map(() => enter(brief.id, handing(key, bytes)).expect(201)));
    await sendBytes(key, bytes);
    answers.push(await enter(brief.id, handing(key, bytes)).expect(201));
    expect(new Set(answers.map(({ body }) => (body as Attempt).id)).size).toBe(1);
    expect((await briefOf('Tides, week 3')).attempts).toHaveLength(1);
  });

  it('never says that other bytes have arrived, and leaves good ones alone', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const bytes = await pdf();
    const { id } = await handOver(brief.id, bytes);
    const altered = Buffer.from(bytes);
    altered[altered.length - 12]! ^= 1;
    const key = newKey();
    await sendBytes(key, altered);
    expect(kindOf(await enter(brief.id, handing(key, bytes)).expect(422))).toBe('/problems/handed-altered');
    // Sent again as it is, it goes.
    await sendBytes(key, bytes);
    await enter(brief.id, handing(key, bytes)).expect(201);
    const { body } = await request(server.imke).get(`/api/attempts/${id}/file`).expect(200);
    expect(sha256Of(body as Buffer)).toBe(sha256Of(bytes));
  });

  it.each<[string, () => Promise<Buffer>, Partial<HandOver>, number, string]>([
    ['what is no PDF', async () => Buffer.from('a letter'), {}, 415, 'handed-format'],
    ['what is larger than asked', async () => Buffer.alloc(4_000_001), {}, 413, 'handed-too-big'],
    ['what nobody has confirmed', () => pdf(), { isConfirmed: false }, 422, 'not-confirmed'],
    [
      'a word of more than ten thousand letters',
      () => pdf(),
      { comment: 'x'.repeat(10_001) },
      400,
      'bad-request',
    ],
  ])('refuses %s, and counts no attempt', async (_what, make, change, status, kind) => {
    const { brief } = await briefOf('Tides, week 3');
    const bytes = await make();
    const key = newKey();
    await sendBytes(key, bytes);
    expect(kindOf(await enter(brief.id, handing(key, bytes, change)).expect(status))).toBe(
      `/problems/${kind}`,
    );
    expect((await briefOf('Tides, week 3')).attempts).toEqual([]);
  });

  it('refuses bytes that were never sent', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const response = await enter(brief.id, handing(newKey(), await pdf()));
    expect(kindOf(response)).toBe('/problems/handed-altered');
  });

  it('is late after the due time, and closed where nothing is taken after it', async () => {
    const { brief } = await briefOf('Tides, week 3');
    server.clock.now = Date.parse(brief.dueAt ?? '') + 1;
    expect((await handOver(brief.id, await pdf())).receipt.isLate).toBe(true);
    const { brief: closed } = await briefOf('Harbour sketch');
    const key = newKey();
    const bytes = await pdf();
    await sendBytes(key, bytes);
    expect(kindOf(await enter(closed.id, handing(key, bytes)).expect(409))).toBe('/problems/desk-closed');
  });

  it('is taken back, and handed over again as the next attempt, as often as is allowed', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const takeBack = (id: string) => request(server.imke).post(`/api/attempts/${id}/take-back`);
    for (const number of [1, 2]) {
      const { id, receipt } = await handOver(brief.id, await pdf(number));
      expect(receipt.attempt).toBe(number);
      await takeBack(id).expect(200);
      await takeBack(id).expect(200);
    }
    const last = await handOver(brief.id, await pdf(3));
    // Nothing could come in its place.
    expect(kindOf(await takeBack(last.id).expect(409))).toBe('/problems/desk-closed');
    const key = newKey();
    const bytes = await pdf();
    await sendBytes(key, bytes);
    expect(kindOf(await enter(brief.id, handing(key, bytes)).expect(409))).toBe('/problems/no-attempts-left');
    const { attempts } = await briefOf('Tides, week 3');
    expect(attempts.map(({ takenBackAt }) => takenBackAt !== null)).toEqual([true, true, false]);
  });

  it('belongs to whoever did it, and to nobody else', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const { id } = await handOver(brief.id, await pdf());
    await request(server.jory).get(`/api/briefs/${brief.id}`).expect(404);
    await request(server.jory).get(`/api/attempts/${id}/file`).expect(404);
    await request(server.jory).post(`/api/attempts/${id}/take-back`).expect(404);
    await enter(brief.id, handing(newKey(), await pdf()), server.jory).expect(404);
    // In the same class as well, everybody sees their own.
    await request(server.jory).post('/api/desk/join').send({ code: 'KTWR-4729' }).expect(200);
    expect((await mine(server.jory)).briefs.flatMap(({ attempts }) => attempts)).toEqual([]);
    await request(server.jory).get(`/api/attempts/${id}/file`).expect(404);
    // The same key is another's own.
    const bytes = await pdf();
    const key = newKey();
    await sendBytes(key, bytes);
    await enter(brief.id, handing(key, bytes)).expect(201);
    await enter(brief.id, handing(key, bytes), server.jory).expect(422);
  });

  it('goes on after a crash between the bytes and the row: the same key ends as one attempt', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const bytes = await pdf();
    const key = newKey();
    await sendBytes(key, bytes);
    // The process ended when the bytes had been kept, and nothing had been entered yet.
    await writeFile(path.join(server.dir, 'handed', sha256Of(bytes)), bytes);
    expect((await briefOf('Tides, week 3')).attempts).toEqual([]);
    await enter(brief.id, handing(key, bytes), server.again()).expect(201);
    expect((await briefOf('Tides, week 3')).attempts).toHaveLength(1);
  });
});

describe('what goes with it', () => {
  const picture = () => testPhoto({ width: 60, height: 80, format: 'png' });

  it('arrives, stands on the receipt, and can be opened', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const more = await picture();
    const [key, moreKey] = [newKey(), newKey()];
    const bytes = await pdf();
    await sendBytes(key, bytes);
    await sendBytes(moreKey, more);
    const files = [{ key: moreKey, name: '../plot:1.png', sha256: sha256Of(more) }];
    const { id, receipt } = (await enter(brief.id, handing(key, bytes, { files })).expect(201))
      .body as Attempt;
    expect(receipt.files).toEqual([{ name: expect.any(String), bytes: more.length, sha256: sha256Of(more) }]);
    expect(receipt.files?.[0]?.name).not.toMatch(/[/:]/);
    const opened = await request(server.imke).get(`/api/attempts/${id}/files/1`).expect(200);
    expect(sha256Of(opened.body as Buffer)).toBe(sha256Of(more));
    await request(server.imke).get(`/api/attempts/${id}/files/2`).expect(404);
  });

  it.each([
    ['was never sent', null, 422],
    ['is no PDF and no picture', Buffer.from('<html>'), 415],
    ['only begins like a PDF', Buffer.from('%PDF-1.7 and nothing else'), 415],
    ['is too large with it', Buffer.alloc(4_000_000, 7), 413],
  ])('is refused, and nothing is handed over, where it %s', async (_why, more, status) => {
    const { brief } = await briefOf('Tides, week 3');
    const [key, moreKey] = [newKey(), newKey()];
    const bytes = await pdf();
    await sendBytes(key, bytes);
    if (more) await sendBytes(moreKey, more);
    const sha256 = more ? sha256Of(more) : 'a'.repeat(64);
    const files = [{ key: moreKey, name: 'more', sha256 }];
    await enter(brief.id, handing(key, bytes, { files })).expect(status);
    expect((await briefOf('Tides, week 3')).attempts).toEqual([]);
  });
});

describe('pictures', () => {
  it('are taken where they are asked for, a sheet each, and no PDF is', async () => {
    const { brief } = await briefOf('Knots and hitches');
    const sheets = [await testPhoto({ colour: '#202020' }), await testPhoto({ colour: '#404040' })];
    const sent = [];
    for (const [i, bytes] of sheets.entries()) {
      const key = newKey();
      await sendBytes(key, bytes);
      sent.push({ key, name: `knots 0${i + 1}.jpg`, sha256: sha256Of(bytes) });
    }
    const [main, ...files] = sent;
    if (!main) throw new Error('There is no picture');
    const asked = { ...handing(main.key, Buffer.alloc(0)), ...main, fileName: main.name, files };
    const { receipt } = (await enter(brief.id, asked).expect(201)).body as Attempt;
    expect(receipt).toMatchObject({ fileName: 'knots 01.jpg', pages: 2, files: [{ name: 'knots 02.jpg' }] });
    const [key, bytes] = [newKey(), await pdf()];
    await sendBytes(key, bytes);
    expect(kindOf(await enter(brief.id, handing(key, bytes)).expect(415))).toBe('/problems/handed-format');
  });
});

describe('a receipt', () => {
  const check = async (body: object) =>
    (await request(server.jory).post('/api/receipts/check').send(body)).body;

  it('is known to be genuine, and of this desk, by everybody', async () => {
    const { brief } = await briefOf('Chart problems 1 to 5');
    const { receipt } = await handOver(brief.id, await pdf());
    expect(await check(receipt)).toMatchObject({ is: 'genuine', isOurs: true });
  });

  it('is known to be altered, whatever is changed in it', async () => {
    const { brief } = await briefOf('Chart problems 1 to 5');
    const { receipt } = await handOver(brief.id, await pdf());
    const changes = [
      { isLate: true },
      { person: 'Jory Vane' },
      { arrivedAt: new Date(START - DAY).toISOString() },
      { sha256: 'a'.repeat(64) },
      { files: [{ name: 'x', bytes: 1, sha256: 'a'.repeat(64) }] },
      { signature: 'AAAA' },
      { key: '!' },
    ];
    for (const change of changes) expect(await check({ ...receipt, ...change })).toEqual({ is: 'altered' });
    expect(await check({ hello: 1 })).toEqual({ is: 'unreadable' });
  });

  it('of another desk is genuine, and not of this one', async () => {
    const other = await openTestServer();
    await loadDesk(other.db, other.writer, other.people, other.handed);
    const { brief } = await briefOf('Chart problems 1 to 5');
    const { receipt } = await handOver(brief.id, await pdf());
    const theirs = (await request(other.imke).post('/api/receipts/check').send(receipt)).body;
    expect(theirs).toMatchObject({ is: 'genuine', isOurs: false });
    await other.close();
  });
});

describe('practised trouble', () => {
  const practise = (trouble: string | null) =>
    request(server.imke).put('/api/desk/practice').send({ trouble }).expect(200);
  const attempts = async () => (await briefOf('Tides, week 3')).attempts;

  it.each([
    ['too-late', 409, 'desk-closed'],
    ['no-attempts', 409, 'no-attempts-left'],
    ['wrong-format', 415, 'handed-format'],
    ['too-big', 413, 'handed-too-big'],
    ['altered', 422, 'handed-altered'],
  ])('%s: nothing is handed over, and afterwards it goes on', async (trouble, status, kind) => {
    const { brief } = await briefOf('Tides, week 3');
    const bytes = await pdf();
    const key = newKey();
    await sendBytes(key, bytes);
    await practise(trouble);
    const refused = await enter(brief.id, handing(key, bytes)).expect(status);
    expect(kindOf(refused)).toBe(`/problems/${kind}`);
    expect(await attempts()).toEqual([]);
    await practise(null);
    await enter(brief.id, handing(key, bytes)).expect(201);
    expect(await attempts()).toHaveLength(1);
  });

  it('altered bytes never harm an earlier attempt with the same ones', async () => {
    const { brief } = await briefOf('Tides, week 3');
    const bytes = await pdf();
    const { id } = await handOver(brief.id, bytes);
    await request(server.imke).post(`/api/attempts/${id}/take-back`).expect(200);
    await practise('altered');
    const key = newKey();
    await sendBytes(key, bytes);
    await enter(brief.id, handing(key, bytes)).expect(422);
    const lying = await request(server.imke).get(`/api/attempts/${id}/file`).expect(200);
    expect(sha256Of(lying.body as Buffer)).toBe(sha256Of(bytes));
  });

  it('down: says so, also of what is read; a lost answer is found out by asking', async () => {
    await practise('down');
    expect(kindOf(await request(server.imke).get('/api/desk').expect(503))).toBe('/problems/desk-down');
    await practise(null);
    const { brief } = await briefOf('Tides, week 3');
    const [bytes, key] = [await pdf(), newKey()];
    await sendBytes(key, bytes);
    await practise('lost-answer');
    await expect(enter(brief.id, handing(key, bytes))).rejects.toThrow();
    expect(await attempts()).toHaveLength(1);
    await practise(null);
    await enter(brief.id, handing(key, bytes)).expect(201);
    expect(await attempts()).toHaveLength(1);
  });

  it('cut at 99 %: it goes on where it broke off, and only the rest is sent', async () => {
    await practise('cut');
    const [bytes, key] = [await pdf(), newKey()];
    const begun = await beginHanded(server.imke, key, bytes.length).expect(201);
    const place = begun.headers.location;
    await expect(sendRest(server.imke, place, bytes, 0)).rejects.toThrow();
    const { headers } = await askHowFar(server.imke, place).expect(200);
    const offset = Number(headers['upload-offset']);
    expect(offset).toBe(Math.floor(bytes.length * 0.99));
    await sendRest(server.imke, place, bytes.subarray(offset), offset).expect(204);
    const { brief } = await briefOf('Tides, week 3');
    const { receipt } = (await enter(brief.id, handing(key, bytes)).expect(201)).body as Attempt;
    expect(receipt.sha256).toBe(sha256Of(bytes));
  });

  it('answered twice: one attempt', async () => {
    await practise('twice');
    const { brief } = await briefOf('Tides, week 3');
    await handOver(brief.id, await pdf());
    expect(await attempts()).toHaveLength(1);
  });

  it('a clock that is off: the desk’s counts', async () => {
    const before = Date.parse((await mine()).now);
    await practise('clock-ahead');
    expect(Date.parse((await mine()).now) - before).toBe(40 * 60_000);
    await practise('clock-behind');
    expect(Date.parse((await mine()).now) - before).toBe(-40 * 60_000);
  });
});
