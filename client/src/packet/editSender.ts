import {
  isEmptyPatch,
  meetFacts,
  meetRecipe,
  type Conflicts,
  type Met,
  type PacketPatch,
  type RecipePatch,
} from '@ravlo/contract';
import { api } from './api';
import { ensureBegun } from './begun';
import { replacePackets, replacePages } from './cachedPackets';
import { ensureEdits, keep } from './editsKeeping';
import { refused, saved, selectPacketEdits, sendingBegan, takenApart, type Refusal } from './editsSlice';
import {
  countEdits,
  isNothing,
  NO_EDITS,
  splitPatch,
  type Clash,
  type Edits,
  type Pending,
} from './pendingEdits';
import type { AppThunk } from './store';
import { loadPhotos } from './loadPhotos';
import { isAhead } from './photosSlice';
import { isPassing, OFFLINE, toTrouble, waitAfter, type Trouble } from './trouble';
import { savingHeld, savingWent, told } from './troublesSlice';
import { once } from './windowParts';

/** Sends a packet's edits until nothing is left to be sent. */
export function sendEdits(packetId: string): AppThunk<Promise<void>> {
  return async (dispatch, getState) => {
    const isLeft = () => {
      const { sending, waiting } = selectPacketEdits(getState(), packetId);
      return sending !== null || !isNothing(waiting);
    };
    // What is edited in the very moment in which all is sent is sent as well.
    do await dispatch(sendAll(packetId));
    while (isLeft());
  };
}

function sendAll(packetId: string): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    once(parts, `send ${packetId}`, async () => {
      await dispatch(ensureEdits(packetId));
      await dispatch(loadPhotos());
      for (let tries = 1; ;) {
        const { sending, waiting } = selectPacketEdits(getState(), packetId);
        if (!sending && isNothing(waiting)) break;
        if (!sending) {
          dispatch(sendingBegan(packetId));
          // Before they go: should the answer be lost, exactly these are sent again.
          await dispatch(keep(packetId));
        }
        const trouble = await dispatch(sendOnce(packetId));
        if (trouble) {
          dispatch(savingHeld(trouble));
          await parts.editPause.wait(waitAfter(tries++, Math.random()));
        } else {
          tries = 1;
        }
      }
      dispatch(savingWent());
    });
}

/** @returns the trouble when it is worth trying the same again */
function sendOnce(packetId: string): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, getState) => {
    const sending = selectPacketEdits(getState(), packetId).sending ?? NO_EDITS;
    if (isNothing(sending)) {
      dispatch(saved({ packetId, pages: [] }));
      return null;
    }
    const body = {
      pages: Object.entries(sending.pages).map(([pageId, { patch }]) => ({ pageId, patch })),
      packets: Object.entries(sending.facts).map(([id, { patch }]) => ({ packetId: id, patch })),
    };
    // Pages that are shown before they have arrived: their photos go first.
    if (body.pages.some(({ pageId }) => isAhead(getState(), pageId))) return OFFLINE;
    for (const { packetId: id } of body.packets) {
      const unmade = await dispatch(ensureBegun(id));
      if (unmade) return unmade;
    }
    const { data, error } = await dispatch(api.endpoints.makeEdits.initiate(body, { track: false }));
    if (data) {
      dispatch(replacePages(data.pages));
      dispatch(replacePackets(data.packets));
      dispatch(saved({ packetId, pages: data.pages }));
      void dispatch(keep(packetId));
      return null;
    }
    const trouble = toTrouble(error);
    if (isPassing(trouble)) return trouble;
    if (trouble.conflicts) dispatch(yieldTo(packetId, sending, trouble.conflicts));
    else if (countEdits(sending) > 1) dispatch(takenApart(packetId));
    else {
      const dropped = [...Object.keys(sending.pages), ...Object.keys(sending.facts)];
      dispatch(refused({ packetId, clashes: [], dropped, again: NO_EDITS }));
      dispatch(told(trouble));
    }
    void dispatch(keep(packetId));
    return null;
  };
}

/** What the server could not merge: it is shown as it is now, and the person asked. */
function yieldTo(packetId: string, sending: Edits, conflicts: Conflicts): AppThunk {
  return (dispatch) => {
    dispatch(replacePages(conflicts.pages.map(({ page }) => page)));
    dispatch(replacePackets(conflicts.packets.map(({ packet }) => packet)));
    dispatch(refused({ packetId, ...sortOut(sending, conflicts) }));
    const isOurs = conflicts.gone.some((id) => id in sending.pages || id in sending.facts);
    if (isOurs) dispatch(told(GONE));
  };
}

const GONE: Trouble = {
  kind: 'not-found',
  detail:
    'What you changed was deleted in another window in the meantime, so the change is not made. It lies under “Deleted” on the shelf.',
};

/** Which of the edits clash, which are for nothing, and which have to be sent again. */
export function sortOut(sending: Edits, { pages, packets, gone }: Conflicts): Refusal {
  const clashes: Clash[] = [];
  const again = { pages: { ...sending.pages }, facts: { ...sending.facts } };
  for (const { page, fields } of pages) {
    const { patch, steps } = sending.pages[page.id];
    const [named, others] = splitPatch(patch, fields);
    const { holds, differs } = takeSides(named, meetRecipe(page.recipe, named));
    clashes.push({ about: 'page', page, patch: differs, steps });
    putBack(again.pages, page.id, { patch: { ...others, ...holds }, steps });
  }
  for (const { packet, fields } of packets) {
    const { patch, steps } = sending.facts[packet.id];
    const [named, others] = splitPatch(patch, fields);
    const { holds, differs } = takeSides(named, meetFacts(packet, named));
    clashes.push({ about: 'packet', packet, patch: differs, steps });
    putBack(again.facts, packet.id, { patch: { ...others, ...holds }, steps });
  }
  for (const id of gone) {
    delete again.pages[id];
    delete again.facts[id];
  }
  return { clashes, dropped: gone, again };
}

/** What the server calls a clash is one: should nothing differ as seen from here, all that it named does. */
function takeSides<P extends RecipePatch | PacketPatch>(named: P, met: Met<P>): Met<P> {
  return isEmptyPatch(met.differs) ? { holds: {} as P, differs: named } : met;
}

function putBack<P extends RecipePatch | PacketPatch>(
  all: Record<string, Pending<P>>,
  id: string,
  pending: Pending<P>,
): void {
  if (isEmptyPatch(pending.patch)) delete all[id];
  else all[id] = pending;
}
