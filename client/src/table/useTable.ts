import { addTurns, type Turn } from '@ravlo/core/raster/turnQuarter';
import type { Page, Recipe } from '@ravlo/contract';
import { useState } from 'react';
import { api, LOOK_AGAIN, useCopyPageMutation, useCreatePacketMutation, usePacketQuery } from '@/packet/api';
import { changeRecipes } from '@/packet/editing';
import { selectFacts, selectRecipe } from '@/packet/editsSlice';
import { arrangePages } from '@/packet/history';
import { useAppDispatch, useAppSelector, useAppStore } from '@/packet/store';
import { useHistory } from '@/packet/useHistory';
import { toTrouble, type Trouble } from '@/packet/trouble';
import { told, troubleSeen } from '@/packet/troublesSlice';
import { sayPages } from '@/ui/sayBytes';
import { idsOf, insertedAfter, without } from './arrangements';

const NO_PAGES: readonly Page[] = [];

/** One packet's pages and all that can be done with them. */
export function useTable(packetId: string) {
  const dispatch = useAppDispatch();
  const { getState } = useAppStore();
  const { data: packet, error } = usePacketQuery(packetId, {
    pollingInterval: LOOK_AGAIN,
    skipPollingIfUnfocused: true,
  });
  const pages = packet?.pages ?? NO_PAGES;
  const ids = idsOf(pages);
  const history = useHistory(packetId, pages);
  const name = useAppSelector((state) => (packet ? selectFacts(state, packet).name : ' '));
  const [copyPage] = useCopyPageMutation();
  const [createPacket] = useCreatePacketMutation();
  /** what was just done, to be said and taken back */
  const [said, setSaid] = useState<string | null>(null);

  const attempt = async (work: () => Promise<Trouble | null | void>, saying: string | null = null) => {
    dispatch(troubleSeen());
    setSaid(null);
    const found = await work().catch(toTrouble);
    if (found) dispatch(told(found));
    else setSaid(saying);
  };
  const chosenOf = (chosen: ReadonlySet<string>) => pages.filter(({ id }) => chosen.has(id));
  const nameOf = (chosen: ReadonlySet<string>) =>
    chosen.size === 1 ? `page ${ids.indexOf([...chosen][0]) + 1}` : sayPages(chosen.size);
  const capital = (text: string) => text[0].toUpperCase() + text.slice(1);
  const verb = (count: number) => (count === 1 ? 'is' : 'are');

  /** Another packet's pages as they are now, also in the cache. */
  const pagesOf = async (otherId: string): Promise<string[]> => {
    const request = dispatch(api.endpoints.packet.initiate(otherId, { forceRefetch: true }));
    try {
      return idsOf((await request.unwrap()).pages);
    } finally {
      request.unsubscribe();
    }
  };

  return {
    packet,
    pages,
    history,
    name,
    trouble: error ? toTrouble(error) : null,
    said,
    hush: () => setSaid(null),

    undo: () => attempt(() => history.undo()),
    redo: () => attempt(() => history.redo()),

    reorder: (pageIds: readonly string[], what: string) =>
      attempt(() => dispatch(arrangePages(packetId, [{ packetId, pageIds: [...pageIds] }], what))),

    remove: (chosen: ReadonlySet<string>) =>
      attempt(
        () =>
          dispatch(
            arrangePages(packetId, [{ packetId, pageIds: without(ids, chosen) }], `delete ${nameOf(chosen)}`),
          ),
        `${capital(nameOf(chosen))} ${verb(chosen.size)} deleted.`,
      ),

    duplicate: (page: Page) =>
      attempt(async () => {
        const copy = await copyPage({ id: page.id, recipe: selectRecipe(getState(), page) }).unwrap();
        const after = { packetId, pageIds: insertedAfter([...ids, copy.id], copy.id, page.id) };
        return dispatch(
          arrangePages(packetId, [after], `copy of ${nameOf(new Set([page.id]))}`, [
            { packetId, pageIds: ids },
          ]),
        );
      }),

    /** Pages leave for another packet, behind those that lie there. */
    moveToPacket: (chosen: ReadonlySet<string>, otherId: string, otherName: string) =>
      attempt(
        async () =>
          dispatch(
            arrangePages(
              packetId,
              [
                { packetId: otherId, pageIds: [...(await pagesOf(otherId)), ...idsOf(chosenOf(chosen))] },
                { packetId, pageIds: without(ids, chosen) },
              ],
              `move ${nameOf(chosen)} to ${otherName}`,
            ),
          ),
        `${capital(nameOf(chosen))} ${verb(chosen.size)} in “${otherName}” now.`,
      ),

    copyToPacket: (chosen: ReadonlySet<string>, otherId: string, otherName: string) =>
      attempt(
        async () => {
          const before = await pagesOf(otherId);
          const copies: string[] = [];
          for (const page of chosenOf(chosen)) {
            const recipe = selectRecipe(getState(), page);
            copies.push((await copyPage({ id: page.id, packetId: otherId, recipe }).unwrap()).id);
          }
          return dispatch(
            arrangePages(
              packetId,
              [{ packetId: otherId, pageIds: [...before, ...copies] }],
              `copy ${nameOf(chosen)} to ${otherName}`,
              [{ packetId: otherId, pageIds: before }],
            ),
          );
        },
        `${capital(nameOf(chosen))} ${verb(chosen.size)} copied to “${otherName}”.`,
      ),

    /** Pages leave for a packet of their own. */
    split: (chosen: ReadonlySet<string>) =>
      attempt(
        async () => {
          const made = await createPacket().unwrap();
          await dispatch(api.util.upsertQueryData('packet', made.id, made));
          return dispatch(
            arrangePages(
              packetId,
              [
                { packetId: made.id, pageIds: idsOf(chosenOf(chosen)) },
                { packetId, pageIds: without(ids, chosen) },
              ],
              `split off ${nameOf(chosen)}`,
            ),
          );
        },
        `${capital(nameOf(chosen))} ${verb(chosen.size)} in a new packet.`,
      ),

    /** All of another packet's pages come here, behind these. */
    join: (otherId: string, otherName: string) =>
      attempt(async () => {
        const theirs = await pagesOf(otherId);
        return dispatch(
          arrangePages(
            packetId,
            [
              { packetId, pageIds: [...ids, ...theirs] },
              { packetId: otherId, pageIds: [] },
            ],
            `join ${otherName}`,
          ),
        );
      }, `The pages of “${otherName}” are here now.`),

    turn: (chosen: ReadonlySet<string>, by: Turn) =>
      dispatch(
        changeRecipes(chosenOf(chosen), (recipe) => ({ ...recipe, turn: addTurns(recipe.turn, by) }), 'turn'),
      ),
    setLook: (chosen: ReadonlySet<string>, look: Recipe['look']) =>
      dispatch(
        changeRecipes(
          chosenOf(chosen),
          (recipe) => (recipe.look === look ? recipe : { ...recipe, look }),
          'look',
        ),
      ),
  };
}

export type Table = ReturnType<typeof useTable>;
