import {
  briefNameValues,
  nameAsked,
  tieFacts,
  type MyBrief,
  type OpenPacket,
  type ShelfPacket,
} from '@ravlo/contract';
import { format } from 'date-fns';
import { api, useCreatePacketMutation, useShelfQuery } from '@/packet/api';
import { changeFacts } from '@/packet/editing';
import { selectFacts } from '@/packet/editsSlice';
import { useAppDispatch, useAppStore } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';
import { told } from '@/packet/troublesSlice';
import { useMe } from '@/page/useMe';

const NONE: readonly ShelfPacket[] = [];

/** The packets that are for a brief, and how one becomes so. */
export function useBriefPackets(mine: MyBrief) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const me = useMe();
  const { data: shelf } = useShelfQuery();
  const [createPacket, creating] = useCreatePacketMutation();
  const { brief, deskClass, attempts } = mine;
  const own = { date: format(new Date(), 'yyyy-MM-dd'), version: String(attempts.length + 1) };
  const asked = nameAsked(brief, briefNameValues(brief, deskClass, me, own));

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
    tied: shelf?.packets.filter(({ briefId }) => briefId === brief.id) ?? NONE,
    isStarting: creating.isLoading,
    /** a new packet that is for the brief @returns its id */
    start: () => attempt(() => createPacket({}).unwrap()),
    tie: (packetId: string) =>
      attempt(() =>
        dispatch(api.endpoints.packet.initiate(packetId, { forceRefetch: true, subscribe: false })).unwrap(),
      ),
  };
}
