import { act, renderHook, waitFor } from '@testing-library/react';
import { Provider } from 'react-redux';
import type { OpenPacket, Page } from '@ravlo/contract';
import { realServerForTests, PROXY_ERROR, WELL } from '../../test/realServer';
import { createStore } from '@/packet/store';
import { selectTroubles } from '@/packet/troublesSlice';
import { dropOfSpread, spreadsOf, takeSpreadAsOne } from '@/packet/spreads';
import { useTable } from './useTable';

/** The table's moves against a real server: each is one step, all or nothing, and can be taken back. */

const server = realServerForTests();

const idsOn = async (id: string) =>
  ((await server.ask('GET', `packets/${id}`)) as OpenPacket).pages.map((page) => page.id);

const outlineOf = async (id: string) => ((await server.ask('GET', `pages/${id}`)) as Page).recipe.outline;
const BOTH = [
  [0, 0],
  [80, 0],
  [80, 60],
  [0, 60],
];

async function openTable(packetId: string) {
  const store = createStore({ darkroom: { lookInto: () => new Promise(() => undefined) } as never });
  const view = renderHook(() => useTable(packetId), {
    wrapper: ({ children }) => <Provider store={store}>{children}</Provider>,
  });
  await waitFor(() => expect(view.result.current.pages.length).toBeGreaterThan(0));
  return {
    table: () => view.result.current,
    does: (work: () => unknown) => act(async () => void (await work())),
    told: () => selectTroubles(store.getState()).told,
    dispatch: store.dispatch,
  };
}
const these = (...ids: string[]) => new Set(ids);

describe('on the table', () => {
  it('pages are put in another order, and back', async () => {
    const id = await server.newPacket(3, 'Tides');
    const [a, b, c] = await idsOn(id);
    const { table, does } = await openTable(id);
    await does(() => table().reorder([c, a, b], 'new order'));
    expect(await idsOn(id)).toEqual([c, a, b]);
    await does(() => table().undo());
    expect(await idsOn(id)).toEqual([a, b, c]);
    await does(() => table().redo());
    expect(await idsOn(id)).toEqual([c, a, b]);
  });

  it('pages are deleted, which is said, and brought back to where they lay', async () => {
    const id = await server.newPacket(3, 'Tides');
    const [a, b, c] = await idsOn(id);
    const { table, does } = await openTable(id);
    await does(() => table().remove(these(b)));
    expect(table().said).toBe('Page 2 is deleted.');
    expect(await idsOn(id)).toEqual([a, c]);
    await does(() => table().undo());
    expect(await idsOn(id)).toEqual([a, b, c]);
    await does(() => table().remove(these(a, c)));
    expect(table().said).toBe('2 pages are deleted.');
  });

  it('a copy lies behind its page', async () => {
    const id = await server.newPacket(2, 'Tides');
    const [a, b] = await idsOn(id);
    const { table, does } = await openTable(id);
    await does(() => table().duplicate(table().pages[0]));
    const after = await idsOn(id);
    expect([after[0], after[2], after.length]).toEqual([a, b, 3]);
    await does(() => table().undo());
    expect(await idsOn(id)).toEqual([a, b]);
  });

  it('pages go to another packet, behind those that lie there, as they are or as copies', async () => {
    const [here, there] = [await server.newPacket(2, 'Tides'), await server.newPacket(1, 'Knots')];
    const [[a, b], [x]] = [await idsOn(here), await idsOn(there)];
    const { table, does } = await openTable(here);
    await does(() => table().copyToPacket(these(a), there, 'Knots'));
    expect(table().said).toBe('Page 1 is copied to “Knots”.');
    expect(await idsOn(here)).toEqual([a, b]);
    expect((await idsOn(there)).slice(0, 1)).toEqual([x]);
    await does(() => table().moveToPacket(these(a), there, 'Knots'));
    expect(await idsOn(here)).toEqual([b]);
    expect((await idsOn(there)).at(-1)).toBe(a);
    await does(() => table().undo());
    await does(() => table().undo());
    expect([await idsOn(here), await idsOn(there)]).toEqual([[a, b], [x]]);
  });

  it('a packet is split, and another is joined to it', async () => {
    const [here, there] = [await server.newPacket(3, 'Tides'), await server.newPacket(2, 'Knots')];
    const [[a, b, c], [x, y]] = [await idsOn(here), await idsOn(there)];
    const { table, does } = await openTable(here);
    await does(() => table().split(these(b)));
    expect(await idsOn(here)).toEqual([a, c]);
    expect(table().said).toBe('Page 2 is in a new packet.');
    await does(() => table().join(there, 'Knots'));
    expect([await idsOn(here), await idsOn(there)]).toEqual([[a, c, x, y], []]);
    await does(() => table().undo());
    expect([await idsOn(here), await idsOn(there)]).toEqual([
      [a, c],
      [x, y],
    ]);
  });

  it('several pages are turned and get a look as one step each', async () => {
    const id = await server.newPacket(3, 'Tides');
    const [a, , c] = await idsOn(id);
    const { table, does } = await openTable(id);
    await does(() => table().turn(these(a, c), 90));
    await does(() => table().setLook(these(a, c), 'pen'));
    await waitFor(async () => {
      const { pages } = (await server.ask('GET', `packets/${id}`)) as OpenPacket;
      expect(pages.map(({ recipe: { turn, look } }) => [turn, look])).toEqual([
        [90, 'pen'],
        [0, 'daylight'],
        [90, 'pen'],
      ]);
    });
    expect(table().history.undoLabel).toMatch(/look/);
    await does(() => table().undo());
    expect(table().history.undoLabel).toMatch(/turn/);
  });

  it('what cannot be done just now is told, and nothing is changed or half done', async () => {
    const [here, there] = [await server.newPacket(2, 'Tides'), await server.newPacket(1, 'Knots')];
    const before = [await idsOn(here), await idsOn(there)];
    const { table, does, told } = await openTable(here);
    server.setLine(PROXY_ERROR);
    await does(() => table().moveToPacket(these(before[0][0]), there, 'Knots'));
    expect(told()?.kind).toBe('unexpected');
    expect(table().said).toBeNull();
    server.setLine(WELL);
    expect([await idsOn(here), await idsOn(there)]).toEqual(before);
    expect(table().history.undoStep).toBeNull();
  });
});

describe('an open book', () => {
  const half = (left: number) => ({
    by: 'finder',
    corners: [
      [left, 0],
      [left + 40, 0],
      [left + 40, 60],
      [left, 60],
    ],
    confidence: 0.9,
    spread: BOTH,
  });

  async function openBook() {
    const id = await server.newPacket(2, 'Log book');
    const [photo, other] = await idsOn(id);
    const found = { outline: half(0), turn: 0, further: [half(40)] };
    await server.ask('PUT', `pages/${photo}/found`, found);
    const [left, right] = await idsOn(id);
    return { id, left, right, other, ...(await openTable(id)) };
  }

  it('is two pages, and one press makes them one, which can be taken back', async () => {
    const { id, left, right, other, table, does, dispatch } = await openBook();
    const { pages } = table();
    expect(spreadsOf(pages).map((spread) => [spread.left.id, spread.right.id])).toEqual([[left, right]]);
    await does(() => dispatch(takeSpreadAsOne(pages, pages[0])));
    await waitFor(async () => expect(await outlineOf(left)).toEqual({ by: 'hand', corners: BOTH }));
    expect(await idsOn(id)).toEqual([left, other]);
    await does(() => table().undo());
    await does(() => table().undo());
    expect(await idsOn(id)).toEqual([left, right, other]);
    await waitFor(async () => expect(await outlineOf(left)).toEqual(half(0)));
  });

  it('and one press drops either', async () => {
    const { id, left, right, other, table, does, dispatch } = await openBook();
    await does(() => dispatch(dropOfSpread(table().pages, table().pages[0])));
    expect(await idsOn(id)).toEqual([right, other]);
    await does(() => table().undo());
    expect(await idsOn(id)).toEqual([left, right, other]);
  });
});
