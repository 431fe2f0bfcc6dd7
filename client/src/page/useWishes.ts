import { FRESH_FACTS, type OpenPacket, type PacketFacts } from '@ravlo/contract';
import { useMemo } from 'react';
import type { PdfWishes } from './makePdf';
import { useMyName } from './useMyName';

/** How a packet's file is to be, from its facts: the same on every screen, so that the same bytes come of it. */
export function useWishes(
  packet: OpenPacket | undefined,
  facts: PacketFacts | null,
  title: string,
  mostAllowed: number | null = null,
): PdfWishes {
  const myName = useMyName();
  const { paper, margin, isUpright, isSigned, mostBytes } = facts ?? FRESH_FACTS;
  const createdAt = packet?.createdAt;
  return useMemo(
    (): PdfWishes => ({
      ...{ paper, margin, isUpright, title, myName },
      mostBytes: least(mostBytes, mostAllowed),
      date: new Date(createdAt ?? 0),
      language: globalThis.navigator?.language ?? 'en',
      ...(isSigned && myName ? { author: myName } : {}),
    }),
    [paper, margin, isUpright, isSigned, mostBytes, mostAllowed, title, myName, createdAt],
  );
}

/** The tighter of two limits; null is none. */
function least(one: number | null, other: number | null): number | null {
  if (one === null || other === null) return one ?? other;
  return Math.min(one, other);
}
