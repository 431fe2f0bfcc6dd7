import { markEditsSchema, type MarkEdit } from '@ravlo/contract';
import { markerApi } from '@/packet/markerApi';
import { dropKept, keep, kept } from '@/packet/kept';
import type { AppThunk } from '@/packet/store';
import { isPassing, toTrouble } from '@/packet/trouble';
import { own } from '@/packet/whose';
import { failed, said, saved, selectMarks, sendingBegan, tookUp } from './marksSlice';

/** After something was said it waits so long for more, ms. */
const PAUSE = 500;
/** Before the next try, ms. */
const AGAIN = 3000;

const timers = new Map<string, ReturnType<typeof setTimeout>>();
const placeOf = (id: string) => own(`ravlo-marks-${id}`);

/** Says something of an attempt: seen at once, kept in the browser until it is saved. */
export const sayMark =
  (id: string, edit: MarkEdit, isStep = true): AppThunk =>
  (dispatch) => {
    dispatch(said({ id, edit, isStep }));
    dispatch(keepMarks(id));
    dispatch(saveSoon(id, PAUSE));
  };

const saveSoon =
  (id: string, wait: number): AppThunk =>
  (dispatch) => {
    clearTimeout(timers.get(id));
    timers.set(
      id,
      setTimeout(() => void dispatch(saveMarks(id)), wait),
    );
  };

/** Sends what was said, one request at a time; what time may heal is tried again. @returns whether all is saved */
export const saveMarks =
  (id: string): AppThunk<Promise<boolean>> =>
  async (dispatch, getState) => {
    clearTimeout(timers.get(id));
    const marks = selectMarks(getState(), id);
    if (marks.sending.length > 0) return false;
    if (marks.pending.length === 0) return true;
    dispatch(sendingBegan(id));
    const { sending } = selectMarks(getState(), id);
    const request = dispatch(markerApi.endpoints.mark.initiate({ id, edits: sending }, { track: false }));
    const { data, error } = await request;
    if (data) {
      // What is known is newer now, before what was on its way is let go: nothing jumps back between.
      const isKnown = markerApi.util.updateQueryData('reading', id, () => data.reading);
      // The store was made before the marker's questions were: its type does not know them.
      dispatch(isKnown as unknown as AppThunk);
      dispatch(saved({ id, clashes: data.clashes }));
    } else {
      const trouble = toTrouble(error);
      dispatch(failed({ id, trouble: trouble.detail, isRefused: !isPassing(trouble) }));
    }
    dispatch(keepMarks(id));
    if (selectMarks(getState(), id).pending.length === 0) return data !== undefined;
    if (data) return dispatch(saveMarks(id));
    dispatch(saveSoon(id, AGAIN));
    return false;
  };

/** What is not saved lies in the browser: a reload, or a closed window, loses nothing. */
const keepMarks =
  (id: string): AppThunk =>
  (_dispatch, getState) => {
    const { sending, pending } = selectMarks(getState(), id);
    const edits = [...sending, ...pending];
    // A browser that keeps nothing works as long as the server can be asked.
    if (edits.length === 0) dropKept(placeOf(id));
    else keep(placeOf(id), { edits });
  };

/** Goes on with what an earlier window had not saved. */
export const takeUpMarks =
  (id: string): AppThunk =>
  (dispatch) => {
    const edits = kept(placeOf(id), markEditsSchema)?.edits;
    if (!edits) return;
    dispatch(tookUp({ id, edits }));
    dispatch(saveSoon(id, 0));
  };
