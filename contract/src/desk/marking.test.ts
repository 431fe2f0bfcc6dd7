import fc from 'fast-check';
import {
  FRESH_MARKING,
  isMarkedAtAll,
  joinMarkEdits,
  keyOfEdit,
  layMarkEdits,
  mergeMarkEdits,
  numberedPins,
  pinsTake,
  totalPoints,
  undoneEdit,
  type MarkEdit,
  type Marking,
  type MarkPin,
} from './marking';

const pin = (id: string, change: Partial<MarkPin> = {}): MarkPin => ({
  ...{ id, page: 1, x: 0.1, y: 0.1, width: 0, words: '', points: null },
  ...change,
});

const pins = fc
  .array(
    fc.record({
      page: fc.integer({ min: 1, max: 3 }),
      x: fc.double({ min: 0, max: 1, noNaN: true }),
      points: fc.option(fc.integer({ min: -5, max: 5 })),
    }),
    { maxLength: 6 },
  )
  .map((facts) => facts.map((fact, i) => pin(`pin-${1000 + i}`, fact)));

const markings: fc.Arbitrary<Marking> = fc.record({
  points: fc.option(fc.integer({ min: 0, max: 20 })),
  comment: fc.constantFrom('', 'Good.', 'Näher ✓'),
  parts: fc.constantFrom(
    [],
    [{ part: 'a', points: 2 }],
    [
      { part: 'a', points: 2 },
      { part: 'b', points: 1.5 },
    ],
  ),
  pins,
  strokes: fc.constantFrom([], [{ id: 'stroke-0001', page: 1, path: [[0.1, 0.2] as [number, number]] }]),
});

/** The edits that lead from one marking to another. */
function between(from: Marking, to: Marking): MarkEdit[] {
  const parts = [...new Set([...from.parts, ...to.parts].map(({ part }) => part))];
  const ids = (which: 'pins' | 'strokes') => [...new Set([...from[which], ...to[which]].map(({ id }) => id))];
  return [
    { of: 'points', from: from.points, to: to.points },
    { of: 'comment', from: from.comment, to: to.comment },
    ...parts.map((part): MarkEdit => {
      const of = (marking: Marking) => marking.parts.find((each) => each.part === part)?.points ?? null;
      return { of: 'part', part, from: of(from), to: of(to) };
    }),
    ...ids('pins').map((id): MarkEdit => {
      const of = (marking: Marking) => marking.pins.find((each) => each.id === id) ?? null;
      return { of: 'pin', id, from: of(from), to: of(to) };
    }),
    ...ids('strokes').map((id): MarkEdit => {
      const of = (marking: Marking) => marking.strokes.find((each) => each.id === id) ?? null;
      return { of: 'stroke', id, from: of(from), to: of(to) };
    }),
  ];
}

/** Whatever order things came in. */
const sorted = ({ parts, pins: all, strokes, ...rest }: Marking) => ({
  ...rest,
  parts: [...parts].sort((a, b) => (a.part < b.part ? -1 : 1)),
  pins: numberedPins(all),
  strokes: [...strokes],
});

describe('merging', () => {
  it('leads to what was meant where nobody else says anything, and back again', () => {
    fc.assert(
      fc.property(markings, markings, (from, to) => {
        const edits = between(from, to);
        const there = mergeMarkEdits(from, edits);
        expect(there.clashes).toEqual([]);
        expect(sorted(there.marking)).toEqual(sorted(to));
        const back = mergeMarkEdits(there.marking, edits.map(undoneEdit));
        expect(sorted(back.marking)).toEqual(sorted(from));
      }),
    );
  });

  it('made twice is as made once', () => {
    fc.assert(
      fc.property(markings, markings, (from, to) => {
        const once = mergeMarkEdits(from, between(from, to)).marking;
        const twice = mergeMarkEdits(once, between(from, to));
        expect(twice).toEqual({ marking: once, clashes: [], changed: [] });
      }),
    );
  });

  it('never overwrites what another has said of the same thing', () => {
    fc.assert(
      fc.property(markings, markings, markings, (from, one, other) => {
        const { marking: theirs } = mergeMarkEdits(from, between(from, one));
        const { marking, clashes } = mergeMarkEdits(theirs, between(from, other));
        // What one has changed and the other sees otherwise is as the one said.
        const said = new Set(mergeMarkEdits(from, between(from, one)).changed);
        for (const edit of clashes) {
          expect(said.has(keyOfEdit(edit))).toBe(true);
          expect(mergeMarkEdits(marking, [{ ...edit, from: edit.to }] as MarkEdit[]).changed).toEqual([]);
        }
        if (clashes.length === 0)
          expect(sorted(layMarkEdits(theirs, between(from, other)))).toEqual(sorted(marking));
      }),
    );
  });

  it('joins edits of one thing that follow each other, and forgets what comes to nothing', () => {
    const points = (from: number | null, to: number | null): MarkEdit => ({ of: 'points', from, to });
    expect([points(null, 1), points(1, 2)].reduce<MarkEdit[]>(joinMarkEdits, [])).toEqual([points(null, 2)]);
    expect([points(null, 1), points(1, null)].reduce<MarkEdit[]>(joinMarkEdits, [])).toEqual([]);
  });
});

describe('points for the whole', () => {
  const parts = [
    { part: 'a', points: 7.5 },
    { part: 'b', points: 4.25 },
  ];
  it('are those that were said; else the parts’ sum; else what the pins leave; else none', () => {
    const taking = {
      ...FRESH_MARKING,
      pins: [pin('pin-0001', { points: -1.5 }), pin('pin-0002', { points: -1 }), pin('pin-0003')],
    };
    expect(totalPoints({ ...taking, parts, points: 3 }, 20)).toBe(3);
    expect(totalPoints({ ...taking, parts }, 20)).toBe(11.75);
    expect(totalPoints(taking, 20)).toBe(17.5);
    expect(pinsTake(taking.pins)).toBe(-2.5);
    expect(totalPoints(FRESH_MARKING, 20)).toBeNull();
    expect(totalPoints({ ...taking, points: 3 }, null)).toBeNull();
  });

  it('are never less than none, nor more than there are', () => {
    fc.assert(
      fc.property(markings, fc.integer({ min: 20, max: 40 }), (marking, most) => {
        const points = totalPoints(marking, most) ?? 0;
        expect(points).toBeGreaterThanOrEqual(0);
        expect(points).toBeLessThanOrEqual(most);
      }),
    );
  });
});

it('numbers pins in the order in which they are read', () => {
  const all = [
    pin('pin-000c', { page: 2 }),
    pin('pin-000b', { y: 0.9 }),
    pin('pin-000a', { y: 0.2, x: 0.9 }),
    pin('pin-000d', { y: 0.2 }),
  ];
  expect(numberedPins(all).map(({ pin: { id }, number }) => `${number} ${id.at(-1)}`)).toEqual([
    '1 d',
    '2 a',
    '3 b',
    '4 c',
  ]);
});

it('knows whether anything was said at all', () => {
  expect(isMarkedAtAll(FRESH_MARKING)).toBe(false);
  expect(isMarkedAtAll({ ...FRESH_MARKING, points: 0 })).toBe(true);
  expect(isMarkedAtAll({ ...FRESH_MARKING, pins: [pin('pin-0001')] })).toBe(true);
});
