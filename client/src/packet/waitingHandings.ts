import type { MyBrief } from '@ravlo/contract';
import { api } from './api';
import { handOver, type HandOverGiven } from './handOver';
import { selectHanding, selectHandings, waits, waitsNoMore, type WaitingHanding } from './handingsSlice';
import { heldAnswer } from './heldAnswer';
import type { AppStore, AppThunk } from './store';
import { isFar } from './trouble';
import { remarked } from './troublesSlice';
import { alone } from './windowId';
import { once } from './windowParts';

/**
 * Handings over that could not reach the class desk: kept with their very bytes, and handed over once it answers, for as long as Ravlo
 * is open. What counts is when they arrive; until then everything says that they have not.
 */

/** Keeps one until the desk can be reached. @returns false where this browser cannot keep it */
export function letWait(mine: MyBrief, given: HandOverGiven): AppThunk<Promise<boolean>> {
  return async (dispatch, _getState, parts) => {
    const { id: briefId, title: briefTitle } = mine.brief;
    const { packetId } = given;
    const waiting: WaitingHanding = { briefId, briefTitle, packetId, askedAt: Date.now(), refused: null };
    const isKept = await parts.handingsStore.keep({ ...given, ...waiting });
    if (isKept) {
      dispatch(waits(waiting));
      parts.tellOthers({ type: 'handing', waiting });
    }
    return isKept;
  };
}

/** Lets go of one: it has arrived, or the person does not want it handed over any more. */
export function waitNoMore(briefId: string): AppThunk<Promise<void>> {
  return async (dispatch, _getState, parts) => {
    dispatch(waitsNoMore(briefId));
    await parts.handingsStore.forget(briefId);
    parts.tellOthers({ type: 'handing-gone', briefId });
  };
}

/** Picks up what an earlier visit left waiting. */
export function resumeHandings(): AppThunk<Promise<void>> {
  return async (dispatch, _getState, parts) => {
    for (const { briefId, briefTitle, packetId, askedAt, refused } of await parts.handingsStore.all())
      dispatch(waits({ briefId, briefTitle, packetId, askedAt, refused }));
    await dispatch(sendHandings());
  };
}

/** Hears which ones the other windows of this browser keep and let go. @returns what ends it */
export function followHandings(store: AppStore): () => void {
  return store.parts.hearOthers((message) => {
    const { type, waiting, briefId } = message as {
      type?: string;
      waiting?: WaitingHanding;
      briefId?: string;
    };
    if (type === 'handing' && waiting) store.dispatch(waits(waiting));
    else if (type === 'handing-gone' && briefId) store.dispatch(waitsNoMore(briefId));
  });
}

/** Hands over what waits, by one window of the browser at a time; what the desk refuses waits for the person. */
export function sendHandings(): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    once(parts, 'handings', () =>
      alone('handings', async () => {
        for (const { briefId, refused } of selectHandings(getState())) {
          if (refused) continue;
          const isFar = await dispatch(handOverWaiting(briefId));
          if (isFar) return;
        }
      }),
    );
}

/** @returns true where the desk cannot be reached */
function handOverWaiting(briefId: string): AppThunk<Promise<boolean>> {
  return async (dispatch, getState, parts) => {
    const kept = await parts.handingsStore.get(briefId);
    if (!kept) {
      // Another window has handed it over, or the person has taken it out.
      dispatch(waitsNoMore(briefId));
      return false;
    }
    const request = api.endpoints.brief.initiate(briefId, { forceRefetch: true });
    const { data: mine, error } = await heldAnswer(dispatch(request));
    if (!mine || error) return true;
    const handed = await dispatch(handOver(mine, kept, () => undefined));
    // It was taken out meanwhile: then it was too late, and the receipt says so.
    if (handed.attempt) {
      await dispatch(waitNoMore(briefId));
      dispatch(
        remarked(`${kept.briefTitle} is handed over. It has arrived; the receipt lies with the brief.`),
      );
      return false;
    }
    if (isFar(handed.trouble)) return true;
    const waiting = selectHanding(getState(), briefId);
    if (waiting) {
      dispatch(waits({ ...waiting, refused: handed.why }));
      await parts.handingsStore.keep({ ...kept, refused: handed.why });
    }
    return false;
  };
}
