import fc from 'fast-check';
import type { ProblemKind } from '@ravlo/contract';
import { fakePage, shaOf } from '../../test/fakes';
import { FRESH_LIFE, heldReason, nextLife, type PhotoEvent, type PhotoLife } from './photoLife';
import { OFFLINE, UNEXPECTED, waitAfter, type Trouble } from './trouble';

const trouble = (kind: Trouble['kind']): Trouble => ({ kind, detail: `It is ${kind}.` });
const failed = (kind: Trouble['kind']): PhotoEvent => ({
  type: 'failed',
  trouble: trouble(kind),
  now: 1000,
  chance: 1,
});
const sending: PhotoLife = { ...FRESH_LIFE, state: 'sending', sha256: shaOf(1), progress: 0.5 };

describe("a photo's life", () => {
  it('ends well only with the page that is made of these very bytes', () => {
    const answered = (n: number): PhotoEvent => ({ type: 'answered', page: fakePage(n), now: 0, chance: 1 });
    expect(nextLife(sending, answered(1))).toMatchObject({ state: 'confirmed', pageId: fakePage(1).id });
    expect(nextLife(sending, answered(2))).toMatchObject({
      state: 'waiting',
      pageId: null,
      trouble: UNEXPECTED,
    });
  });

  it.each([
    'offline',
    'unexpected',
    'broken',
    'storage-full',
    'not-paired',
    'photo-altered',
    'upload-gone',
  ] as const)('waits through %s, each time longer', (kind) => {
    const first = nextLife(sending, failed(kind));
    expect(first).toMatchObject({ state: 'waiting', tries: 1, notBefore: 2000, progress: 0 });
    const second = nextLife({ ...first, state: 'sending' }, failed(kind));
    expect(second).toMatchObject({ state: 'waiting', tries: 2, notBefore: 3000 });
    expect(nextLife(second, { type: 'woken' })).toMatchObject({ state: 'waiting', notBefore: 0 });
  });

  it.each([
    ['photo-empty', 'no-photo'],
    ['photo-unreadable', 'no-photo'],
    ['photo-incomplete', 'no-photo'],
    ['photo-shape', 'no-photo'],
    ['photo-too-big', 'too-big'],
    ['not-found', 'packet-gone'],
    ['packet-full', 'packet-full'],
  ] as const)('is held back for %s, as %s, until the person says where to', (kind, reason) => {
    const held = nextLife(sending, failed(kind));
    expect([held.state, heldReason(held)]).toEqual(['held', reason]);
    for (const event of [{ type: 'woken' }, { type: 'begun' }] as const)
      expect(nextLife(held, event)).toBe(held);
    expect(nextLife(held, { type: 'aimed' })).toMatchObject({ state: 'waiting', trouble: null, tries: 0 });
  });

  it('is held back where the file cannot be read any more', () => {
    const held = nextLife({ ...FRESH_LIFE, state: 'hashing' }, { type: 'unreadable' });
    expect(heldReason(held)).toBe('unreadable-here');
  });

  it('whatever happens in whatever order, stays in a state that means what it says', () => {
    const kinds: ProblemKind[] = ['broken', 'packet-full', 'not-found', 'photo-empty', 'bad-request'];
    const event: fc.Arbitrary<PhotoEvent> = fc.oneof(
      fc.constantFrom<PhotoEvent>(
        { type: 'begun' },
        { type: 'unreadable' },
        { type: 'aimed' },
        { type: 'woken' },
      ),
      fc.constantFrom(1, 2).map((n): PhotoEvent => ({ type: 'hashed', sha256: shaOf(n) })),
      fc.double({ min: 0, max: 1, noNaN: true }).map((share): PhotoEvent => ({ type: 'progress', share })),
      fc
        .constantFrom(1, 2)
        .map((n): PhotoEvent => ({ type: 'answered', page: fakePage(n), now: 5, chance: 0.5 })),
      fc
        .constantFrom<Trouble>(OFFLINE, UNEXPECTED, ...kinds.map(trouble))
        .map((t): PhotoEvent => ({ type: 'failed', trouble: t, now: 5, chance: 0.5 })),
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 40 }), (events) => {
        let life: PhotoLife = FRESH_LIFE;
        for (const each of events) {
          const next = nextLife(life, each);
          if (next.state === 'confirmed' && life.state !== 'confirmed') {
            expect(each).toMatchObject({ type: 'answered', page: { photo: { sha256: life.sha256 } } });
          }
          // Nothing leads out of the end, and only a person out of being held.
          if (life.state === 'confirmed') expect(next).toBe(life);
          if (life.state === 'held' && next.state !== 'held') expect(each.type).toBe('aimed');
          expect((next.state === 'confirmed') === (next.pageId !== null)).toBe(true);
          expect(next.state === 'held' ? heldReason(next) : 'free').not.toBeNull();
          life = next;
        }
      }),
    );
  });
});

describe('waitAfter', () => {
  it('grows, has an end, and is spread', () => {
    expect([1, 2, 3].map((tries) => waitAfter(tries, 1))).toEqual([1000, 2000, 4000]);
    expect(waitAfter(1, 0)).toBe(500);
    fc.assert(
      fc.property(fc.nat(10_000), fc.double({ min: 0, max: 1, noNaN: true }), (tries, chance) => {
        const wait = waitAfter(tries + 1, chance);
        expect(wait).toBeGreaterThanOrEqual(500);
        expect(wait).toBeLessThanOrEqual(15_000);
      }),
    );
  });
});
