import { decodePhoto } from '@ravlo/codec';
import { findIn } from './openPage';
import type { Packet, PacketPage } from './packet';

/** A packet in which a photo of an open book has become two pages. Photos with a recipe are pages already. */
export async function unfoldBooks(packet: Packet): Promise<Packet> {
  const pages: PacketPage[] = [];
  for (const page of packet.pages) pages.push(...(await pagesIn(page)));
  return { ...packet, pages };
}

async function pagesIn(page: PacketPage): Promise<PacketPage[]> {
  if (page.recipe) return [page];
  try {
    const { outline, turn, further = [] } = findIn(await decodePhoto(page.file));
    return [outline, ...further].map((each) => ({ ...page, found: { outline: each, turn } }));
  } catch {
    // What is wrong with it is told when it is developed.
    return [page];
  }
}
