import { parse } from 'csv-parse/sync';
import type { Express } from 'express';
import { strFromU8, unzipSync } from 'fflate';
import request from 'supertest';
import {
  FRESH_MARKING,
  type Attempt,
  type BriefContent,
  type BriefWork,
  type DeskOfMine,
  type Marked,
  type MarkedBrief,
  type MarkedClass,
  type MarkEdit,
  type MarkerDesk,
  type MarkPin,
  type Problem,
  type Reading,
} from '@ravlo/contract';
import { briefNamed, handOverWork, testPdf } from '../testing/deskWork';
import { sha256Of } from '../testing/sendPhoto';
import { openTestServer, type TestServer } from '../testing/testServer';
import { loadDesk } from './demo/loadDesk';
import { loadOthers } from './demo/loadPeople';

const START = Date.parse('2026-03-09T12:00:00.000Z');
const HOUR = 3600_000;
let server: TestServer;
beforeEach(async () => {
  server = await openTestServer();
  server.clock.now = START;
  const others = await loadOthers(server.db, server.writer);
  await loadDesk(server.db, server.writer, server.people, server.handed, others, new Date(START));
});
afterEach(() => server.close());

const desk = async (app: Express = server.ada) =>
  (await request(app).get('/api/marker').expect(200)).body as MarkerDesk;
const classNamed = async (name: RegExp) => {
  const found = (await desk()).classes.find((each) => name.test(each.name));
  if (!found) throw new Error(`There is no class ${name}`);
  return found;
};
const coastal = () => classNamed(/^Coastal/);
const workFor = async (briefId: string, app: Express = server.ada) =>
  (await request(app).get(`/api/marker/briefs/${briefId}/work`).expect(200)).body as BriefWork;
const reading = async (attemptId: string, app: Express = server.ada) =>
  (await request(app).get(`/api/marker/attempts/${attemptId}`).expect(200)).body as Reading;
const mark = (attemptId: string, edits: readonly MarkEdit[], app: Express = server.ada) =>
  request(app).patch(`/api/marker/attempts/${attemptId}/marking`).send({ edits });
const giveBack = (attemptId: string) =>
  request(server.ada).post(`/api/marker/attempts/${attemptId}/give-back`);
const kindOf = (response: request.Response) => (response.body as Problem).type;

const points = (from: number | null, to: number | null): MarkEdit => ({ of: 'points', from, to });
const aPin = (id: string, change: Partial<MarkPin> = {}): MarkPin => ({
  ...{ id, page: 1, x: 0.2, y: 0.3, width: 0.4, words: 'Say where you read it.', points: -1 },
  ...change,
});
const putPin = (to: MarkPin): MarkEdit => ({ of: 'pin', id: to.id, from: null, to });

async function tides(): Promise<{ briefId: string; attempt: Attempt }> {
  const { brief } = await briefNamed(server.imke, 'Tides, week 3');
  const attempt = await handOverWork(server.imke, brief.id, await testPdf(4), {
    comment: 'Page 3 is the curve.',
  });
  return { briefId: brief.id, attempt };
}

/** Jory marks as well, by the code for markers. */
async function secondMarker(): Promise<void> {
  await server.db.members.destroy({ where: { personId: server.people.jory } });
  const { markerCode } = await coastal();
  await request(server.jory).post('/api/desk/join').send({ code: markerCode }).expect(200);
}

describe('the list of a brief', () => {
  it('has every student, with what they have handed over, and counts them', async () => {
    const { briefId } = await tides();
    const { work, marked } = await workFor(briefId);
    expect(work).toHaveLength(9);
    expect(work.map(({ student }) => student.surname)).toEqual([
      ...['Arden', 'Brock', 'Corran', 'Fenn', 'Harrow', 'Pike', 'Selm', 'Tarn', 'Vane'],
    ]);
    expect(marked.counts).toEqual({ students: 9, toMark: 1, marked: 0, nothingYet: 8 });
    const imke = work.find(({ student }) => student.firstName === 'Imke');
    expect(imke).toMatchObject({
      attemptsLeft: 2,
      mark: null,
      attempts: [{ comment: 'Page 3 is the curve.' }],
    });
  });

  it('holds 300 students', async () => {
    const { id } = await coastal();
    const { brief } = await briefNamed(server.imke, 'Tides, week 3');
    await server.writer.write(async (transaction) => {
      for (let i = 0; i < 291; i++) {
        const person = await server.db.people.create(
          { firstName: 'Student', surname: `No ${i}`, isElsewhere: true },
          { transaction },
        );
        await server.db.members.create({ classId: id, personId: person.id }, { transaction });
      }
    });
    expect((await workFor(brief.id)).work).toHaveLength(300);
  });

  it('tells its markers at once of what is handed over and taken back, and the student of what is given back', async () => {
    const heard: string[] = [];
    for (const [name, id] of Object.entries(server.people))
      (await server.belongingsOf(id)).changes.listen((change) => {
        if ('briefId' in change) heard.push(name);
      });
    const { attempt } = await tides();
    expect(heard.sort()).toEqual(['ada', 'imke']);
    heard.length = 0;
    await mark(attempt.id, [points(null, 7)]).expect(200);
    expect(heard).toEqual(['ada']);
    heard.length = 0;
    await giveBack(attempt.id).expect(200);
    expect(heard.sort()).toEqual(['ada', 'imke']);
  });
});

describe('marking', () => {
  it('saves pins, strokes, points and words in any script, and gives them back as they were then', async () => {
    const { attempt } = await tides();
    const first = aPin('pin-00000001', { words: 'Gut! 好 ✓ مرحبا "; DROP TABLE' });
    const stroke = {
      id: 'stroke-0001',
      page: 2,
      path: [[0.1, 0.2] as [number, number], [0.3, 0.4] as [number, number]],
    };
    const { body } = await mark(attempt.id, [
      putPin(first),
      { of: 'stroke', id: stroke.id, from: null, to: stroke },
      points(null, 7.5),
      { of: 'comment', from: '', to: 'Klar und vollständig.' },
    ]).expect(200);
    expect((body as Marked).clashes).toEqual([]);
    const read = await reading(attempt.id);
    expect(read.marking).toEqual({
      ...FRESH_MARKING,
      ...{ points: 7.5, comment: 'Klar und vollständig.', pins: [first], strokes: [stroke] },
    });
    expect(read.authors).toMatchObject({ points: 'Ada Holm', 'pin:pin-00000001': 'Ada Holm' });
    // Not before it is given back.
    expect((await briefNamed(server.imke, 'Tides, week 3')).attempts[0]?.given).toBeNull();
    await giveBack(attempt.id).expect(200);
    await mark(attempt.id, [points(7.5, 9)]).expect(200);
    const given = (await briefNamed(server.imke, 'Tides, week 3')).attempts[0]?.given;
    expect(given).toMatchObject({ points: 7.5, most: 20, by: 'Ada Holm', marking: { pins: [first] } });
    expect(await reading(attempt.id)).toMatchObject({ isChangedSince: true });
    await giveBack(attempt.id).expect(200);
    expect((await briefNamed(server.imke, 'Tides, week 3')).attempts[0]?.given?.points).toBe(9);
  });

  it('is not taken back by the student any more once it is given back', async () => {
    const { attempt } = await tides();
    await mark(attempt.id, [points(null, 7)]).expect(200);
    await giveBack(attempt.id).expect(200);
    const answer = await request(server.imke).post(`/api/attempts/${attempt.id}/take-back`).expect(409);
    expect(kindOf(answer)).toBe('/problems/desk-closed');
  });

  it('says so where the student has taken it back, or handed over again meanwhile', async () => {
    const { briefId, attempt } = await tides();
    await mark(attempt.id, [points(null, 7)]).expect(200);
    await request(server.imke).post(`/api/attempts/${attempt.id}/take-back`).expect(200);
    expect(kindOf(await giveBack(attempt.id).expect(409))).toBe('/problems/not-standing');
    expect((await reading(attempt.id)).marking.points).toBe(7);
    const second = await handOverWork(server.imke, briefId, await testPdf(5));
    expect((await reading(attempt.id)).newerAttemptId).toBe(second.id);
  });

  it.each([
    ['far too many', 1e9, 400],
    ['less than none', -3, 400],
    ['finer than hundredths', 7.123, 400],
    ['more than there are', 21, 422],
  ])('takes no points that are %s', async (_name, value, status) => {
    const { attempt } = await tides();
    await mark(attempt.id, [points(null, value)]).expect(status);
    expect((await reading(attempt.id)).version).toBe(0);
  });

  it('never overwrites what another marker has said meanwhile', async () => {
    await secondMarker();
    const { attempt } = await tides();
    const pin = aPin('pin-00000001');
    await mark(attempt.id, [points(null, 15), putPin(pin)]).expect(200);
    // Jory had not seen it yet: his pin goes in beside Ada's, his points do not.
    const answer = await mark(
      attempt.id,
      [points(null, 12), putPin(aPin('pin-00000002'))],
      server.jory,
    ).expect(200);
    const { reading: now, clashes } = answer.body as Marked;
    expect(clashes).toEqual(['points']);
    expect(now.marking.points).toBe(15);
    expect(now.marking.pins.map(({ id }) => id)).toEqual(['pin-00000001', 'pin-00000002']);
    expect(now.authors).toMatchObject({ points: 'Ada Holm', 'pin:pin-00000002': 'Jory Vane' });
    // The same again after a lost answer does nothing.
    const again = await mark(attempt.id, [putPin(aPin('pin-00000002'))], server.jory).expect(200);
    expect((again.body as Marked).reading.version).toBe(now.version);
  });

  it('offers what was written before, the last used first, and only of one’s own classes', async () => {
    const { attempt } = await tides();
    await mark(attempt.id, [
      putPin(aPin('pin-00000001')),
      putPin(aPin('pin-00000002', { y: 0.9, words: 'Leeway?' })),
    ]);
    const phrases = async (app: Express) =>
      ((await request(app).get('/api/marker/phrases').expect(200)).body as { phrases: string[] }).phrases;
    expect(await phrases(server.ada)).toEqual(['Say where you read it.', 'Leeway?']);
    expect(await phrases(server.imke)).toEqual([]);
  });

  it('gives back all of a brief in one go: what was said anything of, and is not given back as it is', async () => {
    const { briefId, attempt } = await tides();
    const jorys = await handOverWork(server.jory, briefId, await testPdf(5));
    const all = async () =>
      (
        (await request(server.ada).post(`/api/marker/briefs/${briefId}/give-back`).expect(200)).body as {
          count: number;
        }
      ).count;
    expect(await all()).toBe(0);
    await mark(attempt.id, [points(null, 3)]);
    await mark(jorys.id, [points(null, 4)]);
    expect(await all()).toBe(2);
    expect(await all()).toBe(0);
    expect((await briefNamed(server.jory, 'Tides, week 3')).attempts[0]?.given?.points).toBe(4);
  });
});

const content = (change: Partial<BriefContent> = {}): BriefContent => ({
  ...{ title: 'Stars', unit: '', instructions: '', worksheet: null, dueAt: null, afterDue: { kind: 'late' } },
  ...{ points: 10, attempts: 2, format: 'pdf', mostBytes: null, pages: { kind: 'any' }, paper: null },
  ...{ namePattern: null, statement: null, takesComment: true, by: { kind: 'desk' } },
  ...change,
});

async function writeBrief(change: Partial<BriefContent> = {}, publishAt: number | null = START) {
  const { id } = await coastal();
  const at = publishAt === null ? null : new Date(publishAt).toISOString();
  const body = { content: content(change), publishAt: at, version: null };
  return (await request(server.ada).post(`/api/marker/classes/${id}/briefs`).send(body).expect(201))
    .body as MarkedBrief;
}

const titles = async (app: Express) =>
  ((await request(app).get('/api/desk').expect(200)).body as DeskOfMine).briefs.map(
    ({ brief }) => brief.title,
  );

describe('a brief', () => {
  it('is seen from when it is published, and not before', async () => {
    await writeBrief({ title: 'Now' });
    await writeBrief({ title: 'Later' }, START + HOUR);
    const never = await writeBrief({ title: 'Never' }, null);
    expect(await titles(server.imke)).toContain('Now');
    expect(await titles(server.imke)).not.toContain('Later');
    await request(server.imke).get(`/api/briefs/${never.brief.id}`).expect(404);
    server.clock.now += HOUR;
    expect(await titles(server.imke)).toContain('Later');
    expect(await titles(server.imke)).not.toContain('Never');
  });

  it('is changed by one marker at a time', async () => {
    const { brief, version } = await writeBrief();
    const change = (title: string) =>
      request(server.ada)
        .put(`/api/marker/briefs/${brief.id}`)
        .send({ content: content({ title }), publishAt: null, version });
    await change('Stars, again').expect(200);
    expect(kindOf(await change('Stars, otherwise').expect(409))).toBe('/problems/changed-elsewhere');
  });

  it('is copied to another class, where nobody sees it yet', async () => {
    const { brief } = await writeBrief();
    const { id: classId } = await classNamed(/^Seamanship/);
    const copy = (
      await request(server.ada).post(`/api/marker/briefs/${brief.id}/copy`).send({ classId }).expect(201)
    ).body as MarkedBrief;
    expect(copy).toMatchObject({ publishAt: null, brief: { title: 'Stars', classId } });
  });

  it('can be due later for one student', async () => {
    const { brief } = await writeBrief({
      dueAt: new Date(START + HOUR).toISOString(),
      afterDue: { kind: 'closed' },
    });
    const dueAt = new Date(START + 3 * HOUR).toISOString();
    await request(server.ada)
      .put(`/api/marker/briefs/${brief.id}/extensions`)
      .send({ personId: server.people.imke, dueAt })
      .expect(200);
    server.clock.now += 2 * HOUR;
    const { receipt } = await handOverWork(server.imke, brief.id, await testPdf());
    expect(receipt).toMatchObject({ isLate: false, dueAt });
    await expect(handOverWork(server.jory, brief.id, await testPdf())).rejects.toThrow('409');
    const { work } = await workFor(brief.id);
    expect(work.filter(({ isExtended }) => isExtended).map(({ student }) => student.firstName)).toEqual([
      'Imke',
    ]);
  });

  it('that is put away with work in it stays with those who handed something over, closed; and comes back', async () => {
    const { brief } = await writeBrief();
    const attempt = await handOverWork(server.imke, brief.id, await testPdf());
    await request(server.ada).delete(`/api/marker/briefs/${brief.id}`).expect(200);
    server.clock.now += HOUR;
    expect(await titles(server.imke)).toContain('Stars');
    expect(await titles(server.jory)).not.toContain('Stars');
    await expect(handOverWork(server.imke, brief.id, await testPdf(3))).rejects.toThrow('409');
    await mark(attempt.id, [points(null, 3)]).expect(200);
    await request(server.ada).post(`/api/marker/briefs/${brief.id}/restore`).expect(200);
    expect(await titles(server.jory)).toContain('Stars');
  });

  it('takes a PDF as its worksheet, and nothing else', async () => {
    const attach = (bytes: Buffer) =>
      request(server.ada)
        .post('/api/marker/worksheets?name=Stars.pdf')
        .set('Content-Type', 'application/pdf')
        .send(bytes);
    const pdf = await testPdf(3);
    expect((await attach(pdf).expect(201)).body).toEqual({
      ...{ name: 'Stars', sha256: sha256Of(pdf), bytes: pdf.length, pages: 3 },
    });
    await attach(Buffer.from('%PDF-1.7 and then nothing')).expect(415);
  });
});

describe('a class', () => {
  const change = (id: string, body: object) =>
    request(server.ada).patch(`/api/marker/classes/${id}`).send(body);
  const join = (code: string | null) => request(server.imke).post('/api/desk/join').send({ code });

  it('is made, joined by its code, closed, and joined by the new code only', async () => {
    const made = (
      await request(server.ada).post('/api/marker/classes').send({ name: 'Stars, autumn' }).expect(201)
    ).body as MarkedClass;
    await join(made.code).expect(200);
    expect((await classNamed(/^Stars/)).students.map(({ name }) => name)).toEqual(['Imke Tarn']);
    await change(made.id, { isOpen: false }).expect(200);
    await join(made.code).expect(404);
    const renewed = (await change(made.id, { isOpen: true, renew: 'code' }).expect(200)).body as MarkedClass;
    await join(made.code).expect(404);
    await join(renewed.code).expect(200);
  });

  it('calls a student as its marker does, and keeps the work of one who has left', async () => {
    const { attempt, briefId } = await tides();
    const { id } = await coastal();
    const student = `/api/marker/classes/${id}/students/${server.people.imke}`;
    await request(server.ada).put(student).send({ name: 'Imke T.' }).expect(200);
    await request(server.ada).delete(student).expect(200);
    expect(await titles(server.imke)).toEqual([]);
    expect((await workFor(briefId)).work.find(({ student: { hasLeft } }) => hasLeft)).toMatchObject({
      ...{ student: { name: 'Imke T.' }, attempts: [{ id: attempt.id }] },
    });
    await mark(attempt.id, [points(null, 5)]).expect(200);
    await request(server.ada).post(`${student}/restore`).expect(200);
    expect(await titles(server.imke)).toContain('Tides, week 3');
  });

  it('has several markers, who join by a code of their own', async () => {
    await secondMarker();
    expect((await coastal()).markers).toEqual(['Ada Holm', 'Jory Vane']);
    expect((await desk(server.jory)).classes.map(({ name }) => name)).toEqual(['Coastal navigation, spring']);
  });
});

describe('what leaves the desk', () => {
  it('points as CSV that a spreadsheet takes for words, as an independent reader reads it', async () => {
    const { briefId, attempt } = await tides();
    await mark(attempt.id, [
      points(null, 17.5),
      { of: 'comment', from: '', to: '=HYPERLINK("http://x")\nsecond, line' },
    ]);
    const { headers, text } = await request(server.ada)
      .get(`/api/marker/briefs/${briefId}/points.csv`)
      .expect(200);
    expect(headers['content-disposition']).toContain('Tides, week 3.csv');
    expect(text.startsWith('\uFEFFSurname,First name')).toBe(true);
    expect(text).not.toMatch(/[^\r]\nTarn/);
    const rows: Record<string, string>[] = parse(text, { columns: true, bom: true });
    expect(rows).toHaveLength(9);
    expect(rows.find(({ Surname }) => Surname === 'Tarn')).toMatchObject({
      ...{ State: 'handed over', Points: '17.5', 'Out of': '20', 'Marked by': 'Ada Holm', Pages: '4' },
      Comment: '\'=HYPERLINK("http://x")\nsecond, line',
    });
    expect(rows.find(({ Surname }) => Surname === 'Selm')).toMatchObject({
      State: 'nothing yet',
      Points: '',
    });
  });

  it('all files in one zip, each once, named by the pattern, byte for byte', async () => {
    const { briefId, attempt } = await tides();
    const jorys = await testPdf(6);
    await handOverWork(server.jory, briefId, jorys, { fileName: 'IMG 0001.pdf' });
    const { body } = await request(server.ada)
      .get(`/api/marker/briefs/${briefId}/files.zip`)
      .buffer()
      .parse((response, done) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () => done(null, Buffer.concat(parts)));
      })
      .expect(200);
    const files = unzipSync(new Uint8Array(body as Buffer));
    expect(Object.keys(files).sort()).toEqual(['Tarn_Imke_Tides-week-3.pdf', 'Vane_Jory_Tides-week-3.pdf']);
    expect(sha256Of(Buffer.from(files['Vane_Jory_Tides-week-3.pdf'] ?? []))).toBe(sha256Of(jorys));
    expect(sha256Of(Buffer.from(files['Tarn_Imke_Tides-week-3.pdf'] ?? []))).toBe(attempt.receipt.sha256);
    expect(strFromU8(files['Vane_Jory_Tides-week-3.pdf']?.slice(0, 5) ?? new Uint8Array())).toBe('%PDF-');
  });

  it('a brief with its results as JSON', async () => {
    const { briefId, attempt } = await tides();
    await mark(attempt.id, [points(null, 11)]);
    const { text } = await request(server.ada).get(`/api/marker/briefs/${briefId}/results.json`).expect(200);
    const results = JSON.parse(text) as { results: { points: number | null; attempt: Attempt | null }[] };
    expect(results).toMatchObject({ kind: 'ravlo-results', brief: { title: 'Tides, week 3' } });
    expect(results.results.filter(({ points: given }) => given === 11)).toMatchObject([
      { attempt: { id: attempt.id } },
    ]);
  });
});

describe('whoever does not mark in the class', () => {
  it('finds nothing there: no list, no reading, no file, no results; nobody is not even told', async () => {
    const { briefId, attempt } = await tides();
    const { id: classId } = await coastal();
    const { id: wim } = await server.db.people.create({ firstName: 'Wim' });
    const other = await server.db.deskClasses.create({ name: 'Knots', marker: 'Wim', code: 'WWWW2222' });
    await server.db.members.create({ classId: other.id, personId: wim, role: 'marker' });
    const body = { content: content(), publishAt: null, version: 1 };
    const student = `classes/${classId}/students/${server.people.imke}`;
    const ASKS: [string, 'get' | 'post' | 'put' | 'patch' | 'delete', string, object?][] = [
      ['list', 'get', `briefs/${briefId}/work`],
      ['reading', 'get', `attempts/${attempt.id}`],
      ['file', 'get', `attempts/${attempt.id}/files/0`],
      ['marking', 'patch', `attempts/${attempt.id}/marking`, { edits: [points(null, 1)] }],
      ['give back', 'post', `attempts/${attempt.id}/give-back`],
      ['give back all', 'post', `briefs/${briefId}/give-back`],
      ['csv', 'get', `briefs/${briefId}/points.csv`],
      ['all files', 'get', `briefs/${briefId}/files.zip`],
      ['json', 'get', `briefs/${briefId}/results.json`],
      ['change a brief', 'put', `briefs/${briefId}`, body],
      ['put a brief away', 'delete', `briefs/${briefId}`],
      ['bring a brief back', 'post', `briefs/${briefId}/restore`],
      ['copy a brief out', 'post', `briefs/${briefId}/copy`, { classId: other.id }],
      ['extend', 'put', `briefs/${briefId}/extensions`, { personId: server.people.imke, dueAt: null }],
      ['write a brief', 'post', `classes/${classId}/briefs`, body],
      ['change a class', 'patch', `classes/${classId}`, { name: 'Mine' }],
      ['call a student', 'put', student, { name: 'X' }],
      ['take a student out', 'delete', student],
      ['bring a student back', 'post', `${student}/restore`],
    ];
    for (const [name, method, place, sent] of ASKS) {
      const ask = (app: Express) => request(app)[method](`/api/marker/${place}`).send(sent);
      for (const app of [server.appOf(wim), server.imke, server.jory])
        expect([name, (await ask(app)).status]).toEqual([name, 404]);
      expect([name, (await ask(server.nobody)).status]).toEqual([name, 401]);
    }
    expect((await desk(server.appOf(wim))).classes.map(({ name }) => name)).toEqual(['Knots']);
    expect((await desk(server.imke)).classes).toEqual([]);
  });
});
