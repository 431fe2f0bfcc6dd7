import request from 'supertest';
import type { Household, OpenPacket, Person, Problem } from '@ravlo/contract';
import { sendWhole, sha256Of } from '../../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../../testing/testServer';

let server: TestServer;
beforeEach(async () => {
  server = await openTestServer();
});
afterEach(() => server.close());

const kindOf = ({ body }: request.Response) => (body as Problem).type.slice('/problems/'.length);

/** A browser of its own: it keeps its cookie. */
const browser = () => request.agent(server.nobody);
type Browser = ReturnType<typeof browser>;

const sit = (from: Browser, personId: string, pin?: string) =>
  from.post('/api/household/now').send({ personId, pin });
const setPin = (from: Browser, personId: string, body: object) =>
  from.put(`/api/household/people/${personId}/pin`).send(body);

async function guarded(pin: string): Promise<Browser> {
  const own = browser();
  await sit(own, server.people.imke).expect(200);
  await setPin(own, server.people.imke, { to: pin }).expect(200);
  return own;
}

describe('who is using Ravlo', () => {
  it('is asked before anything is shown, and kept in the browser that said it', async () => {
    const [one, other] = [browser(), browser()];
    expect(kindOf(await one.get('/api/packets').expect(401))).toBe('nobody-chosen');
    const { people, now } = (await one.get('/api/household').expect(200)).body as Household;
    expect(people.map(({ firstName }) => firstName)).toEqual(['Imke', 'Jory', 'Ada']);
    expect(now).toBeNull();
    await sit(one, server.people.imke).expect(200);
    await sit(other, server.people.jory).expect(200);
    await one.post('/api/packets').send({ name: 'Tides' }).expect(201);
    expect((await one.get('/api/packets').expect(200)).body).toMatchObject({ packets: [{ name: 'Tides' }] });
    expect((await other.get('/api/packets').expect(200)).body).toMatchObject({ packets: [] });
  });

  it('is somebody else after another has sat down, and a window of the first does nothing in the other’s name', async () => {
    const shared = browser();
    await sit(shared, server.people.imke).expect(200);
    await sit(shared, server.people.jory).expect(200);
    const asImke = { 'ravlo-person': server.people.imke };
    expect(kindOf(await shared.post('/api/packets').set(asImke).send({}).expect(409))).toBe('another-person');
    expect((await shared.get('/api/packets').expect(200)).body).toMatchObject({ packets: [] });
  });

  it('is nobody once they got up, and the old cookie is worth nothing', async () => {
    const shared = browser();
    const [cookie = ''] = (await sit(shared, server.people.imke).expect(200)).get('Set-Cookie') ?? [];
    await shared.delete('/api/household/now').expect(204);
    await shared.get('/api/packets').expect(401);
    await browser().get('/api/packets').set('Cookie', cookie.split(';')[0]).expect(401);
  });

  it('is nobody that does not exist', async () => {
    await sit(browser(), '00000000-0000-4000-8000-000000000000').expect(404);
  });
});

describe('a person', () => {
  it('comes in with a name in any script, and changes only what is theirs', async () => {
    const own = browser();
    const facts = { firstName: ' محمد ', surname: 'O’Neil-Ødegård', studentNumber: '', pattern: 'dots' };
    const { id, firstName } = (await own.post('/api/household/people').send(facts).expect(201))
      .body as Person;
    expect(firstName).toBe('محمد');
    const change = (whose: string) =>
      own.put(`/api/household/people/${whose}`).send({ ...facts, studentNumber: '4711' });
    await change(id).expect(404);
    await sit(own, id).expect(200);
    expect((await change(id).expect(200)).body).toMatchObject({ studentNumber: '4711' });
    await change(server.people.imke).expect(404);
    await own
      .post('/api/household/people')
      .send({ ...facts, firstName: ' ' })
      .expect(400);
  });
});

describe('a PIN', () => {
  it('guards its person, from everybody who does not know it', async () => {
    const own = await guarded('48213');
    expect((await own.get('/api/packets')).status).toBe(200);
    expect(kindOf(await sit(browser(), server.people.imke).expect(403))).toBe('wrong-pin');
    expect(kindOf(await sit(browser(), server.people.imke, '48214').expect(403))).toBe('wrong-pin');
    await sit(browser(), server.people.imke, '48213').expect(200);
    const row = await server.db.people.findByPk(server.people.imke);
    expect(row?.pinHash).toMatch(/^scrypt\$/);
    expect(row?.pinHash).not.toContain('48213');
    const { people } = (await browser().get('/api/household')).body as Household;
    expect(JSON.stringify(people)).not.toContain('scrypt');
    expect(people[0].hasPin).toBe(true);
  });

  it('cannot be guessed: after five there is a wait, which grows, also for guesses at once', async () => {
    await guarded('48213');
    const guesses = await Promise.all(
      Array.from({ length: 8 }, (_, i) => sit(browser(), server.people.imke, `1000${i}`)),
    );
    expect(guesses.filter(({ status }) => status === 403)).toHaveLength(4);
    expect(guesses.filter(({ status }) => status === 429)).toHaveLength(4);
    // Also the right one has to wait.
    expect(kindOf(await sit(browser(), server.people.imke, '48213').expect(429))).toBe('too-many-tries');
    server.clock.now += 61_000;
    await sit(browser(), server.people.imke, '99999').expect(429);
    server.clock.now += 61_000;
    await sit(browser(), server.people.imke, '48213').expect(429);
    server.clock.now += 61_000;
    await sit(browser(), server.people.imke, '48213').expect(200);
    await sit(browser(), server.people.imke, '99999').expect(403);
  });

  it('is changed and taken off by whoever knows it', async () => {
    const own = await guarded('48213');
    await setPin(own, server.people.imke, { to: '5555' }).expect(403);
    await setPin(own, server.people.imke, { pin: '48213', to: '12' }).expect(400);
    await setPin(own, server.people.imke, { pin: '48213', to: '5555' }).expect(200);
    await setPin(own, server.people.imke, { pin: '5555', to: null }).expect(200);
    await sit(browser(), server.people.imke).expect(200);
  });
});

describe('a packet that was taken on the wrong account', () => {
  it('is given to whom it belongs, with its photos, which the giver then sees no more', async () => {
    const photo = await testPhoto();
    const packetOf = async (name: string) =>
      ((await request(server.imke).post('/api/packets').send({ name }).expect(201)).body as OpenPacket).id;
    const [given, kept] = [await packetOf('Jory’s'), await packetOf('mine')];
    for (const [packetId, bytes] of [
      [given, photo],
      [kept, photo],
      [given, await testPhoto({ colour: '#101010' })],
    ] as const)
      await sendWhole(
        server.imke,
        {
          packetId,
          clientKey: `given-${packetId.slice(0, 8)}-${bytes.length}`,
          name: 'a.jpg',
          sha256: sha256Of(bytes),
        },
        bytes,
      ).expect(201);
    const before = (await request(server.imke).get(`/api/packets/${given}`).expect(200)).body as OpenPacket;
    await request(server.imke)
      .post(`/api/packets/${given}/give`)
      .send({ to: server.people.jory })
      .expect(204);
    await request(server.imke).get(`/api/packets/${given}`).expect(404);
    await request(server.imke).get(`/api/photos/${before.pages[1].photo.id}`).expect(404);
    const after = (await request(server.jory).get(`/api/packets/${given}`).expect(200)).body as OpenPacket;
    expect(after.pages.map(({ photo: { sha256 } }) => sha256)).toEqual(
      before.pages.map(({ photo: { sha256 } }) => sha256),
    );
    for (const page of after.pages)
      await request(server.jory).get(`/api/photos/${page.photo.id}`).expect(200);
    // The same photo in a packet that stays is still the giver's.
    const mine = (await request(server.imke).get(`/api/packets/${kept}`).expect(200)).body as OpenPacket;
    await request(server.imke).get(`/api/photos/${mine.pages[0].photo.id}`).expect(200);
    await request(server.jory).post(`/api/packets/${kept}/give`).send({ to: server.people.jory }).expect(404);
  });
});
