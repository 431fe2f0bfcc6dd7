import 'fake-indexeddb/auto';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Deleted, OpenPacket, Page, Problem } from '@ravlo/contract';
import type { Darkroom, Insight } from '@/darkroom/darkroom';
import { AWAY, realServerForTests, WELL } from '../../test/realServer';
import { until } from '../../test/until';
import { api } from './api';
import { changeRecipe, resumeEdits, turnedBy } from './editing';
import { watchPages } from './findPages';
import { selectFindFailed } from './findSlice';
import { hashOf } from './hashOf';
import { arrangePages, undo } from './history';
import { keepAnswers } from './keepAnswers';
import { measurePhoto } from './measurePhoto';
import { sendOrders, waitingOrders, watchOrders } from './orders';
import { watchAhead } from './pagesAhead';
import { addPhotos, aimPhoto, resumePhotos, withdrawPhoto } from './photos';
import { selectPhoto, selectPhotos } from './photosSlice';
import { sendPhoto } from './sendPhoto';
import { createStore, type AppStore } from './store';
import { OFFLINE, readTrouble } from './trouble';
import { wakeAll } from './wakeAll';

/** Windows in which photos are worked on as pages while one real server is away. */

const server = realServerForTests();
globalThis.crypto.randomUUID = () => randomUUID();

// Bytes go up by another door in a browser; what the server makes of them is real.
jest.mock('./sendPhoto', () => ({ sendPhoto: jest.fn() }));
jest.mock('./measurePhoto', () => ({ measurePhoto: jest.fn(async () => ({ width: 1200, height: 1600 })) }));
let isAway = false;
const setAway = (is: boolean) => {
  isAway = is;
  server.setLine(is ? AWAY : WELL);
};
jest.mocked(sendPhoto).mockImplementation(async (photo) => {
  if (isAway) return { trouble: OFFLINE };
  const { packetId, key, becomes, replaces, before, blob } = photo;
  const facts = { packetId, clientKey: key, pageId: becomes, replaces, before };
  const bytes = new Uint8Array(await blob.arrayBuffer());
  const answer = (await server.sendPhoto(facts, bytes)) as Page | Problem;
  return 'status' in answer ? { trouble: readTrouble(answer) } : { page: answer };
});

const found: Insight['found'] = { outline: { by: 'whole', reason: 'all-sheet' }, turn: 90 };
const checked = {
  verdict: { word: 'reads-well', legibility: 0.9, reasons: [] },
  signature: [1],
  isLandscape: true,
} as const;

const photo = (name: 'tides-neap' | 'passage-log' | 'tide-curve') =>
  new File([readFileSync(path.join(__dirname, '../../../demo/photos', `${name}.jpg`))], `${name}.jpg`, {
    type: 'image/jpeg',
  });

const lookInto = jest.fn(async (): Promise<Insight> => ({ found, checked }));
let closing: (() => void)[] = [];
function createWindow(): AppStore {
  const darkroom = {
    hold: () => undefined,
    photoUrl: (id: string) => `/api/photos/${id}`,
    lookInto,
  };
  const store = createStore({ darkroom: darkroom as unknown as Darkroom });
  // No test waits out what a person would not notice.
  for (const pause of [store.parts.photoPause, store.parts.editPause, store.parts.orderPause])
    jest.spyOn(pause, 'wait').mockImplementation(() => new Promise((resolve) => setTimeout(resolve, 50)));
  closing.push(watchPages(store), keepAnswers(store), watchAhead(store), watchOrders(store));
  return store;
}

/** A window on a packet, as the app has it. */
async function openWindow(packetId: string): Promise<AppStore> {
  const store = createWindow();
  await store.dispatch(api.endpoints.packet.initiate(packetId));
  await store.dispatch(resumeEdits());
  void store.dispatch(resumePhotos());
  return store;
}

afterEach(() => {
  closing.forEach((close) => close());
  closing = [];
  setAway(false);
});

const pagesIn = (store: AppStore, id: string) =>
  api.endpoints.packet.select(id)(store.getState()).data?.pages ?? [];
const idsIn = (store: AppStore, id: string) => pagesIn(store, id).map((page) => page.id);
const onServer = async (id: string) => (await server.ask('GET', `packets/${id}`)) as OpenPacket;
const settled = (ms = 700) => new Promise((resolve) => setTimeout(resolve, ms));

it('a photo that cannot go up is a page: looked into, turned, put in order; then it arrives as that very page', async () => {
  const id = await server.newPacket(2);
  const store = await openWindow(id);
  const [first, second] = idsIn(store, id);
  setAway(true);
  await store.dispatch(addPhotos(id, [photo('tides-neap')]));
  await until(() => pagesIn(store, id)[2]?.recipe.outline.by === 'whole');
  const ahead = pagesIn(store, id)[2];
  expect(ahead.photo.sha256).toBe(await hashOf(photo('tides-neap')));
  expect(ahead.recipe.turn).toBe(90);

  store.dispatch(changeRecipe(ahead, (recipe) => turnedBy(recipe, 90), 'turned'));
  const order = { packetId: id, pageIds: [ahead.id, first, second] };
  expect(await store.dispatch(arrangePages(id, [order], 'order'))).toBeNull();
  expect(idsIn(store, id)).toEqual(order.pageIds);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([first, second]);

  setAway(false);
  store.dispatch(wakeAll());
  await until(async () => {
    const { pages } = await onServer(id);
    return pages[0].id === ahead.id && pages[0].recipe.turn === 180 && pages.length === 3;
  });
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual(order.pageIds);
  await until(() => waitingOrders().length === 0 && store.parts.ahead.size === 0);
  expect(store.getState().troubles.told).toBeNull();
});

it('a page ahead that cannot be looked into says so, and is looked into anew when it has arrived', async () => {
  const id = await server.newPacket(1);
  const store = await openWindow(id);
  setAway(true);
  lookInto.mockRejectedValue(new Error('not without the server'));
  await store.dispatch(addPhotos(id, [photo('tide-curve')]));
  await until(() => idsIn(store, id).some((page) => selectFindFailed(store.getState(), page)));
  const [, ahead] = pagesIn(store, id);
  expect(ahead.recipe.outline.by).toBe('pending');

  lookInto.mockResolvedValue({ found, checked });
  setAway(false);
  store.dispatch(wakeAll());
  await until(async () => (await onServer(id)).pages[1]?.recipe.outline.by === 'whole');
  expect(selectFindFailed(store.getState(), ahead.id)).toBe(false);
});

it.each([undefined, 'before the last page'])(
  'pages lie as their photos were chosen, whichever is read first (%s)',
  async (place) => {
    const id = await server.newPacket(2);
    const store = await openWindow(id);
    const [first, second] = idsIn(store, id);
    setAway(true);
    await store.dispatch(api.endpoints.packet.initiate(id, { forceRefetch: true }));
    // The first of them takes its time.
    jest.mocked(measurePhoto).mockImplementationOnce(async () => {
      await settled(150);
      return { width: 1200, height: 1600 };
    });
    const before = place && second;
    await store.dispatch(addPhotos(id, [photo('passage-log'), photo('tide-curve')], { before }));
    await until(() => idsIn(store, id).length === 4);
    const names = pagesIn(store, id).map((page) => page.photoName);
    const chosen = ['passage-log.jpg', 'tide-curve.jpg'];
    expect(names.filter((name) => chosen.includes(name))).toEqual(chosen);
    expect(idsIn(store, id).indexOf(first)).toBe(0);
    expect(idsIn(store, id).indexOf(second)).toBe(place ? 3 : 1);
  },
);

it('it is all there after the page was opened anew, and goes up from there', async () => {
  const id = await server.newPacket(1);
  const before = await openWindow(id);
  const [first] = idsIn(before, id);
  setAway(true);
  await before.dispatch(addPhotos(id, [photo('passage-log'), photo('tide-curve')]));
  await until(() => idsIn(before, id).length === 3);
  const [, log, curve] = idsIn(before, id);
  await before.dispatch(arrangePages(id, [{ packetId: id, pageIds: [curve, first, log] }], 'order'));
  await settled();
  closing.forEach((close) => close());
  closing = [];

  const later = await openWindow(id);
  expect(idsIn(later, id)).toEqual([curve, first, log]);
  await settled();
  expect(idsIn(later, id)).toEqual([curve, first, log]);
  setAway(false);
  later.dispatch(wakeAll());
  await until(async () => (await onServer(id)).pages.length === 3 && waitingOrders().length === 0);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([curve, first, log]);
  // However often the packet is answered meanwhile.
  await later.dispatch(api.endpoints.packet.initiate(id, { forceRefetch: true }));
  expect(idsIn(later, id)).toEqual([curve, first, log]);
});

it('what was done to pages ahead is told after their photos, also when the page is opened with the server well again', async () => {
  const id = await server.newPacket(1);
  const before = await openWindow(id);
  const [first] = idsIn(before, id);
  setAway(true);
  await before.dispatch(addPhotos(id, [photo('tide-curve')]));
  await until(() => pagesIn(before, id)[1]?.recipe.outline.by === 'whole');
  const ahead = pagesIn(before, id)[1];
  before.dispatch(changeRecipe(ahead, (recipe) => turnedBy(recipe, 90), 'turned'));
  await before.dispatch(arrangePages(id, [{ packetId: id, pageIds: [ahead.id, first] }], 'order'));
  await settled();
  closing.forEach((close) => close());
  closing = [];
  // The first window is gone: it does nothing any more.
  before.dispatch = (() => Promise.resolve()) as never;
  for (const pause of [before.parts.photoPause, before.parts.editPause])
    jest.spyOn(pause, 'wait').mockImplementation(() => new Promise(() => undefined));

  setAway(false);
  const later = createWindow();
  // As a window does it: whichever is the quicker must not be the first to be told.
  void later.dispatch(sendOrders());
  void later.dispatch(resumeEdits());
  void later.dispatch(resumePhotos());
  await until(async () => (await onServer(id)).pages[0].id === ahead.id);
  await until(async () => (await onServer(id)).pages[0].recipe.turn === 180);
  expect(waitingOrders()).toEqual([]);
  expect(later.getState().troubles.told).toBeNull();
});

it('a page that is deleted before it has arrived is kept by the server among what was deleted', async () => {
  const id = await server.newPacket(1);
  const store = await openWindow(id);
  const [first] = idsIn(store, id);
  setAway(true);
  await store.dispatch(addPhotos(id, [photo('tide-curve')]));
  await until(() => idsIn(store, id).length === 2);
  const ahead = idsIn(store, id)[1];
  await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [first] }], 'deleted'));
  expect(idsIn(store, id)).toEqual([first]);
  setAway(false);
  store.dispatch(wakeAll());
  await until(
    () =>
      waitingOrders().length === 0 &&
      selectPhotos(store.getState()).every(({ state }) => state === 'confirmed'),
  );
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([first]);
  const { pages } = (await server.ask('GET', 'deleted')) as Deleted;
  expect(pages.some(({ page }) => page.id === ahead)).toBe(true);
});

it('a photo that the server refuses holds up no order of the others', async () => {
  const id = await server.newPacket(2);
  const store = await openWindow(id);
  const [first, second] = idsIn(store, id);
  setAway(true);
  await store.dispatch(addPhotos(id, [new File(['no photo'], 'broken.jpg', { type: 'image/jpeg' })]));
  await until(() => idsIn(store, id).length === 3);
  const ahead = idsIn(store, id)[2];
  await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [second, ahead, first] }], 'order'));
  setAway(false);
  store.dispatch(wakeAll());
  await until(() => selectPhotos(store.getState()).some(({ state }) => state === 'held'));
  // It stands on gather then, with ways on, and is no page.
  await until(() => idsIn(store, id).length === 2);
  await until(() => waitingOrders().length === 0);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([second, first]);
});

it('an order that meets a server in trouble is told again by itself', async () => {
  const id = await server.newPacket(2);
  const store = await openWindow(id);
  const [first, second] = idsIn(store, id);
  setAway(true);
  await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [second, first] }], 'order'));
  await settled(100);
  setAway(false);
  await until(() => waitingOrders().length === 0);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([second, first]);
});

it('a photo that is thrown away, or sent elsewhere, is left out of the orders that name it', async () => {
  const [id, other] = [await server.newPacket(2), await server.newPacket(1)];
  const store = await openWindow(id);
  const [first, second] = idsIn(store, id);
  setAway(true);
  const chosen = [photo('tides-neap'), photo('passage-log')];
  const [thrown, moved] = await store.dispatch(addPhotos(id, chosen));
  await until(() => idsIn(store, id).length === 4);
  const pageIds = [...idsIn(store, id)].reverse();
  await store.dispatch(arrangePages(id, [{ packetId: id, pageIds }], 'order'));
  await store.dispatch(withdrawPhoto(thrown));
  await until(() => selectPhoto(store.getState(), moved)?.state === 'waiting');
  await store.dispatch(aimPhoto(moved, other));
  setAway(false);
  store.dispatch(wakeAll());
  await until(async () => (await onServer(other)).pages.length === 2 && waitingOrders().length === 0);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([second, first]);
  expect(store.getState().troubles.told).toBeNull();
});

it('a window that has not heard of another’s photos leaves the order that names them', async () => {
  const id = await server.newPacket(1);
  const deaf = await openWindow(id);
  const store = await openWindow(id);
  setAway(true);
  const [first] = idsIn(store, id);
  await store.dispatch(addPhotos(id, [photo('tide-curve')]));
  await until(() => idsIn(store, id).length === 2);
  const pageIds = [idsIn(store, id)[1], first];
  await store.dispatch(arrangePages(id, [{ packetId: id, pageIds }], 'order'));
  server.setLine(WELL);
  await deaf.dispatch(sendOrders());
  expect(waitingOrders()).toHaveLength(1);
  setAway(false);
  store.dispatch(wakeAll());
  await until(() => waitingOrders().length === 0);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual(pageIds);
});

it('an order of pages is taken back without the server, and what holds in the end is told to it', async () => {
  const id = await server.newPacket(3);
  const store = await openWindow(id);
  const as = idsIn(store, id);
  setAway(true);
  const turned = [...as].reverse();
  await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: turned }], 'order'));
  expect(idsIn(store, id)).toEqual(turned);
  await store.dispatch(undo(id));
  expect(idsIn(store, id)).toEqual(as);
  expect(waitingOrders()).toHaveLength(2);
  setAway(false);
  await store.dispatch(sendOrders());
  expect(waitingOrders()).toEqual([]);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual(as);
});

it('what is ordered meets another window’s new pages: they stay, behind the others', async () => {
  const id = await server.newPacket(2);
  const store = await openWindow(id);
  const [first, second] = idsIn(store, id);
  setAway(true);
  await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [second, first] }], 'order'));
  const { id: third } = await server.addPage(id);
  setAway(false);
  await store.dispatch(sendOrders());
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([second, first, third]);
  expect(idsIn(store, id)).toEqual([second, first, third]);
});

it('a photo that is thrown away before it has arrived is no page any more', async () => {
  const id = await server.newPacket(1);
  const store = await openWindow(id);
  setAway(true);
  const [key] = await store.dispatch(addPhotos(id, [photo('tides-neap')]));
  await until(() => idsIn(store, id).length === 2);
  await store.dispatch(withdrawPhoto(key));
  expect(idsIn(store, id)).toHaveLength(1);
  setAway(false);
  store.dispatch(wakeAll());
  await settled(300);
  expect((await onServer(id)).pages).toHaveLength(1);
});

it('a page taken again without the server lies in the place of the old one', async () => {
  const id = await server.newPacket(2);
  const store = await openWindow(id);
  const [first, second] = idsIn(store, id);
  setAway(true);
  await store.dispatch(addPhotos(id, [photo('passage-log')], { replaces: first }));
  await until(() => idsIn(store, id)[0] !== first);
  const [ahead] = idsIn(store, id);
  expect(idsIn(store, id)).toEqual([ahead, second]);
  setAway(false);
  store.dispatch(wakeAll());
  await until(async () => (await onServer(id)).pages[0].id === ahead);
  expect((await onServer(id)).pages.map((page) => page.id)).toEqual([ahead, second]);
});
