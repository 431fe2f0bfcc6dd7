import { useRouter } from 'expo-router';
import { useState } from 'react';
import {
  LOOK_AGAIN,
  useCreatePacketMutation,
  useRemovePacketMutation,
  useRestorePacketMutation,
  useShelfQuery,
} from '@/state/api';
import type { Trouble } from '@/state/trouble';

/** The shelf's packets and what can be done with them. */
export function useShelf() {
  const router = useRouter();
  const { data: packets, error } = useShelfQuery(undefined, {
    pollingInterval: LOOK_AGAIN,
    skipPollingIfUnfocused: true,
  });
  const [createPacket, creating] = useCreatePacketMutation();
  const [removePacket] = useRemovePacketMutation();
  const [restorePacket] = useRestorePacketMutation();
  const [removed, setRemoved] = useState<{ id: string; name: string } | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);

  const attempt = async (work: () => Promise<void>) => {
    setTrouble(null);
    await work().catch((reason: unknown) => setTrouble(reason as Trouble));
  };

  return {
    packets,
    trouble: trouble ?? (error as Trouble | undefined) ?? null,
    isCreating: creating.isLoading,
    removed,
    create: () =>
      attempt(async () => {
        const packet = await createPacket().unwrap();
        router.push(`/packet/${packet.id}/gather`);
      }),
    remove: (id: string, name: string) =>
      attempt(async () => {
        await removePacket(id).unwrap();
        setRemoved({ id, name });
      }),
    undoRemove: () =>
      attempt(async () => {
        if (!removed) return;
        await restorePacket(removed.id).unwrap();
        setRemoved(null);
      }),
  };
}
