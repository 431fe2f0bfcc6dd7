import 'fake-indexeddb/auto';
import type { Arrange, OpenPacket, Page, Recipe } from '@ravlo/contract';
import { fakePage, fakeProblem } from '../../test/fakes';
import { api } from './api';
import { arrangePages, changeRecipe, changeRecipes, ensureHistory, redo, undo } from './history';
import { MOST_STEPS, selectHistory, selectRedoStep, selectUndoStep } from './editsSlice';
import { readHistory } from './historyStore';
import { selectRecipe } from './recipeEdits';
import { sayStep } from './sayStep';
import { createStore } from './store';

const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': status < 400 ? 'application/json' : 'application/problem+json' },
  });

/** A server with packets of pages, by id; it forgets no page. */
function fakeServer(packets: Record<string, Page[]>) {
  const all = new Map(Object.values(packets).flatMap((pages) => pages.map((page) => [page.id, page])));
  const lie: Record<string, string[]> = Object.fromEntries(
    Object.entries(packets).map(([id, pages]) => [id, pages.map((page) => page.id)]),
  );
  let isFull = false;
  const open = (id: string): OpenPacket => {
    const pages = lie[id].map((pageId) => ({ ...all.get(pageId)!, packetId: id }));
    const time = '2026-01-05T18:00:00.000Z';
    return {
      id,
      name: 'Tides',
      paper: 'a4',
      pageCount: pages.length,
      firstPage: pages[0] ?? null,
      createdAt: time,
      changedAt: time,
      pages,
    };
  };
  globalThis.fetch = (async (request: Request) => {
    const path = new URL(request.url).pathname;
    if (path.endsWith('/arrangement')) {
      if (isFull) return json(fakeProblem('packet-full', 422), 422);
      const { packets: wanted } = (await request.json()) as Arrange;
      for (const { packetId, pageIds } of wanted) lie[packetId] = pageIds;
      return json({ packets: wanted.map(({ packetId }) => open(packetId)) });
    }
    const [, kind, id] = /\/(packets|pages)\/([^/]+)$/.exec(path)!;
    if (kind === 'packets') return json(open(id));
    const { recipe, version } = (await request.json()) as { recipe: Recipe; version: number };
    const page = { ...all.get(id)!, recipe, version: version + 1 };
    all.set(id, page);
    return json(page);
  }) as unknown as typeof globalThis.fetch;
  return { lie, recipeOf: (id: string) => all.get(id)!.recipe, fill: () => (isFull = true) };
}

const quiet = async () => {
  for (let i = 0; i < 30; i++) await new Promise((resolve) => setImmediate(resolve));
};

async function opened(n: number) {
  const id = `00000000-0000-4000-8000-00000000a${String(n).padStart(3, '0')}`;
  const pages = [1, 2, 3].map((k) => fakePage(n * 10 + k, { packetId: id }));
  const server = fakeServer({ [id]: pages });
  const store = createStore();
  await store.dispatch(api.endpoints.packet.initiate(id));
  await store.dispatch(ensureHistory(id));
  const now = () => api.endpoints.packet.select(id)(store.getState()).data!.pages;
  return { id, pages, server, store, now };
}

const look = (page: Page, to: Recipe['look']): Recipe => ({ ...page.recipe, look: to });

describe('history', () => {
  it('takes recipes back and does them again, step by step', async () => {
    const { id, pages, server, store, now } = await opened(1);
    store.dispatch(changeRecipe(pages[0], look(pages[0], 'pen'), 'look'));
    await quiet();
    store.dispatch(changeRecipe(now()[0], { ...now()[0].recipe, turn: 90 }, 'turn'));
    await quiet();
    expect(sayStep(selectUndoStep(store.getState(), id)!, now())).toBe('turn of page 1');
    await store.dispatch(undo(id));
    await quiet();
    expect(server.recipeOf(pages[0].id)).toEqual(look(pages[0], 'pen'));
    await store.dispatch(undo(id));
    await quiet();
    expect(server.recipeOf(pages[0].id)).toEqual(pages[0].recipe);
    expect(selectUndoStep(store.getState(), id)).toBeNull();
    await store.dispatch(redo(id));
    await store.dispatch(redo(id));
    await quiet();
    expect(server.recipeOf(pages[0].id)).toMatchObject({ look: 'pen', turn: 90 });
  });

  it('takes a change of many pages as one step, and leaves pages alone that stay as they are', async () => {
    const { id, pages, server, store } = await opened(2);
    store.dispatch(
      changeRecipes(pages, (recipe, page) => (page === pages[1] ? recipe : { ...recipe, turn: 180 }), 'turn'),
    );
    await quiet();
    expect(pages.map((page) => server.recipeOf(page.id).turn)).toEqual([180, 0, 180]);
    expect(sayStep(selectUndoStep(store.getState(), id)!, pages)).toBe('turn of 2 pages');
    await store.dispatch(undo(id));
    await quiet();
    expect(pages.map((page) => server.recipeOf(page.id).turn)).toEqual([0, 0, 0]);
  });

  it('takes orders and deletions back, mixed with edits', async () => {
    const { id, pages, server, store, now } = await opened(3);
    const [a, b, c] = pages.map((page) => page.id);
    await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [c, a, b] }], 'new order'));
    store.dispatch(changeRecipe(now()[0], look(now()[0], 'pencil'), 'look'));
    await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [c, b] }], 'delete page 2'));
    await quiet();
    expect(now().map((page) => page.id)).toEqual([c, b]);
    await store.dispatch(undo(id));
    expect(server.lie[id]).toEqual([c, a, b]);
    await store.dispatch(undo(id));
    await store.dispatch(undo(id));
    await quiet();
    expect(server.lie[id]).toEqual([a, b, c]);
    expect(selectRecipe(store.getState(), now()[2]).look).toBe('daylight');
  });

  it('keeps a step that cannot be taken back just now', async () => {
    const { id, pages, server, store } = await opened(4);
    const [a, b] = pages.map((page) => page.id);
    await store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [a, b] }], 'delete page 3'));
    server.fill();
    expect(await store.dispatch(undo(id))).toMatchObject({ kind: 'packet-full' });
    expect(selectUndoStep(store.getState(), id)?.what).toBe('delete page 3');
    expect(selectRedoStep(store.getState(), id)).toBeNull();
  });

  it('takes back what is still on its way to the server, once it is there', async () => {
    const { id, pages, server, store } = await opened(7);
    const [a, b, c] = pages.map((page) => page.id);
    const deleting = store.dispatch(arrangePages(id, [{ packetId: id, pageIds: [a] }], 'delete 2 pages'));
    await store.dispatch(undo(id));
    await deleting;
    expect(server.lie[id]).toEqual([a, b, c]);
    expect(selectUndoStep(store.getState(), id)).toBeNull();
  });

  it('a new step ends what could have been done again', async () => {
    const { id, pages, store } = await opened(5);
    store.dispatch(changeRecipe(pages[0], look(pages[0], 'pen'), 'look'));
    await store.dispatch(undo(id));
    expect(selectRedoStep(store.getState(), id)).not.toBeNull();
    store.dispatch(changeRecipe(pages[1], look(pages[1], 'pen'), 'look'));
    expect(selectRedoStep(store.getState(), id)).toBeNull();
  });

  it('outlives a reload, and a hundred steps', async () => {
    const { id, pages, store } = await opened(6);
    for (let k = 0; k < MOST_STEPS + 20; k++)
      store.dispatch(changeRecipe(pages[0], { ...pages[0].recipe, level: (k % 50) / 10 + 0.1 }, 'fine turn'));
    await quiet();
    const kept = await readHistory(id);
    expect(kept.past).toHaveLength(MOST_STEPS);
    expect(MOST_STEPS).toBeGreaterThanOrEqual(100);
    expect(kept).toEqual(selectHistory(store.getState(), id));
  });
});
