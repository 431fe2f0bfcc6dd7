import type { Page, Recipe } from '@ravlo/contract';
import { fakePage, fakeProblem } from '../../test/fakes';
import { editRecipe, selectEditTrouble, selectRecipe } from './recipeEdits';
import { createStore } from './store';

beforeEach(() => jest.useFakeTimers({ doNotFake: ['setImmediate'] }));
afterEach(() => jest.useRealTimers());

interface Sent {
  readonly version: number;
  readonly recipe: Recipe;
}

/** A server with one page: keeps versions as the real one does; the test holds its answers back. */
function fakeServer(page: Page) {
  let now = page;
  const sent: Sent[] = [];
  let reachable = true;
  let release: (() => void)[] = [];
  const fetch = jest.fn(async (request: Request) => {
    if (!reachable) throw new TypeError('Failed to fetch');
    const body = (await request.json()) as Sent;
    sent.push(body);
    await new Promise<void>((resolve) => release.push(resolve));
    const stale = body.version !== now.version;
    if (!stale) now = { ...now, recipe: body.recipe, version: now.version + 1 };
    const answer = stale ? fakeProblem('changed-elsewhere', 409, { page: now }) : now;
    return new Response(JSON.stringify(answer), {
      status: stale ? 409 : 200,
      headers: { 'content-type': stale ? 'application/problem+json' : 'application/json' },
    });
  });
  globalThis.fetch = fetch as unknown as typeof globalThis.fetch;
  return {
    sent,
    current: () => now,
    changeElsewhere: (recipe: Recipe) => (now = { ...now, recipe, version: now.version + 1 }),
    setReachable: (is: boolean) => (reachable = is),
    /** lets the answers out and waits until all is quiet */
    async settle() {
      for (let i = 0; i < 40; i++) {
        const out = release;
        release = [];
        out.forEach((go) => go());
        await new Promise((resolve) => setImmediate(resolve));
      }
    },
  };
}

const turned = (page: Page, turn: Recipe['turn']): Recipe => ({ ...page.recipe, turn });

describe('editing recipes', () => {
  it('shows an edit at once and saves it', async () => {
    const page = fakePage(1);
    const server = fakeServer(page);
    const store = createStore();
    store.dispatch(editRecipe(page, turned(page, 90)));
    expect(selectRecipe(store.getState(), page).turn).toBe(90);
    await server.settle();
    expect(server.current()).toMatchObject({ version: 2, recipe: { turn: 90 } });
    expect(store.getState().recipeEdits.unsaved).toEqual({});
  });

  it('has one save on its way, and skips what was overtaken meanwhile', async () => {
    const page = fakePage(2);
    const server = fakeServer(page);
    const store = createStore();
    for (const turn of [90, 180, 270] as const) store.dispatch(editRecipe(page, turned(page, turn)));
    await server.settle();
    expect(server.sent.map(({ version, recipe }) => [version, recipe.turn])).toEqual([
      [1, 90],
      [2, 270],
    ]);
    expect(selectEditTrouble(store.getState())).toBeNull();
  });

  it('gives way to another window and says so', async () => {
    const page = fakePage(4);
    const server = fakeServer(page);
    const store = createStore();
    server.changeElsewhere({ ...page.recipe, look: 'as-shot' });
    store.dispatch(editRecipe(page, turned(page, 90)));
    await server.settle();
    expect(server.current().recipe).toMatchObject({ look: 'as-shot', turn: 0 });
    expect(selectEditTrouble(store.getState())).toMatchObject({ kind: 'changed-elsewhere' });
    expect(store.getState().recipeEdits.unsaved).toEqual({});
  });

  it('keeps an edit while the server is away and saves it when it is back', async () => {
    const page = fakePage(5);
    const server = fakeServer(page);
    const store = createStore();
    server.setReachable(false);
    store.dispatch(editRecipe(page, turned(page, 180)));
    await server.settle();
    expect(selectEditTrouble(store.getState())?.kind).toBe('offline');
    expect(selectRecipe(store.getState(), page).turn).toBe(180);
    server.setReachable(true);
    await jest.advanceTimersByTimeAsync(3500);
    await server.settle();
    expect(server.current().recipe.turn).toBe(180);
    expect(selectEditTrouble(store.getState())).toBeNull();
  });
});
