import { giveOrder } from './orders';
import type { KeptPhoto } from './photoStore';
import type { AppThunk } from './store';

/** A photo with its bytes, wherever they are on this device; null when they are not here any more. */
export function photoOf(key: string): AppThunk<Promise<KeptPhoto | null>> {
  return async (_dispatch, _getState, parts) => parts.inHand.get(key) ?? parts.photoStore.get(key);
}

/** Takes the page that a photo has become off the table. */
export function removeShot(packetId: string, id: string): AppThunk<Promise<void>> {
  return async (dispatch) => {
    // Only this page is known here: all others stay.
    await dispatch(giveOrder({ packets: [{ packetId, pageIds: [] }], known: [id] }));
  };
}
