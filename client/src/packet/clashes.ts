import {
  diffFacts,
  diffRecipes,
  patchFacts,
  patchRecipe,
  type PacketPatch,
  type RecipePatch,
} from '@ravlo/contract';
import { factEdits, pageEdits } from './editing';
import { keep } from './editsKeeping';
import { gaveWay, insisted, selectFacts, selectRecipe, type WithEdits } from './editsSlice';
import { sendEdits } from './editSender';
import type { Clash } from './pendingEdits';
import type { AppThunk } from './store';

/** Two windows have changed the same: what the person says to it. */

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

function overRecipe(state: WithEdits, { page, patch }: Extract<Clash, { about: 'page' }>): RecipePatch {
  const now = selectRecipe(state, page);
  return diffRecipes(now, patchRecipe(now, patch));
}

function overFacts(state: WithEdits, { packet, patch }: Extract<Clash, { about: 'packet' }>): PacketPatch {
  const now = selectFacts(state, packet);
  return diffFacts(now, patchFacts(now, patch));
}
