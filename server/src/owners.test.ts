import { randomUUID } from 'node:crypto';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Express } from 'express';
import request from 'supertest';
import type { Attempt, DeskOfMine, HandOver, OpenPacket, Page } from '@ravlo/contract';
import {
  askHowFar,
  beginHanded,
  beginUpload,
  sendBytes,
  sendHanded,
  sendWhole,
  sha256Of,
} from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';
import { loadDesk } from './demo/loadDesk';

/*
 * Every route that names something of a person's, asked by its owner and by everybody else. Another student of the same
 * class, its marker and the marker of another class get the same answer as if it were not there.
 */

let server: TestServer;
let things: Things;
beforeAll(async () => {
  server = await openTestServer();
  await loadDesk(server.db, server.writer, server.people, server.handed);
  things = await makeThings(server.imke);
});
afterAll(() => server.close());

interface Things {
  readonly packet: string;
  readonly page: string;
  readonly photo: string;
  readonly upload: string;
  readonly handing: string;
  readonly brief: string;
  readonly attempt: string;
  readonly pdf: Buffer;
}

const KEY = 'attempt-key-of-imke-0001';
const KEY_OF_MORE = 'attempt-key-of-imke-0002';
const photoFacts = (packetId: string, bytes: Buffer, clientKey: string) => ({
  ...{ packetId, clientKey, name: 'a.jpg', sha256: sha256Of(bytes) },
});

async function makeThings(app: Express): Promise<Things> {
  const bytes = await testPhoto();
  const packet = ((await request(app).post('/api/packets').send({}).expect(201)).body as OpenPacket).id;
  const page = (await sendWhole(app, photoFacts(packet, bytes, 'owner-key-0001'), bytes).expect(201))
    .body as Page;
  const begun = await beginUpload(app, photoFacts(packet, bytes, 'owner-key-0002'), bytes.length).expect(201);
  const coming = await beginHanded(app, 'attempt-key-of-imke-0003', 9).expect(201);
  const desk = (await request(app).get('/api/desk').expect(200)).body as DeskOfMine;
  const brief = desk.briefs.find(({ brief: { title } }) => title === 'Chart problems 1 to 5')?.brief.id ?? '';
  const document = await PDFDocument.create();
  document.addPage();
  const pdf = Buffer.from(await document.save());
  for (const key of [KEY, KEY_OF_MORE]) await sendHanded(app, key, pdf).expect(204);
  const attempt = (
    await request(app)
      .post(`/api/briefs/${brief}/attempts`)
      .send({
        ...handing(KEY, pdf),
        files: [{ key: KEY_OF_MORE, name: 'more.pdf', sha256: sha256Of(pdf) }],
      })
      .expect(201)
  ).body as Attempt;
  return {
    ...{ packet, page: page.id, photo: page.photo.id, upload: begun.headers.location },
    handing: coming.headers.location,
    ...{ brief, attempt: attempt.id, pdf },
  };
}

const handing = (key: string, bytes: Buffer): HandOver => ({
  ...{ key, fileName: 'knots.pdf', sha256: sha256Of(bytes), comment: '', isConfirmed: true },
  ...{ packetId: null, files: [] },
});

type Ask = (app: Express, things: Things) => request.Test;
/** What its owner is answered, and everybody else @default 404 */
type Route = readonly [name: string, ask: Ask, own: number, others?: number];

/** Asked in this order by the owner: what takes something away comes last. */
const ROUTES: readonly Route[] = [
  ['GET packets/:id', (app, { packet }) => request(app).get(`/api/packets/${packet}`), 200],
  ['GET packets/:id/archive', (app, { packet }) => request(app).get(`/api/packets/${packet}/archive`), 200],
  ['GET pages/:id', (app, { page }) => request(app).get(`/api/pages/${page}`), 200],
  [
    'PUT pages/:id/found',
    (app, { page }) =>
      request(app)
        .put(`/api/pages/${page}/found`)
        .send({ outline: { by: 'pending' }, turn: 0 }),
    200,
  ],
  ['POST pages/:id/copy', (app, { page }) => request(app).post(`/api/pages/${page}/copy`).send({}), 201],
  ['POST pages/:id/restore', (app, { page }) => request(app).post(`/api/pages/${page}/restore`), 200],
  ['GET photos/:id', (app, { photo }) => request(app).get(`/api/photos/${photo}`), 200],
  [
    'PATCH edits of a page',
    (app, { page }) =>
      request(app)
        .patch('/api/edits')
        .send({ packets: [], pages: [{ pageId: page, patch: { turn: { from: 0, to: 90 } } }] }),
    200,
    409,
  ],
  [
    'PATCH edits of a packet',
    (app, { packet }) =>
      request(app)
        .patch('/api/edits')
        .send({ packets: [{ packetId: packet, patch: { paper: { from: 'a4', to: 'fit' } } }], pages: [] }),
    200,
    409,
  ],
  [
    'PUT packets/arrangement',
    (app, { packet, page }) =>
      request(app)
        .put('/api/packets/arrangement')
        .send({ packets: [{ packetId: packet, pageIds: [page] }], known: [page] }),
    200,
  ],
  [
    'POST uploads',
    (app, { packet }) => beginUpload(app, photoFacts(packet, Buffer.from('x'), `owner-${randomUUID()}`), 1),
    201,
  ],
  ['HEAD uploads/:id', (app, { upload }) => askHowFar(app, upload), 200],
  ['PATCH uploads/:id', (app, { upload }) => sendBytes(app, upload, Buffer.from('x'), 0), 204],
  ['DELETE uploads/:id', (app, { upload }) => request(app).delete(upload).set('Tus-Resumable', '1.0.0'), 204],
  ['HEAD handing/:id', (app, { handing: place }) => askHowFar(app, place), 200],
  ['PATCH handing/:id', (app, { handing: place }) => sendBytes(app, place, Buffer.from('x'), 0), 204],
  [
    'DELETE handing/:id',
    (app, { handing: place }) => request(app).delete(place).set('Tus-Resumable', '1.0.0'),
    204,
  ],
  [
    'POST arrivals',
    (app, { packet }) =>
      request(app).post('/api/arrivals').send({ packetId: packet, clientKey: 'owner-key-0001' }),
    200,
  ],
  ['GET attempts/:id/file', (app, { attempt }) => request(app).get(`/api/attempts/${attempt}/file`), 200],
  [
    'GET attempts/:id/files/1',
    (app, { attempt }) => request(app).get(`/api/attempts/${attempt}/files/1`),
    200,
  ],
  [
    'POST attempts/:id/take-back',
    (app, { attempt }) => request(app).post(`/api/attempts/${attempt}/take-back`),
    200,
  ],
  ['DELETE packets/:id', (app, { packet }) => request(app).delete(`/api/packets/${packet}`), 204],
  ['POST packets/:id/restore', (app, { packet }) => request(app).post(`/api/packets/${packet}/restore`), 200],
  [
    'POST packets/:id/give',
    (app, { packet }) => request(app).post(`/api/packets/${packet}/give`).send({ to: server.people.imke }),
    204,
  ],
];

const STRANGERS = ['jory', 'ada', 'stranger'] as const;

describe.each(ROUTES.map(([name, ask, own, others = 404]) => ({ name, ask, own, others })))(
  '$name',
  (route) => {
    const { ask, own, others } = route;
    it.each(STRANGERS)('is not there for %s', async (who) => {
      const app = who === 'stranger' ? server.appOf(await strangerId()) : server[who];
      expect((await ask(app, things)).status).toBe(others);
    });
    it('is not told to nobody', async () => {
      expect((await ask(server.nobody, things)).status).toBe(401);
    });
    it('is there for its owner', async () => {
      expect((await ask(server.imke, things)).status).toBe(own);
    });
  },
);

/** Marks another class, and is in none. */
async function strangerId(): Promise<string> {
  const known = await server.db.people.findOne({ where: { firstName: 'Wim' } });
  if (known) return known.id;
  const { id } = await server.db.people.create({ firstName: 'Wim' });
  const other = await server.db.deskClasses.create({ name: 'Knots', marker: 'Wim', code: 'WWWW2222' });
  await server.db.members.create({ classId: other.id, personId: id, role: 'marker' });
  return id;
}

describe('a brief', () => {
  const read = (app: Express) => request(app).get(`/api/briefs/${things.brief}`);
  const handOver = (app: Express) =>
    request(app)
      .post(`/api/briefs/${things.brief}/attempts`)
      .send(handing('attempt-key-of-others-1', things.pdf));

  it('is there for both students, each with their own attempts, and handed over to by none but them', async () => {
    expect((await read(server.imke).expect(200)).body).toMatchObject({ attempts: [{ id: things.attempt }] });
    expect((await read(server.jory).expect(200)).body).toMatchObject({ attempts: [] });
    const stranger = server.appOf(await strangerId());
    for (const app of [server.ada, stranger]) {
      await read(app).expect(404);
      await handOver(app).expect(404);
    }
    await read(server.nobody).expect(401);
    await handOver(server.nobody).expect(401);
  });

  it('shows its worksheet to whoever is in its class, and to nobody else', async () => {
    const { briefs } = (await request(server.imke).get('/api/desk').expect(200)).body as DeskOfMine;
    const id = briefs.find(({ brief }) => brief.worksheet !== null)?.brief.id ?? '';
    const see = (app: Express) => request(app).get(`/api/briefs/${id}/worksheet`);
    for (const app of [server.imke, server.jory])
      expect((await see(app).expect(200)).headers['content-type']).toBe('application/pdf');
    await see(server.appOf(await strangerId())).expect(404);
    await see(server.nobody).expect(401);
  });

  it('does not take bytes that another has sent under the same key', async () => {
    await sendHanded(server.imke, 'attempt-key-of-others-1', things.pdf).expect(204);
    expect((await handOver(server.jory)).status).toBe(422);
  });
});
