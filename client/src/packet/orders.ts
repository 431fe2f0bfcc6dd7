import { arrangeSchema, type Arrange } from '@ravlo/contract';
import { z } from 'zod';
import { api } from './api';
import { ensureBegun } from './begun';
import { keep, kept } from './kept';
import { loadPhotos } from './loadPhotos';
import { isAhead, selectPhotos } from './photosSlice';
import { putInPlace } from './putInPlace';
import type { AppThunk, RootState } from './store';
import { isPassing, toTrouble, type Trouble } from './trouble';
import { told } from './troublesSlice';
import { own } from './whose';
import { alone } from './windowId';
import { inTurn } from './windowParts';

/**
 * Which pages lie where, told to the server. What it cannot be told just now holds here at once and is kept in the browser, and is told
 * in turn once the server answers, and once the photos of the pages that it names have arrived.
 */

const ordersSchema = z.array(arrangeSchema);
const NAME = 'ravlo-orders';

/** Those that wait, the oldest first, as all windows of this browser know them. */
export function waitingOrders(): readonly Arrange[] {
  return kept(own(NAME), ordersSchema) ?? [];
}

/** @returns whether they will be known after this window is closed */
const writeOrders = (orders: readonly Arrange[]): boolean => keep(own(NAME), orders);

const NO_ROOM: Trouble = {
  kind: 'offline',
  detail:
    'Ravlo cannot be told just now how the pages lie, and this browser has no room to keep it. They lie as before; nothing is lost.',
};

/**
 * Puts pages into packets: exactly these, in this order.
 *
 * @returns the trouble, if it could not be done and will not be; null also where it waits to be told
 */
export function giveOrder(order: Arrange): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    // One after the other: what was ordered later holds.
    await dispatch(loadPhotos());
    const mustWait = waitingOrders().length > 0 || namesAhead(getState(), order);
    const trouble = mustWait ? null : await dispatch(tell(order));
    if (!mustWait && trouble?.kind !== 'offline') return trouble;
    if (!writeOrders([...waitingOrders(), order])) return NO_ROOM;
    dispatch(holdHere(order));
    void dispatch(sendOrders());
    return null;
  };
}

function tell(order: Arrange & { isHeld?: boolean }): AppThunk<Promise<Trouble | null>> {
  return async (dispatch) => {
    const { error } = await dispatch(api.endpoints.arrange.initiate(order, { track: false }));
    return error ? toTrouble(error) : null;
  };
}

const namesAhead = (state: RootState, { packets, known }: Arrange): boolean =>
  [...known, ...packets.flatMap(({ pageIds }) => pageIds)].some((id) => isAhead(state, id));

/** An order without pages whose photos the server has refused: they will never be pages. */
function withoutHeld(state: RootState, { packets, known }: Arrange): Arrange {
  const held = new Set(
    selectPhotos(state)
      .filter(({ state }) => state === 'held')
      .map(({ becomes }) => becomes),
  );
  const isPage = (id: string) => !held.has(id);
  return {
    packets: packets.map(({ packetId, pageIds }) => ({ packetId, pageIds: pageIds.filter(isPage) })),
    known: known.filter(isPage),
  };
}

/** Lays the pages here as they were ordered. */
function holdHere(order: Arrange): AppThunk {
  return (dispatch, getState) => {
    const placed = putInPlace(order, (id) => api.endpoints.packet.select(id)(getState()).data);
    for (const { packetId, pages } of placed)
      dispatch(api.util.updateQueryData('packet', packetId, (packet) => void (packet.pages = pages)));
  };
}

/** Tells the server what waits to be told. */
export function sendOrders(): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    // Whoever asks while it is going on may know of something that it has passed by.
    inTurn(parts, 'orders', () =>
      alone('orders', async () => {
        await dispatch(loadPhotos());
        for (;;) {
          const [first] = waitingOrders();
          if (!first || namesAhead(getState(), first)) return;
          for (const { packetId } of first.packets) if (await dispatch(ensureBegun(packetId))) return;
          const trouble = await dispatch(tell({ ...withoutHeld(getState(), first), isHeld: true }));
          if (trouble && isPassing(trouble)) return;
          writeOrders(waitingOrders().slice(1));
          if (trouble) {
            dispatch(told(trouble));
            dispatch(
              api.util.invalidateTags(first.packets.map(({ packetId: id }) => ({ type: 'Packet', id }))),
            );
          }
          // The answer knows nothing of those that are still to be told.
          for (const order of waitingOrders()) dispatch(holdHere(order));
        }
      }),
    );
}

/** Lays a packet's pages as they were ordered, whatever was answered, and tells what waits. */
export function keepOrder(packetId: string): AppThunk {
  return (dispatch) => {
    for (const order of waitingOrders())
      if (order.packets.some((each) => each.packetId === packetId)) dispatch(holdHere(order));
    void dispatch(sendOrders());
  };
}
