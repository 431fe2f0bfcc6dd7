import { get } from 'node:http';
import type { AddressInfo } from 'node:net';
import request from 'supertest';
import { CODE_ALPHABET, type OpenPacket, type Pairing, type Phones, type Problem } from '@ravlo/contract';
import type { ProblemError } from './problems';
import { CODE_LIFE, createPhones, PHONE_LIFE } from './store/phones';
import { deviceName } from './http/pairRoutes';
import { openTestServer, type TestServer } from '../testing/testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

/** A request that comes in under this machine's name on its network. */
const LAN = { Host: '192.168.7.7:4310' };
const newCode = async () =>
  ((await request(server.imke).post('/api/phones/code').expect(201)).body as Pairing).code;
const enter = (code: string) =>
  request(server.imke).post('/pair').set(LAN).type('form').set('User-Agent', 'X (iPhone; X)').send({ code });
const list = async () => (await request(server.imke).get('/api/phones').expect(200)).body as Phones;

describe('a device on the network', () => {
  it('sees the pairing page and nothing else', async () => {
    for (const address of ['/', '/packet/1', '/_expo/static/js/entry.js', '/pair']) {
      const { text, status } = await request(server.imke).get(address).set(LAN);
      expect([address, status]).toEqual([address, address === '/pair' ? 200 : 401]);
      expect(text).toMatch('Code on the computer');
      expect(text).not.toMatch(/Imke/);
    }
    for (const address of ['/api/packets', '/api/health', '/api/phones', '/api/events', '/api/uploads/1']) {
      const answer = await request(server.imke).get(address).set(LAN).expect(401);
      expect((answer.body as Problem).type).toBe('/problems/not-paired');
    }
    await request(server.imke).post('/api/packets').set(LAN).send({}).expect(401);
  });

  it('gets in with a code, once, and stays in until it is forgotten', async () => {
    const code = await newCode();
    const shown = await request(server.imke).get(`/pair?code=${code}`).set(LAN).expect(200);
    expect(shown.text).toMatch(`value="${code}"`);
    const paired = await enter(` ${code.slice(0, 4).toLowerCase()}-${code.slice(4)} `).expect(303);
    // Several people share this Ravlo: the phone is asked whose hands it is in.
    expect(paired.headers.location).toBe('/people');
    const [cookie] = paired.headers['set-cookie'] as unknown as string[];
    expect(cookie).toMatch(/HttpOnly/i);
    const asPhone = { ...LAN, Cookie: cookie.split(';')[0] };
    await request(server.imke).get('/api/packets').set(asPhone).expect(200);
    await request(server.imke).post('/api/phones/code').set(asPhone).expect(403);
    expect((await request(server.imke).get('/api/phones').set(asPhone).expect(200)).body).toMatchObject({
      isHere: false,
      phones: [],
    });
    expect((await enter(code).expect(401)).text).toMatch(/not good any more/);

    const [phone] = (await list()).phones;
    expect(phone.name).toBe('iPhone');
    await request(server.imke).delete(`/api/phones/${phone.id}`).set(asPhone).expect(403);
    await request(server.imke).delete(`/api/phones/${phone.id}`).expect(204);
    await request(server.imke).get('/api/packets').set(asPhone).expect(401);
  });

  it('does not get in with nonsense', async () => {
    for (const code of ['', 'short', '<b>ABCD2345</b>', `${'A'.repeat(30)}`]) {
      expect((await enter(code).expect(401)).text).not.toMatch('<b>');
    }
  });
});

describe('codes', () => {
  const open = (now: () => number = Date.now) =>
    createPhones(server.db, server.writer, server.people.ada, now);
  const WRONG = CODE_ALPHABET.slice(0, 8);
  const [STRANGER, FRIEND] = ['198.51.100.7', '192.168.7.8'];

  it('are void after ten minutes', async () => {
    let now = Date.now();
    const phones = open(() => now);
    const { code } = await phones.openCode();
    now += CODE_LIFE + 1;
    await expect(phones.pair(code, 'X', FRIEND)).rejects.toThrow(/not good/);
  });

  it('outlive a restart, and are not kept in words', async () => {
    const { code } = await open().openCode();
    expect(JSON.stringify(await server.db.pairingCodes.findAll())).not.toMatch(code);
    await expect(open().pair(code, 'X', FRIEND)).resolves.toMatch(/^.{40,}$/);
    await expect(open().pair(code, 'X', FRIEND)).rejects.toThrow(/not good/);
  });

  it('stay good whatever a stranger guesses, who has to wait longer and longer', async () => {
    let now = Date.now();
    const phones = open(() => now);
    const { code } = await phones.openCode();
    const kinds: string[] = [];
    for (let i = 0; i < 100; i++)
      await phones.pair(WRONG, 'X', STRANGER).catch((error: ProblemError) => kinds.push(error.kind));
    expect(kinds.filter((kind) => kind === 'not-paired')).toHaveLength(5);
    expect(kinds.slice(5).every((kind) => kind === 'too-many-tries')).toBe(true);
    // Not even the right one is looked at while the address has to wait.
    await expect(phones.pair(code, 'X', STRANGER)).rejects.toThrow(/Wait 2 seconds/);
    now += 2000;
    await expect(phones.pair(WRONG, 'X', STRANGER)).rejects.toThrow(/not good/);
    now += 2000;
    await expect(phones.pair(WRONG, 'X', STRANGER)).rejects.toThrow(/Wait 2 seconds/);
    await expect(phones.pair(code, 'X', FRIEND)).resolves.toBeTruthy();
  });

  it('are five at most: the oldest gives way', async () => {
    let now = Date.now();
    const phones = open(() => (now += 1));
    const codes: string[] = [];
    for (let i = 0; i < 6; i++) codes.push((await phones.openCode()).code);
    await expect(phones.pair(codes[0]!, 'X', FRIEND)).rejects.toThrow(/not good/);
    await expect(phones.pair(codes[1]!, 'X', FRIEND)).resolves.toBeTruthy();
  });
});

describe('a paired device', () => {
  it('pairs again when it was away for three months', async () => {
    let now = Date.now();
    const phones = createPhones(server.db, server.writer, server.people.ada, () => now);
    const secret = await phones.pair((await phones.openCode()).code, 'Old phone', '192.168.7.9');
    now += PHONE_LIFE - 1;
    expect(await phones.known(secret)).not.toBeNull();
    now += PHONE_LIFE + 1;
    expect(await phones.known(secret)).toBeNull();
    expect(await phones.list()).toEqual([]);
  });

  it('is cut off in the moment in which it is forgotten, and nobody sits at it any more', async () => {
    const paired = await enter(await newCode()).expect(303);
    const cookies = (paired.headers['set-cookie'] as unknown as string[]).map((each) => each.split(';')[0]);
    const seated = await request(server.nobody)
      .post('/api/household/now')
      .set({ ...LAN, Cookie: cookies.join('; ') })
      .send({ personId: server.people.imke })
      .expect(200);
    cookies.push((seated.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]);
    const headers = { ...LAN, Cookie: cookies.join('; ') };
    const { body } = await request(server.nobody).get('/api/household').set(headers).expect(200);
    expect((body as { now: string }).now).toBe(server.people.imke);

    const listening = server.imke.listen(0, '127.0.0.1');
    try {
      await new Promise((resolve) => listening.once('listening', resolve));
      const { port } = listening.address() as AddressInfo;
      const ended = new Promise<void>((resolve, reject) => {
        const asked = get({ port, path: '/api/events', headers }, (events) => {
          events.once('data', () => void forgetAll().catch(reject));
          events.once('close', resolve);
          events.once('error', () => undefined);
        });
        asked.once('error', () => resolve());
      });
      await ended;
    } finally {
      listening.closeAllConnections();
      await new Promise((resolve) => listening.close(resolve));
    }
    const after = await request(server.imke).get('/api/packets').set(headers).expect(401);
    expect(after.headers['clear-site-data']).toBe('"cache"');
    expect(await server.db.seats.count({ where: { personId: server.people.imke } })).toBe(0);
  });

  const forgetAll = async () => {
    for (const { id } of (await list()).phones) await server.phones.forget(id);
  };
});

test('devices are called by their kind', () => {
  expect(deviceName('Mozilla/5.0 (Linux; Android 14; X) Mobile Safari')).toBe('Android phone');
  expect(deviceName('')).toBe('Device');
});

test('a change is told to whoever listens', async () => {
  const listening = server.imke.listen(0, '127.0.0.1');
  try {
    await new Promise((resolve) => listening.once('listening', resolve));
    const { port } = listening.address() as AddressInfo;
    const events = await fetch(`http://127.0.0.1:${port}/api/events`);
    expect(events.headers.get('content-type')).toMatch('text/event-stream');
    const reader = events.body?.pipeThrough(new TextDecoderStream()).getReader();
    const { body } = await request(server.imke).post('/api/packets').send({}).expect(201);
    let heard = '';
    while (!heard.includes((body as OpenPacket).id)) heard += (await reader?.read())?.value ?? '';
    expect(heard).toMatch(/event: packet-changed\ndata: \{"packetId":/);
  } finally {
    listening.closeAllConnections();
    await new Promise((resolve) => listening.close(resolve));
  }
});
