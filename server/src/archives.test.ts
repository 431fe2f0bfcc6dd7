import { readdir } from 'node:fs/promises';
import path from 'node:path';
import request from 'supertest';
import { buffer } from 'node:stream/consumers';
import type { OpenPacket, Problem, Shelf } from '@ravlo/contract';
import { sendWhole, sha256Of } from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

/** A named packet of two pages, one of them turned, on other paper than usual. */
async function packet(): Promise<OpenPacket> {
  const { id } = (await request(server.imke).post('/api/packets').send({ name: 'Tides / 3' }))
    .body as OpenPacket;
  for (const seed of [1, 2]) {
    const photo = await testPhoto({ width: 400 + seed, height: 600 });
    const facts = {
      packetId: id,
      clientKey: `archive-${id}-${seed}`,
      name: `${seed}.jpg`,
      sha256: sha256Of(photo),
    };
    await sendWhole(server.imke, facts, photo);
  }
  const open = (await request(server.imke).get(`/api/packets/${id}`)).body as OpenPacket;
  await request(server.imke)
    .patch('/api/edits')
    .send({
      packets: [{ packetId: id, patch: { margin: { from: 'none', to: 'marking' } } }],
      pages: [{ pageId: open.pages[1]?.id, patch: { turn: { from: 0, to: 90 } } }],
    })
    .expect(200);
  return (await request(server.imke).get(`/api/packets/${id}`)).body as OpenPacket;
}

const pack = (id: string, app = server.imke) =>
  request(app)
    .get(`/api/packets/${id}/archive`)
    .parse((response, done) => {
      buffer(response as never).then(
        (bytes) => done(null, bytes),
        (error: Error) => done(error, null),
      );
    });

const bringIn = (bytes: Buffer, app = server.imke) =>
  request(app).post('/api/archives').set('Content-Type', 'application/zip').send(bytes);

/** What makes pages, without the ids of one server. */
const whatIsIn = ({ pages, name, paper, margin, look, createdAt }: OpenPacket) => ({
  ...{ name, paper, margin, look, createdAt },
  pages: pages.map(({ photo: { id: _id, ...photo }, photoName, takenAt, recipe }) => ({
    ...{ photo, photoName, takenAt, recipe },
  })),
});

describe('archives', () => {
  it('leave with all of a packet and come in as the same packet, also for somebody else', async () => {
    const original = await packet();
    const { body, headers } = await pack(original.id).expect(200);
    expect(headers['content-type']).toBe('application/zip');
    expect(headers['content-disposition']).toContain('Tides - 3.zip');
    const answer = await bringIn(body as Buffer, server.jory).expect(201);
    const copy = answer.body as OpenPacket;
    expect(copy.id).not.toBe(original.id);
    expect(whatIsIn(copy)).toEqual(whatIsIn(original));
    // It is on the other's shelf, and only there.
    const shelf = (await request(server.jory).get('/api/packets')).body as Shelf;
    expect(shelf.packets.map(({ id }) => id)).toEqual([copy.id]);
    await request(server.imke).get(`/api/packets/${copy.id}`).expect(404);
    await request(server.jory).get(`/api/photos/${copy.pages[0]?.photo.id}`).expect(200);
  });

  it('are given to the packet’s owner only', async () => {
    const { id } = await packet();
    await pack(id, server.jory).expect(404);
    await pack('no-packet').expect(404);
  });

  it('that cannot be taken leave nothing behind', async () => {
    const { id } = await packet();
    const { body } = await pack(id);
    const before = (await request(server.imke).get('/api/packets')).body as Shelf;
    const bytes = body as Buffer;
    const altered = Buffer.from(bytes);
    // In the middle of the last photo.
    altered[Math.floor(bytes.length * 0.8)]! ^= 1;
    for (const bad of [bytes.subarray(0, bytes.length / 2), Buffer.from('no zip at all'), altered]) {
      const response = await bringIn(bad);
      const problem = response.body as Problem;
      expect(response.headers['content-type']).toMatch('application/problem+json');
      expect(problem.type).toMatch(/^\/problems\/archive-(unreadable|altered)$/);
      expect(problem.detail).toMatch(/Nothing was taken/);
    }
    const after = (await request(server.imke).get('/api/packets')).body as Shelf;
    expect(after.packets.map((each) => each.id)).toEqual(before.packets.map((each) => each.id));
    expect(await readdir(path.join(server.dir, 'incoming'))).toEqual([]);
  });
});
