import { Writable } from 'node:stream';
import { pino } from 'pino';
import request from 'supertest';
import type { Pairing, Problem } from '@ravlo/contract';
import { openTestServer, type TestServer } from '../testing/testServer';
import { openAuthority, shortFingerprint } from './secure/authority';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

const LAN = { Host: '192.168.7.7:4310' };
const OPEN = { Host: 'ravlo.school.example', 'X-Forwarded-For': '203.0.113.5', 'X-Forwarded-Proto': 'https' };

describe('plain http, where other devices come over https', () => {
  const secure = async () => {
    const { cert } = await openAuthority(server.dir);
    const authority = { cert, fingerprint: shortFingerprint(cert) };
    return server.setUp({ authority, reach: { ...server.reach, lan: 'secure' } });
  };

  it('shows them the way, whatever they ask for, and nothing of Ravlo', async () => {
    const app = await secure();
    for (const address of ['/', '/packet/1', '/pair', '/_expo/static/js/entry.js']) {
      const { text } = await request(app).get(address).set(LAN).expect(200);
      expect(text).toMatch('href="https://192.168.7.7:4311/pair"');
      expect(text).not.toMatch(/Imke|Code on the computer/);
    }
    expect((await request(app).get('/carry-code.js').set(LAN).expect(200)).text).toMatch('location.hash');
    const answer = await request(app).get('/api/packets').set(LAN).expect(403);
    expect((answer.body as Problem).type).toBe('/problems/forbidden');
    await request(app).post('/pair').set(LAN).type('form').send({ code: 'ABCD2345' }).expect(403);
  });

  it('hands the authority out, and the fingerprint to know it by', async () => {
    const app = await secure();
    const { body, type } = await request(app)
      .get('/ravlo-authority.crt')
      .set(LAN)
      .responseType('blob')
      .expect(200);
    expect(type).toBe('application/x-x509-ca-cert');
    const pem = (await openAuthority(server.dir)).cert;
    expect((body as Buffer).toString('base64')).toBe(pem.replace(/-----[^-]+-----|\s/g, ''));
    const code = (await request(app).post('/api/phones/code').expect(201)).body as Pairing;
    expect(code.fingerprint).toBe(shortFingerprint(pem));
    expect(code.links).toEqual([`http://192.168.7.7:4310/pair#${code.code}`]);
  });

  it('stays as it is on the machine itself', async () => {
    await request(await secure())
      .get('/api/packets')
      .expect(200);
  });
});

describe('behind a proxy', () => {
  const publicUrl = new URL('https://ravlo.school.example');
  const app = () => server.setUp({ trustProxy: 1, reach: { ...server.reach, lan: 'off', publicUrl } });

  it('answers under its address in the open, to paired devices', async () => {
    const code = (await request(app()).post('/api/phones/code').expect(201)).body as Pairing;
    expect(code.links).toEqual([`https://ravlo.school.example/pair#${code.code}`]);
    await request(app()).get('/api/packets').set(OPEN).expect(401);
    const paired = await request(app())
      .post('/pair')
      .set({ ...OPEN, Origin: 'https://ravlo.school.example' })
      .type('form')
      .send({ code: code.code })
      .expect(303);
    const [cookie] = paired.headers['set-cookie'] as unknown as string[];
    expect(cookie).toMatch(/; Secure/);
    expect(paired.headers['strict-transport-security']).toBe('max-age=15552000');
    await request(app())
      .get('/api/packets')
      .set({ ...OPEN, Cookie: cookie!.split(';')[0] })
      .expect(200);
  });

  it('takes no other name and no other origin', async () => {
    await request(app())
      .get('/api/packets')
      .set({ ...OPEN, Host: 'evil.example' })
      .expect(403);
    await request(app())
      .post('/pair')
      .set({ ...OPEN, Origin: 'https://evil.example' })
      .expect(403);
    await request(app()).get('/api/packets').set(LAN).expect(403);
  });

  it('never takes somebody whom a proxy passes on for the machine itself', async () => {
    const passedOn = { Host: 'localhost:4310', 'X-Forwarded-For': '203.0.113.5' };
    await request(app()).get('/api/packets').set(passedOn).expect(401);
    await request(server.imke).get('/api/packets').set(passedOn).expect(401);
  });

  it('tells nobody on the own machine to come over https only', async () => {
    const { headers } = await request(app()).get('/api/packets').expect(200);
    expect(headers).not.toHaveProperty('strict-transport-security');
  });
});

test('no secret gets into the log', async () => {
  let written = '';
  const into = new Writable({
    write(bytes: Buffer, _encoding, done) {
      written += bytes.toString();
      done();
    },
  });
  const app = server.setUp({ log: pino({ level: 'trace' }, into) });
  await request(app).get('/pair?code=SECRET22').set(LAN).set('Cookie', 'ravlo_phone=SECRET33');
  await request(app)
    .post('/pair?code=SECRET44')
    .set(LAN)
    .set('Cookie', 'ravlo_phone=SECRET55')
    .type('form')
    .send({ code: 'SECRET66' });
  const { code } = (await request(app).post('/api/phones/code').expect(201)).body as Pairing;
  const paired = await request(app).post('/pair').set(LAN).type('form').send({ code }).expect(303);
  expect(written).toMatch('/pair');
  expect(written).not.toMatch(/SECRET/);
  expect(written).not.toMatch((paired.headers['set-cookie'] as unknown as string[])[0]!.slice(12, 40));
});
