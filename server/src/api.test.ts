import { readdir } from 'node:fs/promises';
import path from 'node:path';
import type { Express } from 'express';
import sharp from 'sharp';
import request from 'supertest';
import {
  FRESH_RECIPE,
  MOST_PAGES,
  type Edits,
  type OpenPacket,
  type PacketPatch,
  type Page,
  type Problem,
  type Recipe,
  type RecipePatch,
  type Shelf,
} from '@ravlo/contract';
import { sendWhole, sha256Of } from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

const newPacket = async (app: Express = server.imke): Promise<OpenPacket> =>
  (await request(app).post('/api/packets').send({}).expect(201)).body as OpenPacket;

const openPacket = async (id: string): Promise<OpenPacket> =>
  (await request(server.imke).get(`/api/packets/${id}`).expect(200)).body as OpenPacket;

let keys = 0;
const send = (packetId: string, photo: Buffer, name = 'sheet.jpg', clientKey = `test-key-${++keys}`) =>
  sendWhole(server.imke, { packetId, clientKey, name, sha256: sha256Of(photo) }, photo);

const makeEdits = (edits: Partial<Edits>, app: Express = server.imke) =>
  request(app)
    .patch('/api/edits')
    .send({ packets: [], pages: [], ...edits });
const changeFacts = (packetId: string, patch: PacketPatch, app: Express = server.imke) =>
  makeEdits({ packets: [{ packetId, patch }] }, app);
const changePage = (pageId: string, patch: RecipePatch, app: Express = server.imke) =>
  makeEdits({ pages: [{ pageId, patch }] }, app);

const problem = (response: request.Response): Problem => {
  expect(response.headers['content-type']).toMatch('application/problem+json');
  const body = response.body as Problem;
  expect(body.status).toBe(response.status);
  return body;
};

const filesBelow = async (folder: string) =>
  (await readdir(path.join(server.dir, folder), { recursive: true, withFileTypes: true })).filter((f) =>
    f.isFile(),
  ).length;

describe('packets', () => {
  it('are made, named, listed newest first, deleted and brought back', async () => {
    const first = await newPacket();
    const second = await newPacket();
    await changeFacts(first.id, {
      name: { from: 'Not named yet', to: ' Tides ' },
      paper: { from: 'a4', to: 'letter' },
    }).expect(200);
    const list = async () =>
      ((await request(server.imke).get('/api/packets').expect(200)).body as { packets: OpenPacket[] })
        .packets;
    expect((await list()).slice(0, 2).map(({ id }) => id)).toEqual([first.id, second.id]);
    expect(await openPacket(first.id)).toMatchObject({
      name: 'Tides',
      paper: 'letter',
      pages: [],
      unreadable: 0,
    });

    await request(server.imke).delete(`/api/packets/${first.id}`).expect(204);
    expect((await list()).some(({ id }) => id === first.id)).toBe(false);
    problem(await request(server.imke).get(`/api/packets/${first.id}`).expect(404));
    await request(server.imke).post(`/api/packets/${first.id}/restore`).expect(200);
    expect((await openPacket(first.id)).name).toBe('Tides');
  });

  it('refuse a name of 200 letters and one of none', async () => {
    const { id } = await newPacket();
    for (const to of ['x'.repeat(200), '  ']) {
      const response = await changeFacts(id, { name: { from: 'Not named yet', to } }).expect(400);
      expect(problem(response).type).toBe('/problems/bad-request');
    }
  });

  it('answer broken JSON and unknown addresses with problems', async () => {
    problem(
      await request(server.imke)
        .post('/api/packets')
        .set('content-type', 'application/json')
        .send('{"na')
        .expect(400),
    );
    problem(await request(server.imke).get('/api/nothing').expect(404));
    problem(await request(server.imke).get('/api/packets/no-id').expect(404));
  });
});

describe('photos', () => {
  it('are kept byte for byte, once, under their hash, and come back the same', async () => {
    const { id } = await newPacket();
    const photo = await testPhoto({ colour: '#123456' });
    const before = await filesBelow('photos');
    const page = (await send(id, photo).expect(201)).body as Page;
    await send(id, photo).expect(201);
    expect((await openPacket(id)).pages).toHaveLength(2);
    expect(await filesBelow('photos')).toBe(before + 1);
    expect(await filesBelow('uploads')).toBe(0);

    const back = await request(server.imke).get(`/api/photos/${page.photo.id}`).buffer(true).expect(200);
    expect(sha256Of(back.body as Buffer)).toBe(sha256Of(photo));
    expect(back.headers['content-type']).toBe('image/jpeg');
    expect(page.recipe).toEqual(FRESH_RECIPE);
  });

  it('are measured after their EXIF turn', async () => {
    const { id } = await newPacket();
    const page = (await send(id, await testPhoto({ width: 300, height: 400, orientation: 6 })).expect(201))
      .body as Page;
    expect([page.photo.width, page.photo.height]).toEqual([400, 300]);
  });

  it.each(['jpeg', 'png', 'webp'] as const)('may be %s, whatever they are called', async (format) => {
    const { id } = await newPacket();
    const page = (await send(id, await testPhoto({ format }), 'scan.bin').expect(201)).body as Page;
    expect(page.photo.mime).toBe(`image/${format}`);
  });

  it('add one page only when the same sending is tried again', async () => {
    const { id } = await newPacket();
    const photo = await testPhoto();
    const first = (await send(id, photo, 'a.jpg', 'once-and-again').expect(201)).body as Page;
    const again = (await send(id, photo, 'a.jpg', 'once-and-again').expect(200)).body as Page;
    expect(again.id).toBe(first.id);
    expect((await openPacket(id)).pages).toHaveLength(1);
  });

  it('keep their names, also foreign and long ones', async () => {
    const { id } = await newPacket();
    const page = (await send(id, await testPhoto(), 'Prüfung №3 ✎.jpg').expect(201)).body as Page;
    expect(page.photoName).toBe('Prüfung №3 ✎.jpg');
    const long = (await send(id, await testPhoto(), `${'n'.repeat(200)}.jpg`).expect(201)).body as Page;
    expect(long.photoName).toHaveLength(204);
  });

  it('are refused, each with its own plain sentence, and leave nothing behind', async () => {
    const { id } = await newPacket();
    const whole = await sharp({
      create: {
        width: 600,
        height: 600,
        channels: 3,
        background: '#fff',
        noise: { type: 'gaussian', mean: 128, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer();
    const huge = await sharp({ create: { width: 10000, height: 10000, channels: 3, background: '#fff' } })
      .png({ compressionLevel: 1 })
      .toBuffer();
    const cases: [string, Buffer, string, RegExp][] = [
      ['empty.jpg', Buffer.alloc(0), 'photo-empty', /empty/],
      ['letter.jpg', Buffer.from('Dear teacher, the dog ate it.'), 'photo-unreadable', /not a photo/],
      ['anim.gif', await testPhoto({ format: 'gif' }), 'photo-unreadable', /GIF/],
      ['broken.jpg', whole.subarray(0, Math.floor(whole.length / 2)), 'photo-incomplete', /missing/],
      ['dot.png', await testPhoto({ width: 1, height: 1, format: 'png' }), 'photo-too-small', /1 x 1/],
      ['wall.png', huge, 'photo-too-big', /100 megapixels/],
    ];
    const before = await filesBelow('photos');
    for (const [name, bytes, kind, words] of cases) {
      const body = problem(await send(id, bytes, name));
      expect([name, body.type]).toEqual([name, `/problems/${kind}`]);
      expect(body.detail).toMatch(words);
      expect(body.detail).toContain(name);
    }
    expect((await openPacket(id)).pages).toHaveLength(0);
    expect(await filesBelow('photos')).toBe(before);
    expect(await filesBelow('uploads')).toBe(0);
  });

  it('go before a page when that is asked for, in the order they come', async () => {
    const { id } = await newPacket();
    for (const colour of ['#a00', '#0a0'])
      await send(id, await testPhoto({ colour }), `${colour}.jpg`).expect(201);
    const [, second] = (await openPacket(id)).pages;
    for (const colour of ['#00a', '#aa0']) {
      const photo = await testPhoto({ colour });
      const facts = {
        packetId: id,
        clientKey: `before-${colour}`,
        name: `${colour}.jpg`,
        sha256: sha256Of(photo),
      };
      await sendWhole(server.imke, { ...facts, before: second.id }, photo).expect(201);
    }
    const names = (await openPacket(id)).pages.map(({ photoName }) => photoName);
    expect(names).toEqual(['#a00.jpg', '#00a.jpg', '#aa0.jpg', '#0a0.jpg']);
  });

  it("get the packet's look, and say when they were taken", async () => {
    const { id } = await newPacket();
    await changeFacts(id, { look: { from: null, to: 'pencil' } }).expect(200);
    await send(id, await testPhoto({ colour: '#123' })).expect(201);
    const taken = await sharp(await testPhoto({ colour: '#124' }))
      .withExif({ IFD2: { DateTimeOriginal: '2026:01:05 18:20:00' } })
      .jpeg()
      .toBuffer();
    await send(id, taken).expect(201);
    const [first, second] = (await openPacket(id)).pages;
    expect([first.recipe.look, second.recipe.look]).toEqual(['pencil', 'pencil']);
    expect(new Date(second.takenAt).getFullYear()).toBe(2026);
    expect(new Date(second.takenAt).getMonth()).toBe(0);
    expect(Date.now() - new Date(first.takenAt).getTime()).toBeLessThan(60_000);
  });

  it('fill a packet up to its limit and no further', async () => {
    const { id } = await newPacket();
    const photo = await testPhoto({ width: 60, height: 60 });
    for (let i = 0; i < MOST_PAGES; i++) await send(id, photo).expect(201);
    expect(problem(await send(id, photo).expect(422)).type).toBe('/problems/packet-full');
  });
});

describe('pages', () => {
  const threePages = async (): Promise<OpenPacket> => {
    const { id } = await newPacket();
    for (const colour of ['#a00', '#0a0', '#00a']) await send(id, await testPhoto({ colour })).expect(201);
    return openPacket(id);
  };
  const ids = ({ pages }: OpenPacket) => pages.map(({ id }) => id);

  const arrange = (packets: Record<string, string[]>, known: string[], app: Express = server.imke) =>
    request(app)
      .put('/api/packets/arrangement')
      .send({
        packets: Object.entries(packets).map(([packetId, pageIds]) => ({ packetId, pageIds })),
        known,
      });

  it('stand in the order in which they came, and in the order they are put', async () => {
    const packet = await threePages();
    const [a, b, c] = ids(packet);
    const { body } = await arrange({ [packet.id]: [c, a, b] }, [a, b, c]).expect(200);
    expect((body as { packets: OpenPacket[] }).packets.map(ids)).toEqual([[c, a, b]]);
    // A window that has not seen page c yet orders the two that it knows.
    await arrange({ [packet.id]: [b, a] }, [a, b]).expect(200);
    expect(ids(await openPacket(packet.id))).toEqual([b, a, c]);
  });

  it('go when they are named no more, and come back to any place', async () => {
    const packet = await threePages();
    const [a, b, c] = ids(packet);
    await arrange({ [packet.id]: [a, c] }, [a, b, c]).expect(200);
    expect(ids(await openPacket(packet.id))).toEqual([a, c]);
    problem(await changePage(b, { turn: { from: 0, to: 90 } }).expect(409));
    await arrange({ [packet.id]: [a, b, c] }, [a, c]).expect(200);
    expect(ids(await openPacket(packet.id))).toEqual([a, b, c]);
  });

  it('move between packets, all or none', async () => {
    const packet = await threePages();
    const other = await newPacket();
    const [a, b, c] = ids(packet);
    await arrange({ [packet.id]: [b], [other.id]: [c, a] }, [a, b, c]).expect(200);
    expect([ids(await openPacket(packet.id)), ids(await openPacket(other.id))]).toEqual([[b], [c, a]]);
    // The same page twice, and a page that nobody has: nothing moves.
    const nobody = '00000000-0000-4000-8000-00000000dead';
    expect(problem(await arrange({ [packet.id]: [b, a], [other.id]: [a] }, [a, b, c])).status).toBe(400);
    expect(problem(await arrange({ [packet.id]: [b, nobody], [other.id]: [] }, [a, b, c])).status).toBe(404);
    expect([ids(await openPacket(packet.id)), ids(await openPacket(other.id))]).toEqual([[b], [c, a]]);
    problem(await arrange({ [packet.id]: [b] }, [b], server.jory).expect(404));
  });

  it('fill a packet by moving no further than its limit', async () => {
    const packet = await threePages();
    const [a] = ids(packet);
    for (let k = 3; k < MOST_PAGES; k++)
      await request(server.imke).post(`/api/pages/${a}/copy`).send({}).expect(201);
    problem(await request(server.imke).post(`/api/pages/${a}/copy`).send({}).expect(422));
    const other = await threePages();
    const all = ids(await openPacket(packet.id));
    problem(await arrange({ [packet.id]: [...all, ...ids(other)], [other.id]: [] }, ids(other)).expect(422));
    expect((await openPacket(other.id)).pages).toHaveLength(3);
  });

  it('are copied with the photo and the recipe, and edited each on its own', async () => {
    const packet = await threePages();
    const [page] = packet.pages;
    const recipe: Recipe = { ...page.recipe, turn: 270 };
    const copy = (await request(server.imke).post(`/api/pages/${page.id}/copy`).send({ recipe }).expect(201))
      .body as Page;
    expect(copy).toMatchObject({ photo: page.photo, recipe, version: 1 });
    expect(copy.id).not.toBe(page.id);
    expect((await openPacket(packet.id)).pages.map(({ recipe: { turn } }) => turn)).toEqual([0, 0, 0, 270]);
  });
});

describe('rows that make no sense', () => {
  it('are left out and counted, and hide nothing else', async () => {
    const packet = await newPacket();
    for (const colour of ['#a10', '#1a0', '#10a'])
      await send(packet.id, await testPhoto({ colour })).expect(201);
    const { pages } = await openPacket(packet.id);
    await server.db.photos.update(
      { takenAt: new Date(253402300800000) },
      { where: { id: pages[1].photo.id } },
    );
    const now = await openPacket(packet.id);
    expect(now.pages.map(({ id }) => id)).toEqual([pages[0].id, pages[2].id]);
    expect(now).toMatchObject({ unreadable: 1, pageCount: 3 });

    const other = await newPacket();
    await server.db.sequelize.query("UPDATE packets SET paper = 'vellum' WHERE id = :id", {
      replacements: { id: other.id },
    });
    const shelf = (await request(server.imke).get('/api/packets').expect(200)).body as Shelf;
    expect(shelf.unreadable).toBe(1);
    expect(shelf.packets.map(({ id }) => id)).toContain(packet.id);
    expect(shelf.packets.map(({ id }) => id)).not.toContain(other.id);
  });

  it('are never written: a photo whose camera claims the year 10000 comes in like any other', async () => {
    const { id } = await newPacket();
    const odd = await sharp(await testPhoto({ colour: '#777' }))
      .withExif({ IFD2: { DateTimeOriginal: '9999:12:31 24:00:00' } })
      .jpeg()
      .toBuffer();
    await send(id, odd).expect(201);
    await send(id, await testPhoto({ colour: '#778' })).expect(201);
    expect((await openPacket(id)).pages).toHaveLength(2);
    await request(server.imke).get('/api/packets').expect(200);
  });
});

describe('fences', () => {
  it('keep another person out of everything', async () => {
    const packet = await newPacket();
    const photo = await testPhoto({ colour: '#fed' });
    const page = (await send(packet.id, photo).expect(201)).body as Page;
    const asJory = request(server.jory);
    const tries = [
      asJory.get(`/api/packets/${packet.id}`),
      asJory.delete(`/api/packets/${packet.id}`),
      asJory.post('/api/arrivals').send({ packetId: packet.id, clientKey: 'foreign-key' }),
      asJory.get(`/api/pages/${page.id}`),
      asJory.post(`/api/pages/${page.id}/copy`).send({}),
      asJory.post(`/api/pages/${page.id}/restore`),
      asJory
        .put(`/api/pages/${page.id}/found`)
        .send({ outline: { by: 'whole', reason: 'none-found' }, turn: 0 }),
      asJory.get(`/api/photos/${page.photo.id}`),
      sendWhole(
        server.jory,
        { packetId: packet.id, clientKey: 'foreign-key', name: 'x.jpg', sha256: sha256Of(photo) },
        photo,
      ),
    ];
    for (const attempt of tries) expect(problem(await attempt).type).toBe('/problems/not-found');
    const edits = [
      changePage(page.id, { turn: { from: 0, to: 90 } }, server.jory),
      changeFacts(packet.id, { name: { from: packet.name, to: 'mine' } }, server.jory),
    ];
    for (const [i, attempt] of edits.entries())
      expect(problem(await attempt.expect(409)).conflicts).toEqual({
        pages: [],
        packets: [],
        gone: [[page.id, packet.id][i]],
      });
    expect((await openPacket(packet.id)).pages).toHaveLength(1);
  });

  it('turn away other names for this machine and other sites', async () => {
    problem(await request(server.imke).get('/api/packets').set('Host', 'evil.example').expect(403));
    problem(
      await request(server.imke)
        .post('/api/packets')
        .set('Origin', 'https://evil.example')
        .send({})
        .expect(403),
    );
  });

  it('send a strict content policy', async () => {
    const { headers } = await request(server.imke).get('/api/health').expect(200);
    expect(headers['content-security-policy']).toMatch(/default-src 'self'/);
    expect(headers['x-powered-by']).toBeUndefined();
  });
});
