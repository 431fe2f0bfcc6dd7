import {
  briefNameValues,
  nameAsked,
  tieFacts,
  type MyBrief,
  type OpenPacket,
  type ShelfPacket,
} from '@ravlo/contract';
import { format } from 'date-fns';
import { useState } from 'react';
import { useShelfQuery } from '@/packet/api';
import { beginPacket } from '@/packet/begun';
import { changeFacts } from '@/packet/editing';
import { selectFacts } from '@/packet/editsSlice';
import { packetNow } from '@/packet/packetNow';
import { sameItems } from '@/packet/sameItems';
import { useAppDispatch, useAppSelector, useAppStore } from '@/packet/store';
import { told } from '@/packet/troublesSlice';
import { useMe } from '@/page/useMe';

const NONE: readonly ShelfPacket[] = [];

/** The packets that are for a brief, and how one becomes so. */
export function useBriefPackets(mine: MyBrief) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const me = useMe();
  const { data: shelf } = useShelfQuery();
  const [isStarting, setStarting] = useState(false);
  const { brief, deskClass, attempts } = mine;
  const own = { date: format(new Date(), 'yyyy-MM-dd'), version: String(attempts.length + 1) };
  const asked = nameAsked(brief, briefNameValues(brief, deskClass, me, own));

  // As they are here: a tie that was made without the server holds.
  const tied = useAppSelector(
    (state) =>
      shelf?.packets.filter((packet) => selectFacts(state, packet).briefId === mine.brief.id) ?? NONE,
    sameItems,
  );

  const tieTo = (packet: OpenPacket) => {
    const facts = selectFacts(store.getState(), packet);
    dispatch(changeFacts(packet, tieFacts(facts, brief, asked), 'brief'));
  };
  /** @returns null where it went wrong, which has been told */
  const tie = async (packetId: string): Promise<string | null> => {
    const now = await dispatch(packetNow(packetId));
    if ('trouble' in now) {
      dispatch(told(now.trouble));
      return null;
    }
    tieTo(now.packet);
    return packetId;
  };

  return {
    nameAsked: asked,
    tied,
    isStarting,
    /** a new packet that is for the brief, also while the server is away @returns its id */
    start: async () => {
      setStarting(true);
      const begun = await dispatch(beginPacket());
      if ('trouble' in begun) dispatch(told(begun.trouble));
      const id = 'trouble' in begun ? null : await tie(begun.id);
      setStarting(false);
      return id;
    },
    tie,
  };
}
