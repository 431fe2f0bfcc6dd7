import { disagreement, mayHandOver, UNNAMED } from '@ravlo/contract';
import { useState } from 'react';
import { useDeskQuery, usePacketQuery, useShelfQuery } from '@/packet/api';
import { selectFacts, selectRecipe } from '@/packet/editsSlice';
import { sameItems } from '@/packet/sameItems';
import { useAppSelector } from '@/packet/store';
import { asksOf } from '@/page/asksOf';
import { fileNameAmong } from '@/page/fileNameAmong';
import { attemptFacts } from '@/page/sayBrief';
import { usePdf } from '@/page/usePdf';
import { useReadyCheck } from '@/page/useReadyCheck';
import { useTie } from '@/page/useTie';
import { useWishes } from '@/page/useWishes';
import { useNow } from '@/ui/useNow';

const NONE: readonly number[] = [];

/** All that has to agree before a packet is handed over: brief, file, ready check, and whether it may come at all. */
export function useAgreed(packetId: string, startWith: string | null) {
  const { data: desk } = useDeskQuery();
  const { data: packet } = usePacketQuery(packetId);
  const { data: shelf } = useShelfQuery();
  const facts = useAppSelector((state) => (packet ? selectFacts(state, packet) : null));
  const labels = useAppSelector(
    (state) => (packet?.pages ?? []).slice(0, 1).map((page) => labelOf(selectRecipe(state, page))),
    sameItems,
  );
  const now = useNow(desk?.now);
  const tie = useTie(packet);
  const [picked, setPicked] = useState<string | null>(null);
  const [belong, setBelong] = useState<string | null>(null);

  const chosen = picked ?? startWith ?? facts?.briefId ?? null;
  const mine = desk?.briefs.find(({ brief }) => brief.id === chosen) ?? null;
  const isTied = mine !== null && mine.brief.id === tie.tied?.brief.id;
  const name = facts?.name ?? UNNAMED;
  const wishes = useWishes(packet, facts, name, mine?.brief.mostBytes ?? null);
  const parts = isTied ? tie.parts : null;
  const pdf = usePdf(packet, wishes, tie.parts?.given ?? null);
  const made = pdf.status === 'ready' && !pdf.isStale ? pdf : null;
  const lines = useReadyCheck(packet, {
    ...{ name, lost: pdf.status === 'ready' ? pdf.lost : pdf.status === 'failed' ? pdf.numbers : NONE },
    ...(mine ? asksOf(mine, parts, isTied ? tie.nameAsked : null) : {}),
    bytes: made?.bytes.length ?? null,
    mostBytes: wishes.mostBytes,
    leastBytes: made?.leastBytes,
  });
  const words = [name === UNNAMED ? '' : name, ...labels];
  const briefs = (desk?.briefs ?? []).map(({ brief }) => brief);
  const differs = mine ? disagreement({ words, briefId: facts?.briefId ?? null }, mine.brief, briefs) : null;

  return {
    ...{ desk, packet, now, mine, name, made, lines, tie },
    file: packet ? fileNameAmong(shelf?.packets ?? [], { ...packet, name }) : '',
    may: mine ? mayHandOver(mine.brief, mine.attempts.map(attemptFacts), now) : null,
    /** what speaks against it; null where nothing does, or the person has said that it is right */
    differs: differs && belong !== mine?.brief.id ? differs : null,
    choose: setPicked,
    /** the person says that this packet and the brief belong together, and ties them */
    belongTogether: () => {
      if (!mine) return;
      setBelong(mine.brief.id);
      tie.tie(mine.brief.id);
    },
  };
}

export type Agreed = ReturnType<typeof useAgreed>;

const labelOf = ({ notes = [] }: ReturnType<typeof selectRecipe>): string =>
  notes.flatMap((note) => (note.kind === 'label' ? [note.text] : [])).join(' ');
