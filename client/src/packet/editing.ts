import { nanoid } from 'nanoid';
import {
  diffFacts,
  diffRecipes,
  isEmptyPatch,
  meetFacts,
  meetRecipe,
  patchFacts,
  patchRecipe,
  type Conflicts,
  type Packet,
  type PacketFacts,
  type PacketPatch,
  type Page,
  type Recipe,
  type RecipePatch,
} from '@ravlo/contract';
import { api } from './api';
import { keepRecord, packetsWithEdits, takeRecord } from './editsRecord';
import {
  countEdits,
  edited,
  gaveWay,
  insisted,
  isNothing,
  keptOrNot,
  loaded,
  NO_EDITS,
  refused,
  saved,
  selectFacts,
  selectPacketEdits,
  selectRecipe,
  sendingBegan,
  splitPatch,
  stepped,
  takenApart,
  type Clash,
  type Edits,
  type PageEdit,
  type Pending,
  type Refusal,
  type Step,
} from './editsSlice';
import { replacePackets, replacePages } from './cachedPackets';
import type { AppThunk } from './store';
import { isPassing, toTrouble, waitAfter, type Trouble } from './trouble';
import { savingHeld, savingWent, told } from './troublesSlice';
import { alone, closedWindows } from './windowId';
import { inTurn, once } from './windowParts';

/**
 * Edits of pages and packets: shown at once, kept in the browser, sent together, and kept until the server has them. An
 * edit names only the fields that it changes, as they were when it was made: nothing else is ever overwritten.
 */

type PageChange = (recipe: Recipe, page: Page) => Recipe;
type StepKind = { readonly [K in Step['kind']]: Omit<Extract<Step, { kind: K }>, 'id' | 'at'> }[Step['kind']];

export const newStep = (step: StepKind): Step => ({ ...step, id: nanoid(), at: Date.now() }) as Step;

/** Changes one page's recipe. `what` was changed, as a person would call it: "the edges". */
export const changeRecipe = (page: Page, change: PageChange, what: string): AppThunk =>
  changeRecipes([page], change, what);

/**
 * Changes the recipes of several pages as one step.
 *
 * @param change is given the recipe as it is at this moment, and gives back what it becomes
 */
export function changeRecipes(pages: readonly Page[], change: PageChange, what: string): AppThunk {
  return (dispatch, getState) => {
    const edits = pages.flatMap((page): PageEdit[] => {
      const before = selectRecipe(getState(), page);
      const patch = diffRecipes(before, change(before, page));
      return isEmptyPatch(patch) ? [] : [{ pageId: page.id, patch }];
    });
    if (edits.length === 0) return;
    const step = newStep({ kind: 'pages', what, edits });
    dispatch(edit(pages[0].packetId, pageEdits(edits, [step.id]), step));
  };
}

/** Changes a packet's name, paper or look, as a step of its history. */
export function changeFacts(packet: Packet, change: Partial<PacketFacts>, what: string): AppThunk {
  return (dispatch, getState) => {
    const before = selectFacts(getState(), packet);
    const patch = diffFacts(before, { ...before, ...change });
    if (isEmptyPatch(patch)) return;
    const step = newStep({ kind: 'facts', what, packetId: packet.id, patch });
    dispatch(edit(packet.id, factEdits(packet.id, patch, [step.id]), step));
  };
}

export const pageEdits = (edits: readonly PageEdit[], steps: readonly string[]): Edits => ({
  facts: {},
  pages: Object.fromEntries(edits.map(({ pageId, patch }) => [pageId, { patch, steps }])),
});

export const factEdits = (packetId: string, patch: PacketPatch, steps: readonly string[]): Edits => ({
  pages: {},
  facts: { [packetId]: { patch, steps } },
});

/** Makes edits of what stands in a packet's record: shown at once, kept, and sent. */
export function edit(packetId: string, edits: Edits, step?: Step): AppThunk {
  return (dispatch) => {
    dispatch(edited({ packetId, edits, step }));
    void dispatch(keep(packetId));
    void dispatch(sendEdits(packetId));
  };
}

/** Remembers something that is done already. */
export function remember(packetId: string, step: Step): AppThunk {
  return (dispatch) => {
    dispatch(stepped({ packetId, step }));
    void dispatch(keep(packetId));
  };
}

/** Keeps a packet's record in the browser as it is now; what changes while it is being written is written after it. */
export function keep(packetId: string): AppThunk<Promise<void>> {
  return (dispatch, getState, parts) =>
    inTurn(parts, `keep ${packetId}`, async () => {
      await dispatch(ensureEdits(packetId));
      const windowId = await parts.windowId();
      const isKept = await keepRecord({ ...selectPacketEdits(getState(), packetId), packetId, windowId });
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
      const record = await takeRecord(packetId, await parts.windowId(), closedWindows);
      dispatch(loaded({ packetId, record }));
    });
    parts.going.set(about, load);
    return load;
  };
}

/** Picks up what an earlier visit left unsaved, whichever packet is open. */
export function resumeEdits(): AppThunk<Promise<void>> {
  return async (dispatch) => {
    for (const packetId of await packetsWithEdits()) {
      await dispatch(ensureEdits(packetId));
      void dispatch(sendEdits(packetId));
    }
  };
}

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
    const { holds, differs } = meetRecipe(page.recipe, named);
    clashes.push({ about: 'page', page, patch: differs, steps });
    putBack(again.pages, page.id, { patch: { ...others, ...holds }, steps });
  }
  for (const { packet, fields } of packets) {
    const { patch, steps } = sending.facts[packet.id];
    const [named, others] = splitPatch(patch, fields);
    const { holds, differs } = meetFacts(packet, named);
    clashes.push({ about: 'packet', packet, patch: differs, steps });
    putBack(again.facts, packet.id, { patch: { ...others, ...holds }, steps });
  }
  for (const id of gone) {
    delete again.pages[id];
    delete again.facts[id];
  }
  return { clashes, dropped: gone, again };
}

function putBack<P extends RecipePatch | PacketPatch>(
  all: Record<string, Pending<P>>,
  id: string,
  pending: Pending<P>,
): void {
  if (isEmptyPatch(pending.patch)) delete all[id];
  else all[id] = pending;
}

/** The person takes what the other window has made. */
export function giveWay(packetId: string, clash: Clash): AppThunk {
  return (dispatch) => {
    dispatch(gaveWay({ packetId, clash }));
    void dispatch(keep(packetId));
  };
}

/** The person keeps their own: it is made once more, on what is there now. */
export function insist(packetId: string, clash: Clash): AppThunk {
  return (dispatch, getState) => {
    const edits =
      clash.about === 'page'
        ? pageEdits([{ pageId: clash.page.id, patch: overRecipe(getState(), clash) }], clash.steps)
        : factEdits(clash.packet.id, overFacts(getState(), clash), clash.steps);
    dispatch(insisted({ packetId, clash, edits }));
    void dispatch(keep(packetId));
    void dispatch(sendEdits(packetId));
  };
}

type WithEdits = Parameters<typeof selectRecipe>[0];

function overRecipe(state: WithEdits, { page, patch }: Extract<Clash, { about: 'page' }>): RecipePatch {
  const now = selectRecipe(state, page);
  return diffRecipes(now, patchRecipe(now, patch));
}

function overFacts(state: WithEdits, { packet, patch }: Extract<Clash, { about: 'packet' }>): PacketPatch {
  const now = selectFacts(state, packet);
  return diffFacts(now, patchFacts(now, patch));
}
