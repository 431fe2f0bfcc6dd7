import { own } from '@/packet/whose';
import { useEffect, useState } from 'react';
import { packetNameSchema, UNNAMED, type PacketFacts } from '@ravlo/contract';
import { format } from 'date-fns';
import { usePacketQuery, useShelfQuery } from '@/packet/api';
import { changeFacts } from '@/packet/editing';
import { selectFacts, selectRecipe } from '@/packet/editsSlice';
import { keepText, keptText } from '@/packet/kept';
import { sameItems } from '@/packet/sameItems';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';
import { packetDay } from '@ravlo/words';
import { fileNameAmong } from '@/page/fileNameAmong';
import { useWishes } from '@/page/useWishes';
import { suggestName } from './suggestName';

/** A name is saved when typing has paused for this long, ms. */
const PAUSE = 400;
/** The name that a file was saved under last, on this device. */
const LAST_NAME = 'ravlo-last-name';

/** The packet's name and how its file is to be, saved as they are chosen. */
export function useFinish(packetId: string) {
  const dispatch = useAppDispatch();
  const { data: packet, error } = usePacketQuery(packetId);
  const { data: shelf } = useShelfQuery();
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
  const wishes = useWishes(packet, facts, title);
  const toFile = (wanted: string) =>
    packet ? fileNameAmong(shelf?.packets ?? [], { ...packet, name: wanted }) : wanted;
  const suggestion = title === UNNAMED ? suggestName(recipes, keptText(own(LAST_NAME))) : null;
  return {
    packet,
    wishes,
    name,
    /** an empty field asks for itself */
    nameProblem: check.success || typed === null ? null : check.error.issues[0].message,
    title,
    isNamed: title !== UNNAMED,
    file: toFile(title),
    /** a name as it stands on the file, told from the files of other packets */
    toFile,
    suggestion,
    /** what the packet says by itself for the parts of a name */
    own: {
      date: packet && packet.pages.length > 0 ? format(packetDay(packet.pages), 'yyyy-MM-dd') : '',
      version: '1',
      assignment: suggestName(recipes, null) ?? '',
    },
    setName: setTyped,
    /** keeps the name that a file was saved under for the next suggestion */
    rememberName: () => keepText(own(LAST_NAME), title),
    isSigned: facts?.isSigned ?? false,
    set: (change: Partial<PacketFacts>, what: string) =>
      packet && dispatch(changeFacts(packet, change, what)),
    trouble: error ? toTrouble(error) : null,
  };
}
