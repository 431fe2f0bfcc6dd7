import fc from 'fast-check';
import { stemsOnRules } from './stemsOnRules';
import { waysOver } from './way';

const [width, height] = [120, 200];
const { across, upright } = waysOver(width, height);
const [COLUMN, ROW] = [60, 100];
const RULE = 120;

interface Piece {
  readonly left: number;
  readonly top: number;
  readonly wide: number;
  readonly high: number;
}

/** Two rules that cross, three cells thick with soft flanks, and pieces of strokes paler than they are. */
function planesOf(level: number, pieces: readonly Piece[]) {
  const darkest = new Uint8Array(width * height).fill(2);
  const rules = new Uint8Array(width * height);
  const strokes = new Uint8Array(width * height);
  const darken = (i: number, dark: number) => (darkest[i] = Math.max(darkest[i], dark));
  for (const { left, top, wide, high } of pieces)
    for (let y = top; y < top + high; y++)
      for (let x = left; x < left + wide; x++) {
        darken(y * width + x, level);
        strokes[y * width + x] = 1;
      }
  for (const [way, middle] of [
    [across, ROW],
    [upright, COLUMN],
  ] as const)
    for (let k = 0; k < way.length; k++)
      for (let d = -2; d <= 2; d++) {
        const i = (middle + d) * way.beside + k * way.along;
        darken(i, Math.abs(d) === 2 ? 20 : RULE);
        // All along the rules it was taken for them, also where strokes lie.
        if (Math.abs(d) < 2) rules[i] = 1;
        strokes[i] = 0;
      }
  return { width, height, darkest, strokes, rules };
}

const courses = [
  { ...across, middle: ROW },
  { ...upright, middle: COLUMN },
].map(({ middle, ...way }) => ({
  ...way,
  half: 1,
  level: RULE,
  middleAt: () => middle,
  levelAt: () => RULE,
}));
/** What tells how dark strokes are. */
const WORD: Piece = { left: 10, top: 10, wide: 30, high: 4 };

describe('strokes along a rule', () => {
  it('are given back where they are wider than it is, and nowhere else', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 110 }),
        fc.integer({ min: 120, max: 170 }),
        fc.integer({ min: 4, max: 26 }),
        fc.integer({ min: 5, max: 9 }),
        (level, top, high, wide) => {
          const stem: Piece = { left: COLUMN - (wide >> 1), top, wide, high };
          const planes = planesOf(level, [WORD, stem]);
          stemsOnRules(planes, courses, 2);
          for (let y = 0; y < height; y++) {
            const isStem = y >= top && y < top + high;
            expect(planes.strokes[y * width + COLUMN]).toBe(isStem ? 1 : 0);
            expect(planes.rules[y * width + COLUMN]).toBe(isStem ? 0 : 1);
          }
          // The rule's own flank there is the stroke's as well.
          expect(planes.strokes[top * width + COLUMN - 2]).toBe(1);
        },
      ),
    );
  });

  it('are none where rules only cross, nor what is shorter than a dot or longer than any letter', () => {
    for (const pieces of [
      [WORD],
      [WORD, { left: COLUMN - 3, top: 130, wide: 7, high: 2 }],
      [WORD, { left: COLUMN - 3, top: 110, wide: 7, high: 80 }],
      [],
    ]) {
      const planes = planesOf(80, pieces);
      const before = planes.rules.slice();
      stemsOnRules(planes, courses, 2);
      expect(Buffer.compare(planes.rules, before)).toBe(0);
    }
  });

  it('are none where a line is drawn close beside the rule', () => {
    const planes = planesOf(100, [WORD, { left: COLUMN + 2, top: 120, wide: 3, high: 60 }]);
    const before = planes.rules.slice();
    stemsOnRules(planes, courses, 2);
    expect(Buffer.compare(planes.rules, before)).toBe(0);
  });

  it('are not told by grain', () => {
    const planes = planesOf(60, [WORD, { left: COLUMN - 3, top: 130, wide: 7, high: 20 }]);
    const before = planes.rules.slice();
    stemsOnRules(planes, courses, 20);
    expect(Buffer.compare(planes.rules, before)).toBe(0);
  });

  it('run on over a rule that crosses there', () => {
    const planes = planesOf(80, [WORD, { left: COLUMN - 3, top: ROW - 8, wide: 7, high: 17 }]);
    stemsOnRules(planes, courses, 2);
    for (let y = ROW - 8; y < ROW + 9; y++) expect(planes.strokes[y * width + COLUMN]).toBe(1);
  });
});
