import { useState } from 'react';
import type { OpenPacket, Page } from '@ravlo/contract';
import {
  LOOK_AGAIN,
  useChangePacketMutation,
  useOrderPagesMutation,
  usePacketQuery,
  useRemovePageMutation,
  useRestorePageMutation,
} from '@/state/api';
import type { Trouble } from '@/state/trouble';

interface Removed {
  readonly page: Page;
  readonly number: number;
}

/** One packet's pages and what can be done with them. */
export function useTable(packetId: string) {
  const { data: packet, error } = usePacketQuery(packetId, {
    pollingInterval: LOOK_AGAIN,
    skipPollingIfUnfocused: true,
  });
  const [orderPages] = useOrderPagesMutation();
  const [removePage] = useRemovePageMutation();
  const [restorePage] = useRestorePageMutation();
  const [changePacket] = useChangePacketMutation();
  const [removed, setRemoved] = useState<Removed | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);

  const attempt = async (work: () => Promise<unknown>) => {
    setTrouble(null);
    await work().catch((reason: unknown) => setTrouble(reason as Trouble));
  };

  return {
    packet,
    trouble: trouble ?? (error as Trouble | undefined) ?? null,
    removed,
    rename: (name: string) => attempt(() => changePacket({ id: packetId, change: { name } }).unwrap()),
    reorder: (pageIds: string[]) => attempt(() => orderPages({ packetId, pageIds }).unwrap()),
    remove: (page: Page) =>
      attempt(async () => {
        const number = pageNumber(packet, page.id);
        await removePage({ id: page.id, packetId }).unwrap();
        setRemoved({ page, number });
      }),
    undoRemove: () =>
      attempt(async () => {
        if (!removed) return;
        await restorePage({ id: removed.page.id, packetId }).unwrap();
        setRemoved(null);
      }),
  };
}

export function pageNumber(packet: OpenPacket | undefined, pageId: string): number {
  return (packet?.pages.findIndex((page) => page.id === pageId) ?? -1) + 1;
}
