import 'fake-indexeddb/auto';
import { randomUUID } from 'node:crypto';
import type { OpenPacket, Shelf } from '@ravlo/contract';
import { AWAY, realServerForTests, WELL } from '../../test/realServer';
import { until } from '../../test/until';
import { api } from './api';
import { beginPacket, ensureBegun, sendBegun } from './begun';
import { changeFacts } from './editing';
import { ensureEdits } from './editsKeeping';
import { selectPacketEdits } from './editsSlice';
import { keepAnswers } from './keepAnswers';
import { selectLine } from './lineSlice';
import { isNothing } from './pendingEdits';
import { giveOrder, waitingOrders } from './orders';
import { createStore } from './store';

/** Windows against one real server that is away for a while. */

const server = realServerForTests();
// The test's browser is not a secure page, which alone has it.
globalThis.crypto.randomUUID = () => randomUUID();

const shelfOf = async () => (await server.ask('GET', 'packets')) as Shelf;

/** A window that keeps what it knows, until it is closed. */
function openWindow() {
  const store = createStore();
  const close = keepAnswers(store);
  return { store, close };
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

it('a window opened while the server is away shows what an earlier one knew, and from when', async () => {
  const id = await server.newPacket(2);
  const before = openWindow();
  await before.store.dispatch(api.endpoints.packet.initiate(id));
  await pause(600);
  before.close();

  server.setLine(AWAY);
  const { store, close } = openWindow();
  const { data } = await store.dispatch(api.endpoints.packet.initiate(id));
  expect(data?.pages).toHaveLength(2);
  const { shownFrom } = selectLine(store.getState());
  expect(Date.now() - shownFrom!).toBeLessThan(10_000);
  // What was never asked for is not made up.
  const unknown = await store.dispatch(api.endpoints.packet.initiate(randomUUID()));
  expect(unknown.error).toMatchObject({ kind: 'offline' });

  server.setLine(WELL);
  await store.dispatch(api.endpoints.packet.initiate(id, { forceRefetch: true }));
  expect(selectLine(store.getState()).shownFrom).toBeNull();
  close();
});

it('what is known stays when it is asked for again in vain: it may be newer than what was kept', async () => {
  const id = await server.newPacket(1);
  const { store, close } = openWindow();
  await store.dispatch(api.endpoints.packet.initiate(id));
  await pause(600);
  store.dispatch(api.util.updateQueryData('packet', id, (packet) => void (packet.name = 'Newer')));
  server.setLine(AWAY);
  const again = await store.dispatch(api.endpoints.packet.initiate(id, { forceRefetch: true }));
  expect(again.error).toMatchObject({ kind: 'offline' });
  expect(api.endpoints.packet.select(id)(store.getState()).data?.name).toBe('Newer');
  close();
});

it('a packet begun without the server is made there once, before its edits, whatever is lost', async () => {
  server.setLine(AWAY);
  const { store, close } = openWindow();
  const begun = await store.dispatch(beginPacket());
  const id = 'id' in begun ? begun.id : '';
  expect(id).toMatch(/^[0-9a-f-]{36}$/);
  await store.dispatch(ensureEdits(id));
  const packet = api.endpoints.packet.select(id)(store.getState()).data!;
  store.dispatch(changeFacts(packet, { name: 'Tides' }, 'name'));
  await pause(600);
  close();

  // A reload: another store finds it, and still cannot send it.
  const later = openWindow();
  expect((await later.store.dispatch(api.endpoints.packet.initiate(id))).data?.pages).toEqual([]);
  expect(await later.store.dispatch(ensureBegun(id))).toMatchObject({ kind: 'offline' });

  server.setLine(WELL);
  await Promise.all([later.store.dispatch(sendBegun()), later.store.dispatch(ensureBegun(id))]);
  store.parts.editPause.wake();
  await until(() => {
    const { sending, waiting } = selectPacketEdits(store.getState(), id);
    return !sending && isNothing(waiting);
  });
  const mine = (await shelfOf()).packets.filter((packet) => packet.id === id);
  expect(mine).toHaveLength(1);
  expect(((await server.ask('GET', `packets/${id}`)) as OpenPacket).name).toBe('Tides');
  // It is on no list any more.
  await later.store.dispatch(sendBegun());
  expect((await shelfOf()).packets.filter((packet) => packet.id === id)).toHaveLength(1);
  later.close();
});

it('what cannot be kept is not held here: an order, a packet that was begun', async () => {
  const id = await server.newPacket(2);
  const { store, close } = openWindow();
  const { data } = await store.dispatch(api.endpoints.packet.initiate(id));
  const before = data!.pages.map((page) => page.id);
  server.setLine(AWAY);
  jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  const order = { packets: [{ packetId: id, pageIds: [...before].reverse() }], known: before };
  expect(await store.dispatch(giveOrder(order))).toMatchObject({ kind: 'offline' });
  expect(await store.dispatch(beginPacket())).toMatchObject({ trouble: { kind: 'offline' } });
  jest.restoreAllMocks();
  const now = api.endpoints.packet.select(id)(store.getState()).data!;
  expect(now.pages.map((page) => page.id)).toEqual(before);
  expect(waitingOrders()).toEqual([]);
  server.setLine(WELL);
  close();
});
