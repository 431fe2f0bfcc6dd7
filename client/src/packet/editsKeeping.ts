import { keptOrNot, loaded, selectPacketEdits } from './editsSlice';
import type { AppThunk } from './store';
import { alone, closedWindows } from './windowId';
import { inTurn } from './windowParts';

/** Keeps a packet's record in the browser as it is now; what changes while it is being written is written after it. */
export function keep(packetId: string): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    inTurn(parts, `keep ${packetId}`, async () => {
      await dispatch(ensureEdits(packetId));
      const windowId = await parts.windowId();
      const record = { ...selectPacketEdits(getState(), packetId), packetId, windowId };
      const isKept = await parts.editsStore.keep(record);
      if (isKept !== getState().edits.isKept) dispatch(keptOrNot(isKept));
    });
}

/** Fetches what was done to a packet in this browser before, once a window. */
export function ensureEdits(packetId: string): AppThunk<Promise<void>> {
  return (dispatch, _getState, parts) => {
    const about = `load ${packetId}`;
    const known = parts.going.get(about) as Promise<void> | undefined;
    if (known) return known;
    const load = alone('edits', async () => {
      const record = await parts.editsStore.take(packetId, await parts.windowId(), closedWindows);
      dispatch(loaded({ packetId, record }));
    });
    parts.going.set(about, load);
    return load;
  };
}
