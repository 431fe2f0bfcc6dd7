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
import { api, useShelfQuery } from '@/packet/api';
import { beginPacket } from '@/packet/begun';
import { changeFacts } from '@/packet/editing';
import { selectFacts } from '@/packet/editsSlice';
import { heldAnswer } from '@/packet/heldAnswer';
import { sameItems } from '@/packet/sameItems';
import { useAppDispatch, useAppSelector, useAppStore, type AppThunk } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';
import { told } from '@/packet/troublesSlice';
import { useMe } from '@/page/useMe';

const NONE: readonly ShelfPacket[] = [];

/** A packet as it is on the server, else as it is known here. @throws Trouble where neither is to be had */
function packetNow(packetId: string): AppThunk<Promise<OpenPacket>> {
  return async (dispatch) => {
    const request = api.endpoints.packet.initiate(packetId, { forceRefetch: true });
    const { data, error } = await heldAnswer(dispatch(request));
    if (!data) throw error as unknown as Error;
    return data;
  };
}

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
  const attempt = async (get: () => Promise<OpenPacket>): Promise<string | null> => {
    try {
      const packet = await get();
      tieTo(packet);
      return packet.id;
    } catch (reason) {
      dispatch(told(toTrouble(reason)));
      return null;
    }
  };

  return {
    nameAsked: asked,
    tied,
    isStarting,
    /** a new packet that is for the brief, also while the server is away @returns its id */
    start: async () => {
      setStarting(true);
      const id = await attempt(async () => {
        const begun = await dispatch(beginPacket());
        if ('trouble' in begun) throw begun.trouble as unknown as Error;
        return dispatch(packetNow(begun.id));
      });
      setStarting(false);
      return id;
    },
    tie: (packetId: string) => attempt(() => dispatch(packetNow(packetId))),
  };
}
