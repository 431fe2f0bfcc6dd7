import { act, renderHook, waitFor } from '@testing-library/react';
import { Provider } from 'react-redux';
import type { OpenPacket } from '@ravlo/contract';
import { openRealServer, PROXY_ERROR, WELL, type RealServer } from '../../test/realServer';
import { createStore } from '@/packet/store';
import { selectTroubles } from '@/packet/troublesSlice';
import { useTable } from './useTable';

/** The table's moves against a real server: each is one step, all or nothing, and can be taken back. */

let server: RealServer;

beforeAll(async () => {
  server = await openRealServer();
}, 60_000);
afterAll(() => server.close());
afterEach(() => server.setLine(WELL));

jest.setTimeout(30_000);

const idsOn = async (id: string) =>
  ((await server.ask('GET', `packets/${id}`)) as OpenPacket).pages.map((page) => page.id);

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
