import fc from 'fast-check';
import { seenOf } from '../../testing/parts';
import { logitByte } from './inkLikelihood';
import { ruleCells } from './ruleCells';

const [width, height] = [300, 240];
const SURE = logitByte(0.9);

interface Drawn {
  /** cells along a rule that the net does not see */
  readonly from: number;
  readonly gap: number;
  /** rules run down the page */
  readonly isUpright: boolean;
}

/** Rules two cells thick all over a page, each with a gap, and where a cell of the middle one lies. */
function ruled({ from, gap, isUpright }: Drawn) {
  const [length, places] = isUpright ? [height, width] : [width, height];
  const cellAt = (place: number, along: number) =>
    isUpright ? along * width + place : place * width + along;
  const rules = seenOf(width, height).rules;
  for (let place = 20; place < places - 20; place += 20) {
    for (let along = 0; along < length; along++) {
      if (along >= from && along < from + gap) continue;
      rules[cellAt(place, along)] = rules[cellAt(place + 1, along)] = SURE;
    }
  }
  const middle = (along: number) => cellAt(100, along);
  const none = () => new Uint8Array(width * height);
  return {
    seen: seenOf(width, height, { rules }),
    middle,
    strokes: none(),
    ruleEnds: none(),
    doubted: none(),
  };
}

const drawn = fc.record({
  from: fc.integer({ min: 10, max: 180 }),
  gap: fc.integer({ min: 1, max: 24 }),
  isUpright: fc.boolean(),
});

describe('cells of rules', () => {
  it('go on over a short gap', () => {
    fc.assert(
      fc.property(drawn, (how) => {
        const { seen, middle, ...cells } = ruled(how);
        const rules = ruleCells(seen, cells);
        for (let along = 0; along < 220; along++) expect(rules[middle(along)]).toBe(1);
      }),
      { numRuns: 30 },
    );
  });

  it('end where the gap is long, and where it is the end', () => {
    fc.assert(
      fc.property(drawn, (how) => {
        const { seen, middle, ...cells } = ruled({ ...how, gap: how.gap + 24, from: 90 });
        const rules = ruleCells(seen, cells);
        for (let along = 90; along < 90 + how.gap + 24; along++) expect(rules[middle(along)]).toBe(0);
      }),
      { numRuns: 30 },
    );
  });

  it('leave a stroke that lies in the gap', () => {
    fc.assert(
      fc.property(drawn, (how) => {
        const { seen, middle, ...cells } = ruled(how);
        cells.strokes[middle(how.from)] = 1;
        const rules = ruleCells(seen, cells);
        expect([rules[middle(how.from)], cells.strokes[middle(how.from)]]).toEqual([0, 1]);
      }),
      { numRuns: 30 },
    );
  });

  it('are none, but strokes, where somebody drew a line on a page without rules', () => {
    const { rules } = seenOf(width, height);
    rules.fill(SURE, 100 * width + 40, 100 * width + 140);
    const strokes = new Uint8Array(width * height);
    const none = new Uint8Array(width * height);
    const found = ruleCells(seenOf(width, height, { rules }), { strokes, ruleEnds: none, doubted: none });
    expect(found.includes(1)).toBe(false);
    expect(strokes.slice(100 * width + 40, 100 * width + 140).every((cell) => cell === 1)).toBe(true);
  });
});
