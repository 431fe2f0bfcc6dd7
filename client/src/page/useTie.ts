import {
  briefNameValues,
  nameAsked,
  proposeParts,
  tieFacts,
  untieFacts,
  type GivenParts,
  type MyBrief,
  type OpenPacket,
  type PagesAsked,
} from '@ravlo/contract';
import { packetDay } from '@ravlo/words';
import { format } from 'date-fns';
import { useMemo } from 'react';
import { useDeskQuery } from '@/packet/api';
import { changeFacts } from '@/packet/editing';
import { selectFacts, selectRecipe } from '@/packet/editsSlice';
import { sameItems } from '@/packet/sameItems';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { useMe } from './useMe';

const NO_PAGES: OpenPacket['pages'] = [];

/** The parts that are asked for, and what each page is: as a person has said, else proposed in order. */
export interface TiedParts {
  readonly asked: readonly string[];
  readonly given: GivenParts;
}

/** What a packet is for: its brief, the name and the parts that this asks for. */
export function useTie(packet: OpenPacket | undefined) {
  const dispatch = useAppDispatch();
  const me = useMe();
  const { data: desk } = useDeskQuery();
  const facts = useAppSelector((state) => (packet ? selectFacts(state, packet) : null));
  const pages = packet?.pages ?? NO_PAGES;
  const said = useAppSelector(
    (state) => pages.map((page) => selectRecipe(state, page).part ?? null),
    sameItems,
  );
  const briefOf = (id: string | null) => desk?.briefs.find(({ brief }) => brief.id === id) ?? null;
  const tied = briefOf(facts?.briefId ?? null);
  const parts = useProposed(tied?.brief.pages ?? null, said);

  const nameFor = ({ brief, deskClass, attempts }: MyBrief): string | null => {
    const date = pages.length > 0 ? format(packetDay(pages), 'yyyy-MM-dd') : '';
    const own = { date, version: String(attempts.length + 1) };
    return nameAsked(brief, briefNameValues(brief, deskClass, me, own));
  };

  return {
    briefs: desk?.briefs ?? [],
    /** null where the packet is tied to no brief, or to one that is not there any more */
    tied,
    parts,
    /** the name that the brief asks for */
    nameAsked: tied ? nameFor(tied) : null,
    /** ties the packet to a brief, or with null to none: one step, which can be taken back */
    tie: (briefId: string | null) => {
      if (!packet || !facts) return;
      const mine = briefOf(briefId);
      const change = mine
        ? tieFacts(facts, mine.brief, nameFor(mine))
        : untieFacts(facts, tied?.brief ?? null);
      dispatch(changeFacts(packet, change, 'brief'));
    },
  };
}

/** Parts for pages of which nobody has said anything; null where none are asked for. */
function useProposed(asked: PagesAsked | null, said: GivenParts): TiedParts | null {
  return useMemo(
    () => (asked?.kind === 'parts' ? { asked: asked.parts, given: proposeParts(asked.parts, said) } : null),
    [asked, said],
  );
}

export type Tie = ReturnType<typeof useTie>;
