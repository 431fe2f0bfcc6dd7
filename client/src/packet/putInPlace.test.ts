import fc from 'fast-check';
import type { Page } from '@ravlo/contract';
import { fakePacket, fakePage } from '../../test/fakes';
import { putInPlace } from './putInPlace';

const packets = new Map<string, ReturnType<typeof fakePacket>>();
const [one, other] = [fakePage(801).id, fakePage(802).id];
const lay = (packetId: string, numbers: readonly number[]) =>
  packets.set(
    packetId,
    fakePacket(
      numbers.map((n) => fakePage(n, { packetId })),
      { id: packetId },
    ),
  );
const packetOf = (id: string) => packets.get(id);
const ids = (pages: readonly Page[]) => pages.map(({ id }) => id);

const pages = fc.uniqueArray(fc.integer({ min: 1, max: 20 }), { maxLength: 12 });

describe('putInPlace', () => {
  it('moves a page between packets, and says whose it is then', () => {
    lay(one, [1, 2]);
    lay(other, [3]);
    const [first, second] = [1, 2].map((n) => fakePage(n).id);
    const placed = putInPlace(
      {
        packets: [
          { packetId: one, pageIds: [second] },
          { packetId: other, pageIds: [first, fakePage(3).id] },
        ],
        known: [1, 2, 3].map((n) => fakePage(n).id),
      },
      packetOf,
    );
    expect(placed.map(({ pages }) => ids(pages))).toEqual([[second], [first, fakePage(3).id]]);
    expect(placed[1].pages.map(({ packetId }) => packetId)).toEqual([other, other]);
  });

  it('leaves out what is named no more, and keeps what came in unknown, behind the others', () => {
    fc.assert(
      fc.property(pages, pages, pages, (lying, known, named) => {
        lay(one, lying);
        const idsOf = (numbers: readonly number[]) => numbers.map((n) => fakePage(n).id);
        const pageIds = idsOf(named.filter((n) => lying.includes(n)));
        const order = { packets: [{ packetId: one, pageIds }], known: idsOf(known) };
        const [{ pages: after }] = putInPlace(order, packetOf);
        const cameIn = idsOf(lying.filter((n) => !known.includes(n) && !named.includes(n)));
        expect(ids(after)).toEqual([...pageIds, ...cameIn]);
        // However often it is laid.
        lay(one, []);
        packets.set(one, fakePacket(after, { id: one }));
        expect(putInPlace(order, packetOf)[0].pages).toEqual(after);
      }),
    );
  });

  it('does nothing to a packet that is not known here', () => {
    packets.clear();
    expect(putInPlace({ packets: [{ packetId: one, pageIds: [] }], known: [] }, packetOf)).toEqual([]);
  });
});
