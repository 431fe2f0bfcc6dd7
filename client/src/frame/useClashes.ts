import { useMemo } from 'react';
import { idOf, type Clash } from '@/packet/pendingEdits';
import { useAppSelector } from '@/packet/store';

export interface OpenClash {
  readonly id: string;
  /** whose record it stands in */
  readonly packetId: string;
  readonly clash: Clash;
}

/** Edits that met another window's, and wait for the person's word. */
export function useClashes(): readonly OpenClash[] {
  const packets = useAppSelector((state) => state.edits.packets);
  return useMemo(
    () =>
      Object.entries(packets).flatMap(([packetId, { clashes }]) =>
        clashes.map((clash) => ({ id: idOf(clash), packetId, clash })),
      ),
    [packets],
  );
}
