import { useEffect, useState } from 'react';
import { packetNameSchema, type Paper } from '@ravlo/contract';
import { useChangePacketMutation, usePacketQuery } from '@/state/api';
import type { Trouble } from '@/state/trouble';

/** A name is saved when typing has paused for this long, ms. */
const PAUSE = 400;

/** The packet's name and paper, saved as they are chosen. */
export function useFinish(packetId: string) {
  const { data: packet, error } = usePacketQuery(packetId);
  const [changePacket, changing] = useChangePacketMutation();
  const [typed, setTyped] = useState<string | null>(null);

  const name = typed ?? packet?.name ?? '';
  const check = packetNameSchema.safeParse(name);
  const validName = check.success ? check.data : null;
  const savedName = packet?.name;

  useEffect(() => {
    if (typed === null || validName === null || validName === savedName) return undefined;
    const timer = setTimeout(() => void changePacket({ id: packetId, change: { name: validName } }), PAUSE);
    return () => clearTimeout(timer);
  }, [typed, validName, savedName, packetId, changePacket]);

  return {
    packet,
    name,
    nameProblem: check.success ? null : check.error.issues[0].message,
    /** the last name that can stand on the file */
    title: validName ?? savedName ?? 'pages',
    setName: setTyped,
    paper: packet?.paper ?? 'a4',
    setPaper: (paper: Paper) => void changePacket({ id: packetId, change: { paper } }),
    trouble: ((changing.error ?? error) as Trouble | undefined) ?? null,
  };
}
