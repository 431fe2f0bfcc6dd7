import { sendBegun } from './begun';
import { sendOrders } from './orders';
import { wakePhotos } from './photos';
import type { AppThunk } from './store';
import { sendHandings } from './waitingHandings';

/** Tries at once to save and to send all that waits: the network is back, or the person asks for it. */
export function wakeAll(): AppThunk {
  return (dispatch, _getState, parts) => {
    void dispatch(sendBegun());
    parts.editPause.wake();
    parts.orderPause.wake();
    dispatch(wakePhotos());
    void dispatch(sendOrders());
    void dispatch(sendHandings());
  };
}
