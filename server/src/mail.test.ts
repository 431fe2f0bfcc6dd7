import { readdir, readFile } from 'node:fs/promises';
import { createServer, type AddressInfo, type Server } from 'node:net';
import path from 'node:path';
import PostalMime from 'postal-mime';
import request from 'supertest';
import { MOST_MAIL_BYTES, type Mail, type MailTray, type Problem } from '@ravlo/contract';
import { briefNamed, handingOf, handOverWork, newKey, testPdf } from '../testing/deskWork';
import { sendHanded, sha256Of } from '../testing/sendPhoto';
import { openTestServer, type TestServer } from '../testing/testServer';
import { loadDesk } from './demo/loadDesk';
import { createMailer, type Mailer } from './mail/mailer';

let server: TestServer;
beforeEach(async () => {
  server = await openTestServer();
  await loadDesk(server.db, server.writer, server.people, server.handed);
  await request(server.imke).post('/api/desk/join').send({ code: 'MPHX6358' }).expect(200);
});
afterEach(() => server.close());

const tray = async (app = server.imke) =>
  ((await request(app).get('/api/mails').expect(200)).body as MailTray).mails;
const received = path.join.bind(null, 'mail', 'received');
const emlFiles = async () => {
  const folder = path.join(server.dir, received());
  return Promise.all((await readdir(folder)).map((name) => readFile(path.join(folder, name))));
};
const draft = {
  to: 'ada.holm@skerry-point.example',
  subject: 'Rope log Tarn Imke',
  text: 'Dear Ada,\nhere it is.\n.\nImke',
};

async function byMail(key = newKey(), change: object = {}) {
  const { brief } = await briefNamed(server.imke, 'Rope log');
  const bytes = await testPdf(1, key);
  await sendHanded(server.imke, key, bytes).expect(204);
  const handing = { ...handingOf(key, bytes), mail: draft, ...change };
  const enter = () => request(server.imke).post(`/api/briefs/${brief.id}/attempts`).send(handing);
  return { enter, bytes, brief };
}

describe('work that is handed over by mail', () => {
  it('is one message with the very file, as an independent reader reads what the stand-in received', async () => {
    const { enter, bytes } = await byMail();
    const { body } = await enter().expect(201);
    expect(body).toMatchObject({ receipt: { by: { kind: 'mail', to: draft.to, subject: draft.subject } } });
    const [eml, ...others] = await emlFiles();
    expect(others).toEqual([]);
    const message = await PostalMime.parse(eml ?? Buffer.alloc(0));
    expect(message).toMatchObject({ subject: draft.subject, to: [{ address: draft.to }] });
    expect(message.text?.replace(/\r\n/g, '\n').trim()).toBe(draft.text);
    const [attachment] = message.attachments;
    expect(attachment).toMatchObject({ filename: 'work.pdf', mimeType: 'application/pdf' });
    expect(sha256Of(Buffer.from(attachment?.content as ArrayBuffer))).toBe(sha256Of(bytes));
  });

  it('stands in the tray of the student and of the class’s markers, the same bytes at both ends; and of nobody else', async () => {
    const { enter } = await byMail();
    await enter().expect(201);
    const [mail] = await tray();
    expect(mail).toMatchObject({
      about: 'work',
      state: 'sent',
      isMadeUp: true,
      isSame: true,
      text: draft.text,
    });
    expect((await tray(server.ada)).map(({ id }) => id)).toEqual([mail?.id]);
    expect(await tray(server.jory)).toEqual([]);
    const attachment = `/api/mails/${mail?.id}/attachments/0`;
    await request(server.ada).get(attachment).expect(200);
    await request(server.jory).get(attachment).expect(404);
    await request(server.jory).get(`/api/mails/${mail?.id}/message`).expect(404);
    await request(server.nobody).get(attachment).expect(401);
  });

  it('goes once, also when it is asked for twice at once and again', async () => {
    const { enter } = await byMail();
    const answers = await Promise.all([enter(), enter()]);
    answers.push(await enter());
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201]);
    expect(await emlFiles()).toHaveLength(1);
  });

  it('goes to where the brief says, whatever the draft says', async () => {
    const { enter } = await byMail(newKey(), { mail: { ...draft, to: 'somebody@else.example' } });
    const { body } = await enter().expect(201);
    expect(body).toMatchObject({ receipt: { by: { to: draft.to } } });
  });

  it.each([
    ['a second line in its subject', { subject: 'Rope log\r\nBcc: all@school.example' }],
    ['no subject', { subject: '  ' }],
    ['two addresses', { to: 'a@b.example, c@d.example' }],
  ])('is refused with %s, and nothing is handed over', async (_name, change) => {
    const { enter } = await byMail(newKey(), { mail: { ...draft, ...change } });
    await enter().expect(400);
    expect(await emlFiles()).toEqual([]);
    expect((await briefNamed(server.imke, 'Rope log')).attempts).toEqual([]);
  });

  it('needs a message, and cannot be taken back', async () => {
    const without = await byMail(newKey(), { mail: undefined });
    await without.enter().expect(400);
    const { enter } = await byMail();
    const { body } = await enter().expect(201);
    await request(server.imke)
      .post(`/api/attempts/${(body as { id: string }).id}/take-back`)
      .expect(409);
  });
});

describe('a receipt', () => {
  const withAddress = (email: string) =>
    request(server.imke)
      .put(`/api/household/people/${server.people.imke}`)
      .send({ firstName: 'Imke', surname: 'Tarn', studentNumber: '', pattern: 'waves', email });

  it('is mailed to whoever wants it, signed, as a file', async () => {
    await withAddress('imke@skerry-point.example').expect(200);
    const { brief } = await briefNamed(server.imke, 'Tides, week 3');
    const { receipt } = await handOverWork(server.imke, brief.id, await testPdf(4));
    const mails = await settled(1);
    expect(mails[0]).toMatchObject({ about: 'receipt', subject: 'Receipt: Tides, week 3, attempt 1' });
    expect(mails[0]?.text).toContain(receipt.sha256);
    const file = await request(server.imke).get(`/api/mails/${mails[0]?.id}/attachments/0`).expect(200);
    expect(file.body).toEqual(receipt);
  });

  it('goes nowhere without an address, and no address is a line of headers', async () => {
    await withAddress('imke@x.example\r\nBcc: b@y.example').expect(400);
    await withAddress('').expect(200);
    const { brief } = await briefNamed(server.imke, 'Tides, week 3');
    await handOverWork(server.imke, brief.id, await testPdf(4));
    expect(await tray()).toEqual([]);
  });

  /** It goes after the answer. */
  async function settled(count: number): Promise<Mail[]> {
    for (let i = 0; i < 100; i++) {
      const mails = (await tray()).filter(({ state }) => state === 'sent');
      if (mails.length >= count) return mails;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    return tray();
  }
});

describe('a file that is shared by mail', () => {
  it('is sent as it is on the device, once', async () => {
    const [key, bytes] = [newKey(), await testPdf(2)];
    await sendHanded(server.imke, key, bytes).expect(204);
    const send = (sha256: string) =>
      request(server.imke)
        .post('/api/mails')
        .send({ key, ...draft, fileName: '../tides.pdf', sha256 });
    await send('0'.repeat(64)).expect(422);
    const { body } = await send(sha256Of(bytes)).expect(201);
    expect(body).toMatchObject({ about: 'file', attachments: [{ bytes: bytes.length }] });
    expect((body as Mail).attachments[0]?.name).not.toContain('/');
    await send(sha256Of(bytes)).expect(201);
    expect(await emlFiles()).toHaveLength(1);
  });
});

describe('a mail server that does not take it', () => {
  let refusing: Server;
  let says: string;
  let taken: number;
  let mailer: Mailer;
  beforeEach(async () => {
    [says, taken] = ['554 No room', 0];
    refusing = createServer((socket) => {
      socket.on('error', () => undefined);
      socket.write(`${says}\r\n`);
      taken++;
      if (says.startsWith('5')) socket.end();
    });
    await new Promise<void>((resolve) => refusing.listen(0, '127.0.0.1', resolve));
    const { port } = refusing.address() as AddressInfo;
    mailer = await createMailer({
      ...{ db: server.db, writer: server.writer, dataDir: server.dir, standIn: server.standIn },
      ...{ smtpUrl: `smtp://127.0.0.1:${port}`, from: 'ravlo@localhost' },
    });
  });
  afterEach(() => new Promise((resolve) => refusing.close(resolve)));

  const message = () => ({
    ...{ personId: server.people.imke, key: 'message-key-00000001', about: 'file' as const, ...draft },
    attachments: [{ name: 'a.txt', text: 'a' }],
  });

  it('is told; the message is kept as not sent, and can be sent again', async () => {
    await expect(mailer.send(message())).rejects.toMatchObject({ kind: 'mail-refused' });
    expect(await tray()).toMatchObject([{ state: 'failed', isMadeUp: false, isSame: null }]);
    await expect(mailer.send(message())).rejects.toMatchObject({ kind: 'mail-refused' });
    expect(taken).toBe(2);
    expect(await tray()).toHaveLength(1);
  });

  it('in the middle of which something broke: it is not sent again before that has been said', async () => {
    await expect(mailer.send(message())).rejects.toMatchObject({ kind: 'mail-refused' });
    await server.db.mails.update({ state: 'sending' }, { where: {} });
    expect(await tray()).toMatchObject([{ state: 'unsure' }]);
    await expect(mailer.send(message())).rejects.toMatchObject({ kind: 'mail-unsure' });
    expect(taken).toBe(1);
  });

  it('is not even asked to take what is too big', async () => {
    const big = path.join(server.dir, 'big');
    const { truncate, writeFile } = await import('node:fs/promises');
    await writeFile(big, '');
    await truncate(big, MOST_MAIL_BYTES + 1);
    const attempt = mailer.send({ ...message(), attachments: [{ name: 'big.pdf', place: big }] });
    await expect(attempt).rejects.toMatchObject({ kind: 'mail-too-big' });
    expect(taken).toBe(0);
  });
});

describe('the stand-in', () => {
  it('is found out about after a crash in the middle: what came is not sent again', async () => {
    const key = newKey();
    const { enter, bytes } = await byMail(key);
    await enter().expect(201);
    const row = await server.db.mails.findOne();
    await row?.update({ state: 'sending' });
    await server.db.attempts.destroy({ where: {} });
    await sendHanded(server.imke, key, bytes).expect(204);
    await enter().expect(201);
    expect(await emlFiles()).toHaveLength(1);
    expect((await tray())[0]?.state).toBe('sent');
  });

  it('answers a problem, not a crash, where a message is not there', async () => {
    const { body } = await request(server.imke)
      .get('/api/mails/00000000-0000-4000-8000-000000000000/message')
      .expect(404);
    expect((body as Problem).type).toBe('/problems/not-found');
  });
});
