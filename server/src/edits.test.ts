import request from 'supertest';
import {
  MOST_JSON_BYTES,
  MOST_NOTES,
  MOST_PAGES,
  MOST_POINTS,
  MOST_STROKE_POINTS,
  type Edits,
  type Edited,
  type Note,
  type OpenPacket,
  type Page,
  type Problem,
  type Recipe,
  type RecipeOutline,
  type RecipePatch,
} from '@ravlo/contract';
import { sendWhole, sha256Of } from '../testing/sendPhoto';
import { openTestServer, testPhoto, type TestServer } from '../testing/testServer';

let server: TestServer;
let packet: OpenPacket;
let photos: Buffer[];
beforeAll(async () => {
  server = await openTestServer();
  photos = await Promise.all(['#a00', '#0a0', '#00a'].map((colour) => testPhoto({ colour })));
});
afterAll(() => server.close());

const open = async (id = packet.id) =>
  (await request(server.imke).get(`/api/packets/${id}`).expect(200)).body as OpenPacket;
let keys = 0;
beforeEach(async () => {
  packet = (await request(server.imke).post('/api/packets').send({}).expect(201)).body as OpenPacket;
  for (const photo of photos) {
    const facts = { packetId: packet.id, name: 'a.jpg', sha256: sha256Of(photo) };
    await sendWhole(server.imke, { ...facts, clientKey: `edits-key-${++keys}` }, photo).expect(201);
  }
  packet = await open();
});

const edit = (edits: Partial<Edits>) =>
  request(server.imke)
    .patch('/api/edits')
    .send({ packets: [], pages: [], ...edits });
const editPage = (page: Page, patch: RecipePatch) => edit({ pages: [{ pageId: page.id, patch }] });
const found = (page: Page, body: unknown) =>
  request(server.imke)
    .put(`/api/pages/${page.id}/found`)
    .send(body as object);
const recipes = async () => (await open()).pages.map(({ recipe }) => recipe);

const toPen: RecipePatch = { look: { from: 'daylight', to: 'pen' } };
const turned: RecipePatch = { turn: { from: 0, to: 90 } };
const label = (id: string, text: string): Note => ({
  id,
  kind: 'label',
  turn: 0,
  x: 1,
  y: 2,
  text,
  size: 5,
  colour: 'ink',
});

describe('edits', () => {
  it('of different fields from two windows are merged', async () => {
    const [page] = packet.pages;
    await editPage(page, toPen).expect(200);
    const { body } = await editPage(page, turned).expect(200);
    expect((body as Edited).pages[0]).toMatchObject({ version: 3, recipe: { look: 'pen', turn: 90 } });
  });

  it('of the same field are refused with the page as it is, whichever comes second', async () => {
    const [page] = packet.pages;
    await editPage(page, toPen).expect(200);
    const { body } = await editPage(page, { look: { from: 'daylight', to: 'as-shot' } }).expect(409);
    const { type, conflicts } = body as Problem;
    expect(type).toBe('/problems/changed-elsewhere');
    expect(conflicts).toMatchObject({ pages: [{ page: { recipe: { look: 'pen' } }, fields: ['look'] }] });
  });

  it('that are sent again after a lost answer change nothing and are not refused', async () => {
    const [page] = packet.pages;
    await editPage(page, turned).expect(200);
    await editPage(page, turned).expect(200);
    expect((await recipes())[0].turn).toBe(90);
  });

  it('of many pages are made together or not at all', async () => {
    const [a, b, c] = packet.pages;
    const all = (patch: RecipePatch) => ({ pages: [a, b, c].map(({ id }) => ({ pageId: id, patch })) });
    await editPage(b, { turn: { from: 0, to: 180 } }).expect(200);
    await edit(all(turned)).expect(409);
    expect((await recipes()).map(({ turn }) => turn)).toEqual([0, 180, 0]);
    await edit(all(toPen)).expect(200);
    expect((await recipes()).map(({ look }) => look)).toEqual(['pen', 'pen', 'pen']);
  });

  it('of what has been deleted elsewhere say what is gone', async () => {
    const [a, b, c] = packet.pages.map(({ id }) => id);
    const arrange = { packets: [{ packetId: packet.id, pageIds: [a, c] }], known: [a, b, c] };
    await request(server.imke).put('/api/packets/arrangement').send(arrange).expect(200);
    const { body } = await edit({ pages: [a, b].map((pageId) => ({ pageId, patch: turned })) }).expect(409);
    expect((body as Problem).conflicts).toEqual({ pages: [], packets: [], gone: [b] });
    expect((await recipes())[0].turn).toBe(0);
  });

  it('of notes are merged note by note', async () => {
    const [page] = packet.pages;
    const add = (note: Note): RecipePatch => ({ notes: { [note.id]: { from: null, to: note, at: 0 } } });
    await editPage(page, add(label('note-a', 'one'))).expect(200);
    await editPage(page, add(label('note-b', 'two'))).expect(200);
    expect((await recipes())[0].notes?.map(({ id }) => id)).toEqual(['note-b', 'note-a']);
  });

  it('of name and paper are merged like those of a page', async () => {
    const facts = (patch: Edits['packets'][number]['patch']) =>
      edit({ packets: [{ packetId: packet.id, patch }] });
    await facts({ name: { from: 'Not named yet', to: 'Tides' } }).expect(200);
    await facts({ paper: { from: 'a4', to: 'letter' } }).expect(200);
    const { body } = await facts({ name: { from: 'Not named yet', to: 'Knots' } }).expect(409);
    expect((body as Problem).conflicts?.packets[0]).toMatchObject({
      packet: { name: 'Tides', paper: 'letter' },
      fields: ['name'],
    });
  });
});

describe('many edits at one moment', () => {
  it('are all made, beside uploads and reads', async () => {
    const pages = [packet.pages[0]];
    for (let k = 0; k < 20; k++)
      pages.push((await request(server.imke).post(`/api/pages/${pages[0].id}/copy`).send({})).body as Page);
    const sends = photos.map((photo, i) =>
      sendWhole(
        server.imke,
        { packetId: packet.id, name: 'a.jpg', sha256: sha256Of(photo), clientKey: `at-once-${++keys}-${i}` },
        photo,
      ),
    );
    const reads = pages.map(() => request(server.imke).get('/api/packets'));
    const answers = await Promise.all([...pages.map((page) => editPage(page, turned)), ...sends, ...reads]);
    expect(answers.filter(({ status }) => status >= 300)).toEqual([]);
    expect((await recipes()).filter(({ turn }) => turn === 90)).toHaveLength(21);
  });
});

describe('what Ravlo finds by itself', () => {
  const corners = [
    [1, 1],
    [200, 1],
    [200, 300],
    [1, 300],
  ];
  const sheet = { outline: { by: 'finder', corners, confidence: 0.9 }, turn: 180 };
  const byHand: Recipe['outline'] = { by: 'hand', corners: corners as never };

  it('is taken once, beside whatever a person has chosen in the meantime', async () => {
    const [page] = packet.pages;
    await editPage(page, toPen).expect(200);
    await found(page, sheet).expect(200);
    await found(page, { outline: { by: 'whole', reason: 'none-found' }, turn: 0 }).expect(200);
    expect((await recipes())[0]).toEqual({ ...sheet, look: 'pen' });
  });

  it('yields to an outline and a turn that a person has made before', async () => {
    const [page, other] = packet.pages;
    await editPage(page, { outline: { from: { by: 'pending' }, to: byHand } }).expect(200);
    await editPage(other, turned).expect(200);
    await found(page, sheet).expect(200);
    await found(other, sheet).expect(200);
    const [first, second] = await recipes();
    expect(first.outline).toEqual(byHand);
    expect(second).toMatchObject({ outline: sheet.outline, turn: 90 });
  });

  const half = (left: number): RecipeOutline => ({
    by: 'finder',
    corners: [
      [left, 0],
      [left + 40, 0],
      [left + 40, 60],
      [left, 60],
    ],
    confidence: 0.9,
  });

  it('makes two pages of a photo of an open book, one behind the other, once', async () => {
    const [, page] = packet.pages;
    const before = packet.pages.map(({ id }) => id);
    const book = { outline: half(0), turn: 90, further: [half(40)] };
    await found(page, book).expect(200);
    await found(page, book).expect(200);
    const { pages } = await open();
    expect(pages.map(({ id }) => id)).toEqual([before[0], before[1], pages[2].id, before[2]]);
    expect(pages[2].photo.id).toBe(page.photo.id);
    expect(pages.slice(1, 3).map(({ recipe }) => recipe)).toMatchObject([
      { outline: half(0), turn: 90 },
      { outline: half(40), turn: 90 },
    ]);
  });

  it('takes an open book as one sheet where a packet has no room for its pages', async () => {
    const [page] = packet.pages;
    for (let k = packet.pages.length; k < MOST_PAGES; k++)
      await request(server.imke).post(`/api/pages/${page.id}/copy`).send({}).expect(201);
    const both = (half(0) as Extract<RecipeOutline, { by: 'finder' }>).corners;
    await found(packet.pages[1], {
      outline: { ...half(0), spread: both },
      turn: 0,
      further: [half(40)],
    }).expect(200);
    const { pages } = await open();
    expect(pages).toHaveLength(MOST_PAGES);
    expect(pages[1].recipe.outline).toEqual({ by: 'hand', corners: both });
  });

  it('takes a page that cannot be told to lie as the others do, where these agree', async () => {
    const unsure = { outline: half(0), turn: 0, way: 'unsure' };
    const [a, b, c] = packet.pages;
    await found(a, unsure).expect(200);
    expect((await recipes())[0]).toMatchObject({ turn: 0, way: 'unsure' });
    await editPage(a, { turn: { from: 0, to: 270 }, way: { from: 'unsure', to: null } }).expect(200);
    expect((await recipes())[0].way).toBeUndefined();
    await found(b, { outline: half(0), turn: 270 }).expect(200);
    await found(c, unsure).expect(200);
    expect((await recipes())[2]).toMatchObject({ turn: 270 });
    expect((await recipes())[2].way).toBeUndefined();
  });

  it('never stands against a person who had not seen it yet', async () => {
    const [page] = packet.pages;
    await found(page, sheet).expect(200);
    await editPage(page, { ...turned, outline: { from: { by: 'pending' }, to: byHand } }).expect(200);
    expect((await recipes())[0]).toMatchObject({ outline: byHand, turn: 90 });
    // But an edit by hand is not overwritten in the same way.
    await editPage(page, { turn: { from: 0, to: 270 } }).expect(409);
  });
});

describe('the largest recipe that there can be', () => {
  const stroke = (n: number, count: number): Note => ({
    id: `stroke-with-a-long-id-${String(n).padStart(16, '0')}`,
    kind: 'stroke',
    turn: 0,
    x: 123.456789012345,
    y: 123.456789012345,
    width: 0.123456789012345,
    colour: 'blue',
    points: Array.from({ length: count }, () => [-123.456789012345, 1234.567890123456, 0.123456789012345]),
  });
  const full = MOST_POINTS / MOST_STROKE_POINTS;
  const notes = [
    ...Array.from({ length: full }, (_, i) => stroke(i, MOST_STROKE_POINTS)),
    ...Array.from({ length: MOST_NOTES - full }, (_, i) =>
      label(`label-${i}`.padEnd(40, '-'), 'ß'.repeat(200)),
    ),
  ];
  const adding = Object.fromEntries(notes.map((note, at) => [note.id, { from: null, to: note, at }]));

  it('goes through in one request, also as a change from itself', async () => {
    const [page] = packet.pages;
    await editPage(page, { notes: adding }).expect(200);
    expect((await recipes())[0].notes).toHaveLength(MOST_NOTES);
    const changing = Object.fromEntries(
      notes.map((note, at) => [note.id, { from: note, to: { ...note, x: note.x + 1 }, at }]),
    );
    const body = { packets: [], pages: [{ pageId: page.id, patch: { notes: changing } }] };
    expect(JSON.stringify(body).length).toBeLessThan(MOST_JSON_BYTES);
    await edit(body).expect(200);
  });

  it('and not one note more, which is said in words', async () => {
    const [page] = packet.pages;
    await editPage(page, { notes: adding }).expect(200);
    const one = label('one-too-many', 'x');
    const { body } = await editPage(page, { notes: { [one.id]: { from: null, to: one, at: 0 } } }).expect(
      422,
    );
    expect((body as Problem).detail).toMatch(/more on this page than Ravlo can keep/);
  });
});
