import fc from 'fast-check';
import {
  FRESH_RECIPE,
  hasRoomFor,
  MOST_NOTES,
  MOST_POINTS,
  MOST_STROKE_POINTS,
  packetNameSchema,
  problemKind,
  problemSchema,
  recipeSchema,
  type Note,
} from './index';

describe('recipeSchema', () => {
  const coordinate = fc.double({ min: -1000, max: 9000, noNaN: true });
  const corners = fc.tuple(...Array.from({ length: 4 }, () => fc.tuple(coordinate, coordinate)));

  it('gives back every recipe after JSON', () => {
    fc.assert(
      fc.property(
        corners,
        fc.constantFrom(0, 90, 180, 270),
        fc.constantFrom('as-shot', 'daylight', 'pen', 'pencil', 'soft-grey'),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (c, turn, look, confidence) => {
          for (const outline of [
            { by: 'hand', corners: c },
            { by: 'finder', corners: c, confidence },
            { by: 'whole', reason: 'chosen' },
          ]) {
            const wire = JSON.parse(JSON.stringify({ outline, turn, look })) as unknown;
            expect(recipeSchema.parse(wire)).toEqual(wire);
          }
        },
      ),
    );
  });

  it.each([
    [
      'three corners',
      {
        ...FRESH_RECIPE,
        outline: {
          by: 'hand',
          corners: [
            [0, 0],
            [1, 0],
            [1, 1],
          ],
        },
      },
    ],
    [
      'a corner at infinity',
      {
        ...FRESH_RECIPE,
        outline: {
          by: 'hand',
          corners: [
            [0, 0],
            [1, 0],
            [1, 1],
            [0, Infinity],
          ],
        },
      },
    ],
    ['an eighth turn', { ...FRESH_RECIPE, turn: 45 }],
    ['an unknown look', { ...FRESH_RECIPE, look: 'neon' }],
    [
      'a finder without confidence',
      {
        ...FRESH_RECIPE,
        outline: {
          by: 'finder',
          corners: [
            [0, 0],
            [1, 0],
            [1, 1],
            [0, 1],
          ],
        },
      },
    ],
  ])('refuses %s', (_what, recipe) => {
    expect(recipeSchema.safeParse(recipe).success).toBe(false);
  });
});

describe('the notes on one page', () => {
  const stroke = (n: number, points: number): Note => ({
    id: `stroke-${n}`,
    kind: 'stroke',
    turn: 0,
    x: 0,
    y: 0,
    width: 0.5,
    colour: 'ink',
    points: Array.from({ length: points }, () => [1, 1, 0.5]),
  });
  const isTaken = (notes: readonly Note[]) => recipeSchema.safeParse({ ...FRESH_RECIPE, notes }).success;

  it('may be many hundred strokes of handwriting, and one more is refused where it was said that there is no room', () => {
    const letters = Array.from({ length: MOST_NOTES }, (_, n) => stroke(n, 12));
    const long = Array.from({ length: MOST_POINTS / MOST_STROKE_POINTS }, (_, n) =>
      stroke(n, MOST_STROKE_POINTS),
    );
    for (const full of [letters, long]) {
      const [first, ...less] = full;
      expect([first && hasRoomFor(less, first), isTaken(full)]).toEqual([true, true]);
      const more = stroke(9999, 1);
      expect([hasRoomFor(full, more), isTaken([...full, more])]).toEqual([false, false]);
    }
  });
});

describe('packetNameSchema', () => {
  it('trims, and refuses nothing and too much', () => {
    expect(packetNameSchema.parse('  Tides ')).toBe('Tides');
    expect(packetNameSchema.safeParse('   ').success).toBe(false);
    expect(packetNameSchema.safeParse('x'.repeat(200)).success).toBe(false);
  });
});

describe('problemSchema', () => {
  it('reads the kind out of the type and refuses foreign ones', () => {
    const problem = { title: 'x', status: 404, detail: 'y' };
    expect(problemKind(problemSchema.parse({ ...problem, type: '/problems/not-found' }))).toBe('not-found');
    expect(problemSchema.safeParse({ ...problem, type: 'about:blank' }).success).toBe(false);
  });
});
