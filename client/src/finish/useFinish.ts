import { useEffect, useState } from 'react';
import { packetNameSchema, UNNAMED, type Paper } from '@ravlo/contract';
import { usePacketQuery } from '@/packet/api';
import { changeFacts } from '@/packet/editing';
import { selectFacts, selectRecipe } from '@/packet/editsSlice';
import { sameItems } from '@/packet/sameItems';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';
import { fileName } from './fileName';
import { suggestName } from './suggestName';

/** A name is saved when typing has paused for this long, ms. */
const PAUSE = 400;
/** The name that a file was saved under last, on this device. */
const LAST_NAME = 'ravlo-last-name';

/** The packet's name and paper, saved as they are chosen. */
export function useFinish(packetId: string) {
  const dispatch = useAppDispatch();
  const { data: packet, error } = usePacketQuery(packetId);
  const facts = useAppSelector((state) => (packet ? selectFacts(state, packet) : null));
  const recipes = useAppSelector(
    (state) => (packet?.pages ?? []).map((page) => selectRecipe(state, page)),
    sameItems,
  );
  const [typed, setTyped] = useState<string | null>(null);

  const savedName = facts?.name;
  // A packet that nobody has named has an empty field: it asks.
  const name = typed ?? (savedName === UNNAMED ? '' : (savedName ?? ''));
  const check = packetNameSchema.safeParse(name);
  const validName = check.success ? check.data : null;

  useEffect(() => {
    if (!packet || typed === null || validName === null || validName === savedName) return undefined;
    const timer = setTimeout(() => dispatch(changeFacts(packet, { name: validName }, 'name')), PAUSE);
    return () => clearTimeout(timer);
  }, [typed, validName, savedName, packet, dispatch]);

  /** the last name that can stand on the file */
  const title = validName ?? savedName ?? UNNAMED;
  return {
    packet,
    name,
    /** an empty field asks for itself */
    nameProblem: check.success || typed === null ? null : check.error.issues[0].message,
    title,
    isNamed: title !== UNNAMED,
    file: fileName(title),
    suggestion: title === UNNAMED ? suggestName(recipes, globalThis.localStorage?.getItem(LAST_NAME)) : null,
    setName: setTyped,
    /** keeps the name that a file was saved under for the next suggestion */
    rememberName: () => globalThis.localStorage?.setItem(LAST_NAME, title),
    paper: facts?.paper ?? 'a4',
    setPaper: (paper: Paper) => packet && dispatch(changeFacts(packet, { paper }, 'paper')),
    trouble: error ? toTrouble(error) : null,
  };
}
