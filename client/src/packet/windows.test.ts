import type { OpenPacket, Recipe } from '@ravlo/contract';
import { AWAY, LOST_ANSWERS, realServerForTests, PROXY_ERROR, WELL } from '../../test/realServer';
import { until } from '../../test/until';
import { api } from './api';
import { changeFacts, changeRecipe, changeRecipes, resumeEdits } from './editing';
import { ensureEdits } from './editsKeeping';
import { giveWay, insist } from './clashes';
import {
  MOST_STEPS,
  selectFacts,
  selectIsUnsaved,
  selectPacketEdits,
  selectRecipe,
  selectRedoStep,
  selectUndoStep,
  SHELF,
} from './editsSlice';
import { arrangePages, deletePacket, redo, rememberRetake, undo } from './history';
import { packetNow } from './packetNow';
import { sayStep } from './sayStep';
import { createStore, type AppStore } from './store';
import { selectTroubles } from './troublesSlice';

/** Several windows against one real server: each store is a window. */

const server = realServerForTests();

let count = 0;
const onServer = async (id: string) => (await server.ask('GET', `packets/${id}`)) as OpenPacket;

const SIGN = 'ravlo-alive-';
/** Opens a window; with the id of an earlier one it is that window after a reload. */
async function openWindow(packetId: string, id = `window-${++count}`) {
  localStorage.setItem(SIGN + id, String(Date.now()));
  const store = createStore({ windowId: () => Promise.resolve(id) });
  await store.dispatch(packetNow(packetId));
  await store.dispatch(api.endpoints.packet.initiate(packetId));
  await store.dispatch(ensureEdits(packetId));
  return { ...windowOn(store, packetId), id, close: () => localStorage.removeItem(SIGN + id) };
}

const windowOn = (store: AppStore, packetId: string) => ({
  store,
  packet: () => api.endpoints.packet.select(packetId)(store.getState()).data!,
  pages: () => api.endpoints.packet.select(packetId)(store.getState()).data?.pages ?? [],
  recipe: (n: number) =>
    selectRecipe(
      store.getState(),
      api.endpoints.packet.select(packetId)(store.getState()).data!.pages[n - 1],
    ),
  clashes: () => selectPacketEdits(store.getState(), packetId).clashes,
  troubles: () => selectTroubles(store.getState()),
  /** waits until everything is on the server, or waits for the person */
  saved: () =>
    until(() => {
      const { sending, waiting } = selectPacketEdits(store.getState(), packetId);
      return !sending && Object.keys({ ...waiting.pages, ...waiting.facts }).length === 0;
    }),
});

const turn = (to: Recipe['turn']) => (recipe: Recipe) => ({ ...recipe, turn: to });
const look = (to: Recipe['look']) => (recipe: Recipe) => ({ ...recipe, look: to });

describe('two windows', () => {
  it('edit different things of one page without a word', async () => {
    const id = await server.newPacket(1);
    const [a, b] = [await openWindow(id), await openWindow(id)];
    a.store.dispatch(changeRecipe(a.pages()[0], look('pen'), 'look'));
    b.store.dispatch(changeRecipe(b.pages()[0], turn(90), 'turn'));
    await Promise.all([a.saved(), b.saved()]);
    expect((await onServer(id)).pages[0].recipe).toMatchObject({ look: 'pen', turn: 90 });
    expect([a.clashes(), b.clashes()]).toEqual([[], []]);
  });

  it.each(['the other', 'mine'] as const)('that edit the same are asked, and %s stays', async (choice) => {
    const id = await server.newPacket(2);
    const [a, b] = [await openWindow(id), await openWindow(id)];
    a.store.dispatch(changeRecipe(a.pages()[1], look('pen'), 'look'));
    await a.saved();
    b.store.dispatch(changeRecipes(b.pages(), (r) => ({ ...r, look: 'pencil', turn: 90 }), 'look'));
    await b.saved();
    const [clash] = b.clashes();
    expect(b.clashes()).toHaveLength(1);
    expect(clash).toMatchObject({ about: 'page', patch: { look: { to: 'pencil' } } });
    // Everything that nobody else had touched is saved already; what is shown is what is on the server.
    expect((await onServer(id)).pages.map(({ recipe }) => [recipe.look, recipe.turn])).toEqual([
      ['pencil', 90],
      ['pen', 90],
    ]);
    expect(b.recipe(2).look).toBe('pen');
    if (choice === 'mine') {
      b.store.dispatch(insist(id, clash));
      await b.saved();
      expect((await onServer(id)).pages[1].recipe.look).toBe('pencil');
    } else {
      b.store.dispatch(giveWay(id, clash));
      expect((await onServer(id)).pages[1].recipe.look).toBe('pen');
      // The part of the step that was refused has gone with it.
      const step = selectUndoStep(b.store.getState(), id);
      expect(step).toMatchObject({
        edits: [{ patch: { look: {}, turn: {} } }, { patch: { turn: {} } }],
      });
      expect(step?.kind === 'pages' && Object.keys(step.edits[1].patch)).toEqual(['turn']);
    }
    expect(b.clashes()).toEqual([]);
  });

  it('do not take back each other’s work: undo leaves what somebody else has changed since, and says so', async () => {
    const id = await server.newPacket(1);
    const [a, b] = [await openWindow(id), await openWindow(id)];
    a.store.dispatch(changeRecipe(a.pages()[0], (r) => ({ ...r, turn: 90, look: 'pen' }), 'turn'));
    await a.saved();
    await b.store.dispatch(packetNow(id));
    b.store.dispatch(changeRecipe(b.pages()[0], look('soft-grey'), 'look'));
    await b.saved();
    await a.store.dispatch(packetNow(id));
    await a.store.dispatch(undo(id));
    await a.saved();
    expect((await onServer(id)).pages[0].recipe).toMatchObject({ turn: 0, look: 'soft-grey' });
    expect(a.troubles().remark).toMatch(/look of page 1 changed in another window since/);
  });

  it('do not take back each other’s order', async () => {
    const id = await server.newPacket(3);
    const [a, b] = [await openWindow(id), await openWindow(id)];
    const [x, y, z] = a.pages().map((page) => page.id);
    await a.store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [z, x, y] }], 'new order'));
    await b.store.dispatch(packetNow(id));
    await b.store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [z, y, x] }], 'new order'));
    await a.store.dispatch(undo(id));
    expect((await onServer(id)).pages.map((page) => page.id)).toEqual([z, y, x]);
    expect(a.troubles().remark).toMatch(/another order in another window/);
  });

  it('of which one deletes a page: the other is told, and its edit of that page goes, the rest is made', async () => {
    const id = await server.newPacket(2);
    const [a, b] = [await openWindow(id), await openWindow(id)];
    const [x] = a.pages().map((page) => page.id);
    await a.store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [x] }], 'delete page 2'));
    b.store.dispatch(changeRecipes(b.pages(), turn(180), 'turn'));
    await b.saved();
    expect((await onServer(id)).pages.map(({ recipe }) => recipe.turn)).toEqual([180]);
    expect(b.troubles().told?.detail).toMatch(/was deleted in another window/);
    expect(selectUndoStep(b.store.getState(), id)).toMatchObject({ edits: [{ pageId: x }] });
  });
});

describe('edits', () => {
  it('of thirty pages go in one request', async () => {
    const id = await server.newPacket(30);
    const { store, pages, saved } = await openWindow(id);
    server.sent.length = 0;
    store.dispatch(changeRecipes(pages(), turn(90), 'turn'));
    await saved();
    expect(server.sent.filter(({ method }) => method === 'PATCH')).toHaveLength(1);
    expect((await onServer(id)).pages.every(({ recipe }) => recipe.turn === 90)).toBe(true);
  });

  it('made while the server is away outlive a reload with it still away, and are saved when it is back', async () => {
    const id = await server.newPacket(2);
    const before = await openWindow(id);
    server.setLine(AWAY);
    before.store.dispatch(changeRecipe(before.pages()[0], turn(90), 'turn'));
    before.store.dispatch(changeRecipe(before.pages()[1], look('pen'), 'look'));
    await until(() => before.troubles().saving !== null);
    // The page is loaded again; the packet itself comes from the server, which answers reads only.
    server.setLine((request, send) => (request.method === 'GET' ? send() : AWAY(request, send)));
    const after = await openWindow(id, before.id);
    expect([after.recipe(1).turn, after.recipe(2).look]).toEqual([90, 'pen']);
    expect(sayStep(selectUndoStep(after.store.getState(), id)!, after.pages())).toBe('look of page 2');
    server.setLine(WELL);
    await after.store.dispatch(resumeEdits());
    await after.saved();
    expect((await onServer(id)).pages.map(({ recipe }) => [recipe.turn, recipe.look])).toEqual([
      [90, 'daylight'],
      [0, 'pen'],
    ]);
    await after.store.dispatch(undo(id));
    await after.saved();
    expect((await onServer(id)).pages[1].recipe.look).toBe('daylight');
  });

  it('of a window that was closed are saved by the next one that opens', async () => {
    const id = await server.newPacket(1);
    const closed = await openWindow(id);
    server.setLine(PROXY_ERROR);
    closed.store.dispatch(changeRecipe(closed.pages()[0], turn(270), 'turn'));
    await until(() => closed.troubles().saving !== null);
    closed.close();
    server.setLine(WELL);
    const other = createStore({ windowId: () => Promise.resolve('the-next-window') });
    await other.dispatch(resumeEdits());
    await until(async () => (await onServer(id)).pages[0].recipe.turn === 270);
    expect(selectUndoStep(other.getState(), id)?.what).toBe('turn');
  });

  it('whose answers are lost are sent again and meet no other window', async () => {
    const id = await server.newPacket(1);
    const { store, pages, saved, clashes } = await openWindow(id);
    server.setLine(LOST_ANSWERS);
    store.dispatch(changeRecipe(pages()[0], turn(90), 'turn'));
    await until(async () => (await onServer(id)).pages[0].recipe.turn === 90);
    store.dispatch(changeRecipe(pages()[0], turn(180), 'turn'));
    store.dispatch(changeRecipe(pages()[0], look('pen'), 'look'));
    server.setLine(WELL);
    store.parts.editPause.wake();
    await saved();
    expect((await onServer(id)).pages[0].recipe).toMatchObject({ turn: 180, look: 'pen' });
    expect(clashes()).toEqual([]);
  });

  it('are not given up for an error page of a machine in between', async () => {
    const id = await server.newPacket(1);
    const { store, pages, saved, troubles } = await openWindow(id);
    server.setLine(PROXY_ERROR);
    store.dispatch(changeRecipe(pages()[0], look('pen'), 'look'));
    await until(() => troubles().saving !== null);
    expect(selectIsUnsaved(store.getState())).toBe(true);
    server.setLine(WELL);
    store.parts.editPause.wake();
    await saved();
    expect((await onServer(id)).pages[0].recipe.look).toBe('pen');
    expect(troubles().saving).toBeNull();
  });

  it('that the server will never take do not take others along', async () => {
    const id = await server.newPacket(2);
    const { store, pages, packet, saved, troubles } = await openWindow(id);
    store.dispatch(changeRecipe(pages()[0], turn(90), 'turn'));
    store.dispatch(changeFacts(packet(), { name: 'x'.repeat(500) }, 'name'));
    store.dispatch(changeRecipe(pages()[1], turn(270), 'turn'));
    await saved();
    expect((await onServer(id)).pages.map(({ recipe }) => recipe.turn)).toEqual([90, 270]);
    expect(troubles().told?.kind).toBe('bad-request');
    expect(selectFacts(store.getState(), packet()).name).toBe('Not named yet');
    expect(selectPacketEdits(store.getState(), id).past.map(({ what }) => what)).toEqual(['turn', 'turn']);
  });

  it('are made on the recipe as it is when they are made, not as it was when somebody looked', async () => {
    const id = await server.newPacket(1);
    const { store, pages, saved } = await openWindow(id);
    const [page] = pages();
    const search = new Promise((resolve) => setTimeout(resolve, 50));
    store.dispatch(changeRecipe(page, look('pen'), 'look'));
    await search;
    store.dispatch(
      changeRecipe(
        page,
        (now) => ({ ...now, outline: { by: 'whole', reason: 'chosen' }, turn: 180 }),
        'edges',
      ),
    );
    await saved();
    expect((await onServer(id)).pages[0].recipe).toEqual({
      outline: { by: 'whole', reason: 'chosen' },
      turn: 180,
      look: 'pen',
    });
  });
});

describe('history', () => {
  it('takes edits, orders, names and papers back and does them again, also after a reload', async () => {
    const id = await server.newPacket(3);
    const { store, pages, packet, saved, id: windowId } = await openWindow(id);
    const [x, y, z] = pages().map((page) => page.id);
    store.dispatch(changeRecipe(pages()[0], look('pencil'), 'look'));
    await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [z, x] }], 'delete page 2'));
    store.dispatch(changeFacts(packet(), { name: 'Tides' }, 'name'));
    store.dispatch(changeFacts(packet(), { paper: 'letter' }, 'paper'));
    await saved();
    expect(await onServer(id)).toMatchObject({ name: 'Tides', paper: 'letter', pageCount: 2 });

    const after = await openWindow(id, windowId);
    for (let steps = 0; steps < 4; steps++) await after.store.dispatch(undo(id));
    await after.saved();
    const back = await onServer(id);
    expect(back).toMatchObject({ name: 'Not named yet', paper: 'a4' });
    expect(back.pages.map((page) => page.id)).toEqual([x, y, z]);
    expect(back.pages[0].recipe.look).toBe('daylight');
    expect(selectUndoStep(after.store.getState(), id)).toBeNull();

    for (let steps = 0; steps < 4; steps++) await after.store.dispatch(redo(id));
    await after.saved();
    const again = await onServer(id);
    expect(again).toMatchObject({ name: 'Tides', paper: 'letter' });
    expect(again.pages.map((page) => page.id)).toEqual([z, x]);
    expect(again.pages[1].recipe.look).toBe('pencil');
  });

  it('takes back what is still on its way, without its ever being sent', async () => {
    const id = await server.newPacket(1);
    const { store, pages, saved } = await openWindow(id);
    server.setLine(AWAY);
    store.dispatch(changeRecipe(pages()[0], look('pen'), 'look'));
    await store.dispatch(undo(id));
    server.setLine(WELL);
    store.parts.editPause.wake();
    await saved();
    expect((await onServer(id)).pages[0].recipe.look).toBe('daylight');
    expect(selectRedoStep(store.getState(), id)?.what).toBe('look');
  });

  it('takes a page that was taken again back into its place', async () => {
    const id = await server.newPacket(2);
    const { store, pages } = await openWindow(id);
    const [x, y] = pages().map((page) => page.id);
    const { id: taken } = await server.addPage(id);
    await server.ask('PUT', 'packets/arrangement', {
      packets: [{ packetId: id, pageIds: [taken, y] }],
      known: [x, y, taken],
    });
    await store.dispatch(rememberRetake(id, x, taken));
    expect(selectUndoStep(store.getState(), id)?.what).toBe('page 1 taken again');
    await store.dispatch(undo(id));
    expect((await onServer(id)).pages.map((page) => page.id)).toEqual([x, y]);
  });

  it('brings a deleted packet back, also after a reload', async () => {
    const id = await server.newPacket(1);
    const { store, id: windowId } = await openWindow(id);
    await store.dispatch(ensureEdits(SHELF));
    expect(await store.dispatch(deletePacket(id, 'Tides'))).toBeNull();
    await expect(onServer(id)).rejects.toThrow('404');
    const after = createStore({ windowId: () => Promise.resolve(windowId) });
    await after.dispatch(ensureEdits(SHELF));
    expect(selectUndoStep(after.getState(), SHELF)?.what).toBe('“Tides” deleted');
    await after.dispatch(undo(SHELF));
    expect((await onServer(id)).pageCount).toBe(1);
  });

  it('keeps a step that cannot be taken back just now', async () => {
    const id = await server.newPacket(2);
    const { store, pages } = await openWindow(id);
    const [x] = pages().map((page) => page.id);
    await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [x] }], 'delete page 2'));
    for (let k = 1; k < 60; k++) await server.ask('POST', `pages/${x}/copy`, {});
    expect(await store.dispatch(undo(id))).toMatchObject({ kind: 'packet-full' });
    expect(selectUndoStep(store.getState(), id)?.what).toBe('delete page 2');
  });

  it('remembers two hundred steps, and a new one ends what could have been done again', async () => {
    const id = await server.newPacket(1);
    const { store, pages, saved, id: windowId } = await openWindow(id);
    for (let k = 0; k < MOST_STEPS + 20; k++)
      store.dispatch(changeRecipe(pages()[0], (r) => ({ ...r, level: (k % 50) / 10 + 0.1 }), 'fine turn'));
    await saved();
    const after = await openWindow(id, windowId);
    expect(selectPacketEdits(after.store.getState(), id).past).toHaveLength(MOST_STEPS);
    await after.store.dispatch(undo(id));
    expect(selectRedoStep(after.store.getState(), id)).not.toBeNull();
    after.store.dispatch(changeRecipe(after.pages()[0], look('pen'), 'look'));
    expect(selectRedoStep(after.store.getState(), id)).toBeNull();
  });
});
