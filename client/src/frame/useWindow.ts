import { useEffect } from 'react';
import { setupListeners } from '@reduxjs/toolkit/query';
import { resumeEdits } from '@/packet/editing';
import { sendBegun } from '@/packet/begun';
import { watchPages } from '@/packet/findPages';
import { keepAnswers } from '@/packet/keepAnswers';
import { answered, selectLine } from '@/packet/lineSlice';
import { hearChanges } from '@/packet/liveChanges';
import { sendOrders, watchOrders } from '@/packet/orders';
import { watchAhead } from '@/packet/pagesAhead';
import { followPhotos, resumePhotos } from '@/packet/photos';
import type { AppStore } from '@/packet/store';
import { followHandings, resumeHandings } from '@/packet/waitingHandings';
import { wakeAll } from '@/packet/wakeAll';
import { hearSeat } from '@/packet/whose';

const isDown = ({ shownFrom, isLost }: ReturnType<typeof selectLine>): boolean =>
  shownFrom !== null || isLost;

/** All that goes on in a window by itself, from its opening to its end. */
export function useWindow(store: AppStore): void {
  useEffect(() => {
    const wake = () => store.dispatch(wakeAll());
    const ends = [
      setupListeners(store.dispatch),
      watchPages(store),
      keepAnswers(store),
      followPhotos(store),
      followHandings(store),
      hearChanges(store),
      hearSeat(),
      watchAhead(store),
      watchOrders(store),
      // The server answers again: what was begun without it is made there, and what waits goes up.
      store.startListening({
        predicate: (action, _now, before) => answered.match(action) && isDown(selectLine(before)),
        effect: wake,
      }),
      () => window.removeEventListener('online', wake),
    ];
    window.addEventListener('online', wake);
    void store.dispatch(sendBegun());
    void store.dispatch(resumeEdits());
    void store.dispatch(resumePhotos());
    void store.dispatch(sendOrders());
    void store.dispatch(resumeHandings());
    return () => ends.forEach((end) => end());
  }, [store]);
}
