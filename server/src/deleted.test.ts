import { existsSync } from 'node:fs';
import { utimes, writeFile, mkdir } from 'node:fs/promises';
import path from 'node:path';
import request from 'supertest';
import { DAYS_KEPT, type Deleted, type OpenPacket, type Page } from '@ravlo/contract';
import { sendWhole, sha256Of } from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';
import { sweep } from './store/sweep';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

const HOUR = 3600 * 1000;
const DAY = 24 * HOUR;
let count = 0;
/** A packet with photos that no other has. */
async function packetOf(pages: number): Promise<OpenPacket> {
  const { body } = await request(server.imke).post('/api/packets').send({ name: 'Tides' }).expect(201);
  const { id } = body as OpenPacket;
  for (let i = 0; i < pages; i++) {
    const photo = await testPhoto({ width: 100 + ++count, height: 140 });
    const facts = { packetId: id, clientKey: `deleted-${count}`, name: 'a.jpg', sha256: sha256Of(photo) };
    await sendWhole(server.imke, facts, photo).expect(201);
  }
  return (await request(server.imke).get(`/api/packets/${id}`).expect(200)).body as OpenPacket;
}
const deleted = async () => (await request(server.imke).get('/api/deleted').expect(200)).body as Deleted;
const dropPage = ({ id, pages }: OpenPacket, page: Page) =>
  request(server.imke)
    .put('/api/packets/arrangement')
    .send({
      packets: [{ packetId: id, pageIds: pages.map((p) => p.id).filter((p) => p !== page.id) }],
      known: pages.map((p) => p.id),
    })
    .expect(200);
const fileOf = ({ photo }: Page) => server.files.pathOf(photo.sha256);
const later = (ms: number) => sweep(server.db, server.writer, server.files, Date.now() + ms);
/** Bytes that came in a while ago, as far as their file can tell. */
const olden = () => jest.spyOn(Date, 'now').mockReturnValue(new Date().getTime() + 2 * HOUR);
afterEach(() => jest.restoreAllMocks());

describe('what was deleted', () => {
  it('is listed with the time that it is kept, and brought back to where it was', async () => {
    const packet = await packetOf(3);
    const other = await packetOf(1);
    await dropPage(packet, packet.pages[1]);
    await request(server.imke).delete(`/api/packets/${other.id}`).expect(204);
    const list = await deleted();
    expect(list.packets).toMatchObject([{ id: other.id, name: 'Tides', pageCount: 1 }]);
    expect(list.pages).toMatchObject([{ page: { id: packet.pages[1].id }, packetName: 'Tides' }]);
    const [{ deletedAt, goneAt }] = list.packets;
    expect(Date.parse(goneAt) - Date.parse(deletedAt)).toBe(DAYS_KEPT * DAY);

    await request(server.imke).post(`/api/pages/${packet.pages[1].id}/restore`).expect(200);
    await request(server.imke).post(`/api/packets/${other.id}/restore`).expect(200);
    const again = (await request(server.imke).get(`/api/packets/${packet.id}`)).body as OpenPacket;
    expect(again.pages.map(({ id }) => id)).toEqual(packet.pages.map(({ id }) => id));
    expect(await deleted()).toEqual({ packets: [], pages: [] });
  });

  it('is really gone after its time, bytes too, and nothing else is', async () => {
    const packet = await packetOf(2);
    const other = await packetOf(1);
    const [keeps, goes] = packet.pages;
    await dropPage(packet, goes);
    await request(server.imke).delete(`/api/packets/${other.id}`).expect(204);
    olden();
    expect(await sweep(server.db, server.writer, server.files)).toEqual({
      packets: 0,
      pages: 0,
      photos: 0,
      files: 0,
    });
    expect(await later((DAYS_KEPT + 1) * DAY)).toEqual({ packets: 1, pages: 2, photos: 2, files: 2 });
    expect([keeps, goes, other.pages[0]].map(fileOf).map(existsSync)).toEqual([true, false, false]);
    expect(await server.db.packets.count({ where: { id: other.id } })).toBe(0);
    expect(await server.db.pages.count({ where: { id: [keeps.id, goes.id] } })).toBe(1);
  });

  it('leaves the bytes that another page is made of, too', async () => {
    const packet = await packetOf(1);
    const [page] = packet.pages;
    const copy = (await request(server.imke).post(`/api/pages/${page.id}/copy`).send({})).body as Page;
    await dropPage({ ...packet, pages: [page, copy] }, page);
    olden();
    expect(await later((DAYS_KEPT + 1) * DAY)).toEqual({ packets: 0, pages: 1, photos: 0, files: 0 });
    expect(existsSync(fileOf(copy))).toBe(true);
  });

  it('is brought back no further than its packet takes', async () => {
    const packet = await packetOf(2);
    await dropPage(packet, packet.pages[1]);
    for (let k = 1; k < 60; k++)
      await request(server.imke).post(`/api/pages/${packet.pages[0].id}/copy`).send({}).expect(201);
    await request(server.imke).post(`/api/pages/${packet.pages[1].id}/restore`).expect(422);
    expect((await deleted()).pages.some(({ page }) => page.id === packet.pages[1].id)).toBe(true);
  });
});

describe('the sweep', () => {
  it('takes bytes that nobody can reach, but none that have just come in or are being named', async () => {
    const bytes = await testPhoto({ width: 77, height: 99 });
    const orphan = server.files.pathOf('ab'.repeat(32));
    await mkdir(path.dirname(orphan), { recursive: true });
    await writeFile(orphan, 'left by a crash');
    await utimes(orphan, new Date(0), new Date(0));
    expect((await later(0)).files).toBe(0);
    const file = path.join(server.dir, 'coming');
    await writeFile(file, bytes);
    olden();
    await server.files.keeping(file, null, async (sha256) => {
      expect((await later(0)).files).toBe(1);
      expect(existsSync(orphan)).toBe(false);
      expect(existsSync(server.files.pathOf(sha256))).toBe(true);
    });
    expect((await later(0)).files).toBe(1);
    expect(existsSync(server.files.pathOf(sha256Of(bytes)))).toBe(false);
    // Every row that is left has its bytes.
    for (const { sha256 } of await server.db.photos.findAll())
      expect(existsSync(server.files.pathOf(sha256))).toBe(true);
  });
});
