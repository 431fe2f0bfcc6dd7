import { mkdir, readdir, readFile, symlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import request from 'supertest';
import type { ClassFolders, Problem } from '@ravlo/contract';
import { briefNamed, handingOf, handOverWork, newKey, testPdf } from '../testing/deskWork';
import { sendHanded, sha256Of } from '../testing/sendPhoto';
import { openTestServer, type TestServer } from '../testing/testServer';
import { loadDesk } from './demo/loadDesk';

let server: TestServer;
let briefId: string;
let folder: string;
beforeEach(async () => {
  server = await openTestServer();
  await loadDesk(server.db, server.writer, server.people, server.handed);
  for (const app of [server.imke, server.jory])
    await request(app).post('/api/desk/join').send({ code: 'MPHX6358' }).expect(200);
  const { brief } = await briefNamed(server.imke, 'Boat sketch');
  briefId = brief.id;
  folder = path.join(server.dir, 'folders', brief.classId, 'Boat sketches');
});
afterEach(() => server.close());

const foldersOf = async (app = server.ada) =>
  ((await request(app).get('/api/folders').expect(200)).body as ClassFolders).classes;

it('is made where there is none, and takes the very bytes; the receipt says where', async () => {
  const bytes = await testPdf(1);
  const { receipt } = await handOverWork(server.imke, briefId, bytes, { fileName: 'Tarn boat.pdf' });
  expect(receipt.by).toEqual({ kind: 'folder', folder: 'Boat sketches', name: 'Tarn boat.pdf' });
  expect(sha256Of(await readFile(path.join(folder, 'Tarn boat.pdf')))).toBe(sha256Of(bytes));
});

it('never overwrites: another file of the same name gets a number, also both at once', async () => {
  const files = [await testPdf(1), await testPdf(2), await testPdf(3)];
  const names = await Promise.all(
    [server.imke, server.jory].map(async (app, i) => {
      const { receipt } = await handOverWork(app, briefId, files[i] ?? Buffer.alloc(0), {
        fileName: 'boat.pdf',
      });
      return receipt.by?.kind === 'folder' ? receipt.by.name : '';
    }),
  );
  expect([...names].sort()).toEqual(['boat 2.pdf', 'boat.pdf']);
  await handOverWork(server.imke, briefId, files[2] ?? Buffer.alloc(0), { fileName: 'boat.pdf' });
  expect((await readdir(folder)).sort()).toEqual(['boat 2.pdf', 'boat 3.pdf', 'boat.pdf']);
  for (const [i, name] of names.entries())
    expect(sha256Of(await readFile(path.join(folder, name)))).toBe(sha256Of(files[i] ?? Buffer.alloc(0)));
});

it('says of what was taken back that it was, and keeps it', async () => {
  const { id } = await handOverWork(server.imke, briefId, await testPdf(1), { fileName: 'boat.pdf' });
  await request(server.imke).post(`/api/attempts/${id}/take-back`).expect(200);
  expect(await readdir(folder)).toEqual(['boat (taken back).pdf']);
});

it('is looked into by its markers, by students as far as it is theirs, and by nobody else', async () => {
  await handOverWork(server.imke, briefId, await testPdf(1), { fileName: 'imke.pdf' });
  await handOverWork(server.jory, briefId, await testPdf(2), { fileName: 'jory.pdf' });
  const names = async (app = server.ada) =>
    (await foldersOf(app)).flatMap(({ folders }) =>
      folders.flatMap(({ files }) => files.map(({ name }) => name)),
    );
  expect(await names()).toEqual(['imke.pdf', 'jory.pdf']);
  expect(await names(server.imke)).toEqual(['imke.pdf']);
  const [{ id } = { id: '' }] = await foldersOf();
  const file = (name: string) => `/api/folders/${id}/Boat%20sketches/${encodeURIComponent(name)}`;
  await request(server.ada).get(file('jory.pdf')).expect(200);
  await request(server.imke).get(file('jory.pdf')).expect(404);
  const { id: wim } = await server.db.people.create({ firstName: 'Wim' });
  expect(await names(server.appOf(wim))).toEqual([]);
  await request(server.appOf(wim)).get(file('imke.pdf')).expect(404);
  for (const name of ['../../ravlo.sqlite', '..', 'nothing.pdf'])
    await request(server.ada).get(file(name)).expect(404);
  await request(server.nobody).get('/api/folders').expect(401);
});

describe('that cannot be used', () => {
  const refused = async () => {
    const [key, bytes] = [newKey(), await testPdf(1)];
    await sendHanded(server.imke, key, bytes).expect(204);
    const answer = await request(server.imke)
      .post(`/api/briefs/${briefId}/attempts`)
      .send(handingOf(key, bytes))
      .expect(409);
    expect((answer.body as Problem).type).toBe('/problems/folder-refused');
    expect((await briefNamed(server.imke, 'Boat sketch')).attempts).toEqual([]);
  };

  it('because a file lies in its place: nothing is handed over, and that is said', async () => {
    await mkdir(path.dirname(folder), { recursive: true });
    await writeFile(folder, 'a file');
    await refused();
    expect(await readFile(folder, 'utf8')).toBe('a file');
  });

  it('because it leads out of where folders are: nothing is written there', async () => {
    const outside = path.join(server.dir, 'outside');
    await mkdir(outside);
    await mkdir(path.dirname(folder), { recursive: true });
    await symlink(outside, folder);
    await refused();
    expect(await readdir(outside)).toEqual([]);
  });
});
