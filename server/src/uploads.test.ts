import path from 'node:path';
import { readdir } from 'node:fs/promises';
import {
  MOST_PHOTO_BYTES,
  type OpenPacket,
  type Page,
  type Problem,
  type UploadFacts,
} from '@ravlo/contract';
import request from 'supertest';
import { askHowFar, beginUpload, sendBytes, sendWhole, sha256Of } from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';

let server: TestServer;
let packetId: string;
let photo: Buffer;
beforeAll(async () => {
  server = await openTestServer();
  photo = await testPhoto({ width: 900, height: 1200 });
});
beforeEach(async () => {
  packetId = ((await request(server.imke).post('/api/packets').send({})).body as OpenPacket).id;
});
afterAll(() => server.close());

let keys = 0;
const factsOf = (bytes: Buffer, change: Partial<UploadFacts> = {}): UploadFacts => ({
  packetId,
  clientKey: `upload-key-${++keys}`,
  name: 'sheet.jpg',
  sha256: sha256Of(bytes),
  ...change,
});
const pages = async () =>
  ((await request(server.imke).get(`/api/packets/${packetId}`).expect(200)).body as OpenPacket).pages;
const halfSent = () => readdir(path.join(server.files.uploads, server.people.imke));

describe('an upload', () => {
  it('that breaks off goes on where it stopped, also under another process', async () => {
    const begun = await beginUpload(server.imke, factsOf(photo), photo.length).expect(201);
    const place = begun.headers.location;
    const half = Math.floor(photo.length / 2);
    await sendBytes(server.imke, place, photo.subarray(0, half), 0).expect(204);
    expect(await pages()).toHaveLength(0);

    const later = server.again();
    const answer = await askHowFar(later, place).expect(200);
    expect(Number(answer.headers['upload-offset'])).toBe(half);
    const page = (await sendBytes(later, place, photo.subarray(half), half).expect(201)).body as Page;
    expect((await pages()).map(({ id }) => id)).toEqual([page.id]);
    const back = await request(server.imke).get(`/api/photos/${page.photo.id}`).buffer(true).expect(200);
    expect(sha256Of(back.body as Buffer)).toBe(sha256Of(photo));
    expect(await halfSent()).toEqual([]);
  });

  it('whose bytes go on at the wrong place is not taken', async () => {
    const begun = await beginUpload(server.imke, factsOf(photo), photo.length).expect(201);
    const answer = await sendBytes(server.imke, begun.headers.location, photo, 17).expect(409);
    expect((answer.body as Problem).type).toBe('/problems/upload-out-of-step');
    await request(server.imke).delete(begun.headers.location).set('Tus-Resumable', '1.0.0').expect(204);
  });

  it('whose bytes do not have the promised hash is refused and leaves nothing behind', async () => {
    const answer = await sendWhole(server.imke, factsOf(photo, { sha256: 'a'.repeat(64) }), photo).expect(
      422,
    );
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect((answer.body as Problem).type).toBe('/problems/photo-altered');
    expect(await pages()).toHaveLength(0);
    expect(await halfSent()).toEqual([]);
  });

  it('that is too big is refused before a byte is sent', async () => {
    const answer = await beginUpload(server.imke, factsOf(photo), MOST_PHOTO_BYTES + 1).expect(413);
    expect(answer.body).toMatchObject({ type: '/problems/photo-too-big', status: 413 });
  });

  it('without its facts, or for a packet that is not there, is refused at once', async () => {
    for (const [change, status] of [
      [{ sha256: 'no hash' }, 400],
      [{ packetId: 'no id' }, 400],
      [{ clientKey: 'short' }, 400],
      [{ packetId: '00000000-0000-4000-8000-000000000000' }, 404],
    ] as const) {
      const answer = await beginUpload(server.imke, factsOf(photo, change), photo.length);
      expect([answer.status, (answer.body as Problem).status]).toEqual([status, status]);
    }
    const answer = await askHowFar(server.imke, '/api/uploads/0123456789abcdef').expect(404);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect(await halfSent()).toEqual([]);
  });
});
