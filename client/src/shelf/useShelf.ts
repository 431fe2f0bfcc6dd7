import { useRouter } from 'expo-router';
import { useState } from 'react';
import { LOOK_AGAIN, useBringInMutation, useShelfQuery } from '@/packet/api';
import { beginPacket } from '@/packet/begun';
import { SHELF } from '@/packet/editsSlice';
import { deletePacket } from '@/packet/history';
import { useAppDispatch } from '@/packet/store';
import { toTrouble, type Trouble } from '@/packet/trouble';
import { told } from '@/packet/troublesSlice';
import { useHistory } from '@/packet/useHistory';

/** For so long after a packet was deleted it is offered to take that back, ms; after that it lies under Deleted. */
const OFFERED = 3600 * 1000;

/** The shelf's packets and what can be done with them. */
export function useShelf() {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { data: shelf, error } = useShelfQuery(undefined, {
    pollingInterval: LOOK_AGAIN,
    skipPollingIfUnfocused: true,
  });
  const [isCreating, setCreating] = useState(false);
  const [bringIn, bringingIn] = useBringInMutation();
  const history = useHistory(SHELF);
  const [openedAt] = useState(() => Date.now());
  const last = history.undoStep;
  const tell = (trouble: Trouble | null) => trouble && dispatch(told(trouble));

  return {
    shelf,
    trouble: error ? toTrouble(error) : null,
    isCreating,
    isBringingIn: bringingIn.isLoading,
    /** what was deleted last, and can be taken back also after a reload */
    lastDeleted:
      last?.kind === 'deleted' &&
      openedAt - last.at < OFFERED &&
      !shelf?.packets.some(({ id }) => id === last.packetId)
        ? last
        : null,
    create: async () => {
      setCreating(true);
      const begun = await dispatch(beginPacket());
      setCreating(false);
      if ('id' in begun) router.push(`/packet/${begun.id}/gather`);
      else tell(begun.trouble);
    },
    bringIn: async (archive: File) => {
      try {
        const packet = await bringIn(archive).unwrap();
        router.push(`/packet/${packet.id}`);
      } catch (reason) {
        tell(toTrouble(reason));
      }
    },
    remove: async (id: string, name: string) => tell(await dispatch(deletePacket(id, name))),
    undoRemove: async () => tell(await history.undo()),
  };
}
