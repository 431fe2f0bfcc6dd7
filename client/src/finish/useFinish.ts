import { useEffect, useState } from 'react';
import { packetNameSchema, type Paper } from '@ravlo/contract';
import { usePacketQuery } from '@/packet/api';
import { changeFacts } from '@/packet/editing';
import { selectFacts } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';

/** A name is saved when typing has paused for this long, ms. */
const PAUSE = 400;

/** The packet's name and paper, saved as they are chosen. */
export function useFinish(packetId: string) {
  const dispatch = useAppDispatch();
  const { data: packet, error } = usePacketQuery(packetId);
  const facts = useAppSelector((state) => (packet ? selectFacts(state, packet) : null));
  const [typed, setTyped] = useState<string | null>(null);

  const name = typed ?? facts?.name ?? '';
  const check = packetNameSchema.safeParse(name);
  const validName = check.success ? check.data : null;
  const savedName = facts?.name;

  useEffect(() => {
    if (!packet || typed === null || validName === null || validName === savedName) return undefined;
    const timer = setTimeout(() => dispatch(changeFacts(packet, { name: validName }, 'name')), PAUSE);
    return () => clearTimeout(timer);
  }, [typed, validName, savedName, packet, dispatch]);

  return {
    packet,
    name,
    nameProblem: check.success ? null : check.error.issues[0].message,
    /** the last name that can stand on the file */
    title: validName ?? savedName ?? 'pages',
    setName: setTyped,
    paper: facts?.paper ?? 'a4',
    setPaper: (paper: Paper) => packet && dispatch(changeFacts(packet, { paper }, 'paper')),
    trouble: error ? toTrouble(error) : null,
  };
}
