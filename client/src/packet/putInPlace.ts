import type { Arrange, OpenPacket, Page } from '@ravlo/contract';

/** The pages of a packet as an order leaves them. */
export interface PlacedPages {
  readonly packetId: string;
  readonly pages: Page[];
}

/**
 * What an order makes of packets, as the server will do it: exactly the named pages, in that order, and behind them those that came in
 * unknown to whoever gave it.
 *
 * @param packetOf a packet as it is known here; undefined where it is not
 */
export function putInPlace(
  { packets, known }: Arrange,
  packetOf: (packetId: string) => OpenPacket | undefined,
): PlacedPages[] {
  const all = new Map<string, Page>();
  const named = new Set(packets.flatMap(({ pageIds }) => pageIds));
  for (const { packetId } of packets) packetOf(packetId)?.pages.forEach((page) => all.set(page.id, page));
  return packets.flatMap(({ packetId, pageIds }) => {
    const packet = packetOf(packetId);
    if (!packet) return [];
    const cameIn = packet.pages.filter(({ id }) => !known.includes(id) && !named.has(id));
    const put = pageIds.flatMap((id) => all.get(id) ?? []);
    return [{ packetId, pages: [...put.map((page) => ({ ...page, packetId })), ...cameIn] }];
  });
}
