import { arrangeSchema, type Arrange } from '@ravlo/contract';
import { z } from 'zod';
import { api } from './api';
import { ensureBegun } from './begun';
import { keep, kept } from './kept';
import { loadPhotos } from './loadPhotos';
import { isAhead, isOnItsWay, selectPhotos, type PhotoItem } from './photosSlice';
import { putInPlace } from './putInPlace';
import type { AppStore, AppThunk, RootState } from './store';
import { isPassing, toTrouble, waitAfter, type Trouble } from './trouble';
import { told } from './troublesSlice';
import { own } from './whose';
import { alone } from './windowId';
import { inTurn, type WindowParts } from './windowParts';

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

/** An order that says nothing of some pages. */
function without({ packets, known }: Arrange, pageIds: ReadonlySet<string | undefined>): Arrange {
  const isLeft = (id: string) => !pageIds.has(id);
  return {
    packets: packets.map(({ packetId, pageIds }) => ({ packetId, pageIds: pageIds.filter(isLeft) })),
    known: known.filter(isLeft),
  };
}

/** Pages of photos that the server has refused: they will never be pages. */
const heldPages = (state: RootState): ReadonlySet<string | undefined> =>
  new Set(
    selectPhotos(state)
      .filter(({ state }) => state === 'held')
      .map(({ becomes }) => becomes),
  );

/** A photo that waits will not become a page of the packet that it was meant for: no order places it there any more. */
export function leaveOut({ becomes }: PhotoItem): AppThunk {
  return () => {
    const names = ({ packets }: Arrange) =>
      packets.some(({ pageIds }) => pageIds.some((id) => id === becomes));
    const orders = waitingOrders();
    if (orders.some(names)) writeOrders(orders.map((order) => without(order, new Set([becomes]))));
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

/** Tells the server what waits to be told, until nothing does or a photo must arrive first. */
export function sendOrders(): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    // Whoever asks while it is going on may know of something that it has passed by.
    inTurn(parts, 'orders', () =>
      alone('orders', async () => {
        await dispatch(loadPhotos());
        for (let failures = 0; ;) {
          const [first] = waitingOrders();
          if (!first || namesAhead(getState(), first)) return;
          const trouble = await dispatch(tellWaiting(first));
          if (trouble && isPassing(trouble)) {
            await parts.orderPause.wait(waitAfter(++failures, Math.random()));
            continue;
          }
          // A photo of another window, of which this one has not heard: that window tells it when it has arrived.
          if (trouble && (await namesKept(first, parts))) return;
          failures = 0;
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

function tellWaiting(order: Arrange): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    for (const { packetId } of order.packets) {
      const unmade = await dispatch(ensureBegun(packetId));
      if (unmade) return unmade;
    }
    return dispatch(tell({ ...without(order, heldPages(getState())), isHeld: true }));
  };
}

async function namesKept(
  { packets }: Arrange,
  { photoStore }: Pick<WindowParts, 'photoStore'>,
): Promise<boolean> {
  const named = new Set<string | undefined>(packets.flatMap(({ pageIds }) => pageIds));
  return (await photoStore.all()).some(({ becomes, held }) => !held && named.has(becomes));
}

/** Tells what waits whenever a photo waits no more, whatever has become of it. @returns a function that ends it */
export function watchOrders(store: AppStore): () => void {
  const onTheirWay = (state: RootState) => selectPhotos(state).filter(isOnItsWay);
  return store.startListening({
    predicate: (_action, now, before) =>
      selectPhotos(now) !== selectPhotos(before) && onTheirWay(now).length < onTheirWay(before).length,
    effect: (_action, { dispatch }) => void dispatch(sendOrders()),
  });
}

/** Lays a packet's pages as they were ordered, whatever was answered, and tells what waits. */
export function keepOrder(packetId: string): AppThunk {
  return (dispatch) => {
    for (const order of waitingOrders())
      if (order.packets.some((each) => each.packetId === packetId)) dispatch(holdHere(order));
    void dispatch(sendOrders());
  };
}
