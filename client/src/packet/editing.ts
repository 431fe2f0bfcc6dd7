import { addTurns } from '@ravlo/core/geometry';
import { nanoid } from 'nanoid';
import {
  diffFacts,
  diffRecipes,
  isEmptyPatch,
  type Packet,
  type PacketFacts,
  type PacketPatch,
  type Page,
  type Recipe,
  type Turn,
} from '@ravlo/contract';
import { ensureEdits, keep } from './editsKeeping';
import { edited, selectFacts, selectRecipe, stepped } from './editsSlice';
import { sendEdits } from './editSender';
import type { Edits, PageEdit, Step } from './pendingEdits';
import type { AppThunk } from './store';

/**
 * Edits of pages and packets: shown at once, kept in the browser, sent together, and kept until the server has them. An
 * edit names only the fields that it changes, as they were when it was made: nothing else is ever overwritten.
 */

type PageChange = (recipe: Recipe, page: Page) => Recipe;
type StepKind = { readonly [K in Step['kind']]: Omit<Extract<Step, { kind: K }>, 'id' | 'at'> }[Step['kind']];

export const newStep = (step: StepKind): Step => ({ ...step, id: nanoid(), at: Date.now() }) as Step;

/** A recipe turned by quarters: whoever turns a page knows which way up it is. */
export const turnedBy = (recipe: Recipe, by: Turn): Recipe => ({
  ...recipe,
  turn: addTurns(recipe.turn, by),
  way: undefined,
});

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

/** Picks up what an earlier visit left unsaved, whichever packet is open. */
export function resumeEdits(): AppThunk<Promise<void>> {
  return async (dispatch, _getState, { editsStore }) => {
    for (const packetId of await editsStore.packetsWithEdits()) {
      await dispatch(ensureEdits(packetId));
      void dispatch(sendEdits(packetId));
    }
  };
}
