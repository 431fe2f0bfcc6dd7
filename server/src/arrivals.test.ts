import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { readdir } from 'node:fs/promises';
import request from 'supertest';
import { MOST_PAGES, type OpenPacket, type Page, type Problem, type UploadFacts } from '@ravlo/contract';
import { beginUpload, sendBytes, sendWhole, sha256Of } from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';

let server: TestServer;
let packetId: string;
let photo: Buffer;
beforeAll(async () => {
  server = await openTestServer();
  photo = await testPhoto({ width: 600, height: 800 });
});
afterAll(() => server.close());
beforeEach(async () => {
  packetId = ((await request(server.imke).post('/api/packets').send({})).body as OpenPacket).id;
});

let keys = 0;
const factsOf = (bytes: Buffer, change: Partial<UploadFacts> = {}): UploadFacts => ({
  packetId,
  clientKey: `arrival-key-${++keys}`,
  name: 'sheet.jpg',
  sha256: sha256Of(bytes),
  ...change,
});
const ask = (facts: UploadFacts) =>
  request(server.imke).post('/api/arrivals').send({ packetId: facts.packetId, clientKey: facts.clientKey });
const pages = async () =>
  ((await request(server.imke).get(`/api/packets/${packetId}`).expect(200)).body as OpenPacket).pages;
const left = () => readdir(path.join(server.files.uploads, server.people.imke));

/** An upload whose last byte has come in, the process having ended before it was finished. */
async function wholeUpload(facts: UploadFacts, bytes = photo): Promise<void> {
  const broken = jest.spyOn(server.files, 'keeping').mockRejectedValue(new Error('the process ended'));
  const begun = await beginUpload(server.imke, facts, bytes.length).expect(201);
  await sendBytes(server.imke, begun.headers.location, bytes, 0).expect(500);
  broken.mockRestore();
  expect(await left()).toHaveLength(2);
}

describe('an upload that was whole when the server ended', () => {
  it('becomes a page by itself when the server is started again', async () => {
    const facts = factsOf(photo);
    await wholeUpload(facts);
    expect(await server.arrivals.resume()).toBe(1);
    const [page] = await pages();
    expect(page.photo.sha256).toBe(facts.sha256);
    expect(await left()).toEqual([]);
    expect(((await ask(facts).expect(200)).body as Page).id).toBe(page.id);
  });

  it('becomes a page when its sender asks for it, once, however often it asks', async () => {
    const facts = factsOf(photo);
    await wholeUpload(facts);
    const answers = await Promise.all([ask(facts), ask(facts), ask(facts)]);
    const ids = new Set(answers.map(({ body }) => (body as Page).id));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    expect(ids.size).toBe(1);
    expect(await pages()).toHaveLength(1);
  });

  it('says why, when it can never be one', async () => {
    const notAPhoto = Buffer.from('Dear teacher');
    const facts = factsOf(notAPhoto);
    const spy = jest.spyOn(server.files, 'keeping');
    await sendWhole(server.imke, facts, notAPhoto).expect(415);
    expect(spy).not.toHaveBeenCalled();
    spy.mockRestore();
    expect(((await ask(facts).expect(404)).body as Problem).type).toBe('/problems/not-arrived');
    expect(await left()).toEqual([]);
  });

  it('is left alone by everybody else', async () => {
    const facts = factsOf(photo);
    await wholeUpload(facts);
    expect(await (await server.belongingsOf(server.people.ada)).arrivals.resume()).toBe(0);
    expect(await pages()).toHaveLength(0);
    await ask(facts).expect(200);
  });
});

describe('what never became a page', () => {
  it('has to be sent', async () => {
    expect(((await ask(factsOf(photo)).expect(404)).body as Problem).type).toBe('/problems/not-arrived');
    const nowhere = factsOf(photo, { packetId: '00000000-0000-4000-8000-000000000000' });
    expect(((await ask(nowhere).expect(404)).body as Problem).type).toBe('/problems/not-found');
  });

  it('leaves no bytes behind when the packet is full or deleted, also when that happens on the way', async () => {
    const kept = async () =>
      (await readdir(`${server.dir}/photos`, { recursive: true, withFileTypes: true })).filter((f) =>
        f.isFile(),
      ).length;
    const small = await testPhoto({ width: 61, height: 62 });
    const first = (await sendWhole(server.imke, factsOf(small), small).expect(201)).body as Page;
    const other = await testPhoto({ width: 63, height: 64 });
    const facts = factsOf(other);
    const begun = await beginUpload(server.imke, facts, other.length).expect(201);
    for (let k = 1; k < MOST_PAGES; k++)
      await request(server.imke).post(`/api/pages/${first.id}/copy`).send({}).expect(201);
    const before = await kept();
    await sendBytes(server.imke, begun.headers.location, other, 0).expect(422);
    expect(((await beginUpload(server.imke, factsOf(other), other.length)).body as Problem).type).toBe(
      '/problems/packet-full',
    );
    expect(await kept()).toBe(before);
    expect(await left()).toEqual([]);
  });
});

describe('photos that were chosen together', () => {
  it('stand in their order, whichever comes in first', async () => {
    const order = [2, 0, 3, 1];
    for (const index of order) {
      const bytes = await testPhoto({ width: 200 + index, height: 300 });
      await sendWhole(
        server.imke,
        factsOf(bytes, { batch: 'chosen-together', index, name: `${index}` }),
        bytes,
      );
    }
    expect((await pages()).map(({ photoName }) => photoName)).toEqual(['0', '1', '2', '3']);
  });
});

describe('a photo whose page was shown before it arrived', () => {
  const pageId = randomUUID();

  it('becomes the page with the id that it brings', async () => {
    const facts = factsOf(photo, { pageId });
    expect(((await sendWhole(server.imke, facts, photo).expect(201)).body as Page).id).toBe(pageId);
    // However often it is sent or asked for.
    expect(((await sendWhole(server.imke, facts, photo).expect(200)).body as Page).id).toBe(pageId);
    expect(((await ask(facts).expect(200)).body as Page).id).toBe(pageId);
    expect((await pages()).map(({ id }) => id)).toEqual([pageId]);
  });

  it('takes nobody’s place: an id that is in use, also by another person, is not taken again', async () => {
    const facts = factsOf(photo, { pageId });
    const mine = (await sendWhole(server.imke, facts, photo).expect(201)).body as Page;
    expect(mine.id).not.toBe(pageId);
    const theirs = ((await request(server.jory).post('/api/packets').send({})).body as OpenPacket).id;
    const foreign = factsOf(photo, { pageId: mine.id, packetId: theirs });
    const their = (await sendWhole(server.jory, foreign, photo).expect(201)).body as Page;
    expect(their.id).not.toBe(mine.id);
    expect((await pages()).map(({ id }) => id)).toEqual([mine.id]);
  });

  it('is refused with an id that is none', async () => {
    await sendWhole(server.imke, factsOf(photo, { pageId: 'page-7' }), photo).expect(400);
    expect(await pages()).toEqual([]);
  });
});
