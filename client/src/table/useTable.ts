import type { Look, Page, Turn } from '@ravlo/contract';
import { useState } from 'react';
import { LOOK_AGAIN, usePacketQuery } from '@/packet/api';
import { changeRecipes, turnedBy } from '@/packet/editing';
import { selectFacts } from '@/packet/editsSlice';
import { idsOf } from '@/packet/pageOrder';
import { useAppDispatch, useAppSelector, type AppThunk } from '@/packet/store';
import { toTrouble, type Trouble } from '@/packet/trouble';
import { told, troubleSeen } from '@/packet/troublesSlice';
import { useTie } from '@/page/useTie';
import { useHistory } from '@/packet/useHistory';
import {
  copyPages,
  duplicatePage,
  joinPacket,
  movePages,
  removePages,
  reorderPages,
  splitPages,
  type Chosen,
  type Laid,
} from './pageMoves';
import { sayChosen, sayDone } from './sayChosen';

const NO_PAGES: readonly Page[] = [];

/** One packet's pages and all that can be done with them. */
export function useTable(packetId: string) {
  const dispatch = useAppDispatch();
  const { data: packet, error } = usePacketQuery(packetId, {
    pollingInterval: LOOK_AGAIN,
    skipPollingIfUnfocused: true,
  });
  const pages = packet?.pages ?? NO_PAGES;
  const ids = idsOf(pages);
  const laid: Laid = { packetId, pages };
  const history = useHistory(packetId, pages);
  const tie = useTie(packet);
  const name = useAppSelector((state) => (packet ? selectFacts(state, packet).name : ' '));
  /** what was just done, to be said and taken back */
  const [said, setSaid] = useState<string | null>(null);

  const attempt = async (work: Promise<Trouble | null>, saying: string | null = null) => {
    dispatch(troubleSeen());
    setSaid(null);
    const trouble = await work.catch(toTrouble);
    if (trouble) dispatch(told(trouble));
    else setSaid(saying);
  };
  const make = (move: AppThunk<Promise<Trouble | null>>, saying?: string) => attempt(dispatch(move), saying);
  const nameOf = (chosen: Chosen) => sayChosen(ids, chosen);
  const done = (chosen: Chosen, what: string) => sayDone(ids, chosen, what);
  const pagesOf = (chosen: Chosen) => pages.filter(({ id }) => chosen.has(id));

  return {
    packet,
    pages,
    history,
    tie,
    name,
    trouble: error ? toTrouble(error) : null,
    said,

    undo: () => attempt(history.undo()),
    redo: () => attempt(history.redo()),

    reorder: (pageIds: readonly string[], what: string) => make(reorderPages(laid, pageIds, what)),
    remove: (chosen: Chosen) => make(removePages(laid, chosen, nameOf(chosen)), done(chosen, 'deleted')),
    duplicate: (page: Page) => make(duplicatePage(laid, page, nameOf(new Set([page.id])))),
    moveToPacket: (chosen: Chosen, otherId: string, otherName: string) =>
      make(
        movePages(laid, chosen, otherId, `move ${nameOf(chosen)} to ${otherName}`),
        done(chosen, `in “${otherName}” now`),
      ),
    copyToPacket: (chosen: Chosen, otherId: string, otherName: string) =>
      make(
        copyPages(laid, chosen, otherId, `copy ${nameOf(chosen)} to ${otherName}`),
        done(chosen, `copied to “${otherName}”`),
      ),
    split: (chosen: Chosen) =>
      make(splitPages(laid, chosen, `split off ${nameOf(chosen)}`), done(chosen, 'in a new packet')),
    join: (otherId: string, otherName: string) =>
      make(joinPacket(laid, otherId, `join ${otherName}`), `The pages of “${otherName}” are here now.`),

    turn: (chosen: Chosen, by: Turn) =>
      dispatch(changeRecipes(pagesOf(chosen), (recipe) => turnedBy(recipe, by), 'turn')),
    setLook: (chosen: Chosen, look: Look) =>
      dispatch(
        changeRecipes(
          pagesOf(chosen),
          (recipe) => (recipe.look === look ? recipe : { ...recipe, look }),
          'look',
        ),
      ),
  };
}

export type Table = ReturnType<typeof useTable>;
