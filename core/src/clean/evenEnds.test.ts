import { evenEnds } from './evenEnds';
import type { LevelledRule } from './levelAlong';

const [WIDTH, HEIGHT] = [300, 400];
const LEVEL = 60;
/** A rule runs across here, and one down there; both three cells thick. */
const ROW = 100;
const COLUMN = 10;

const course = (isAcross: boolean): LevelledRule => ({
  ...(isAcross
    ? { length: WIDTH, places: HEIGHT, along: 1, beside: WIDTH }
    : { length: HEIGHT, places: WIDTH, along: WIDTH, beside: 1 }),
  half: 1,
  level: LEVEL,
  levelAt: () => LEVEL,
  middleAt: () => (isAcross ? ROW : COLUMN),
});

interface Mark {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly dark: number;
}

/** Whether a mark that was taken for a stroke is one still. */
function staysStroke({ x, y, width, height, dark }: Mark): boolean {
  const plane = () => new Uint8Array(WIDTH * HEIGHT);
  const cells = { width: WIDTH, height: HEIGHT, darkest: plane(), strokes: plane(), rules: plane() };
  for (let row = y; row < y + height; row++) {
    const [from, to] = [row * WIDTH + x, row * WIDTH + x + width];
    cells.strokes.fill(1, from, to);
    cells.darkest.fill(dark, from, to);
  }
  evenEnds(cells, [course(true), course(false)]);
  const i = y * WIDTH + x;
  expect(cells.rules[i]).toBe(1 - cells.strokes[i]);
  return cells.strokes[i] === 1;
}

const DASH: Mark = { x: WIDTH - 18, y: ROW - 1, width: 16, height: 3, dark: LEVEL };

it('makes a rule of its own piece near the page’s side', () => {
  expect(staysStroke(DASH)).toBe(false);
  // Its soft flanks, too.
  expect(staysStroke({ ...DASH, y: ROW - 3, height: 7 })).toBe(false);
});

it('makes rules of the place where two cross, which is as dark as both', () => {
  const crossing = { x: COLUMN - 1, y: ROW - 1, width: 3, height: 3 };
  expect(staysStroke({ ...crossing, dark: 2 * LEVEL })).toBe(false);
  expect(staysStroke({ ...crossing, dark: 3 * LEVEL })).toBe(true);
});

it.each([
  ['darker than the rule', { dark: 1.5 * LEVEL }],
  ['higher than the rule is thick', { y: ROW - 12, height: 20 }],
  ['beside the rule', { y: ROW + 12 }],
  ['in the middle of the page', { x: 140 }],
  ['longer than what is near the side', { x: WIDTH - 80, width: 78 }],
])('leaves a stroke that is %s', (_what, change) => {
  expect(staysStroke({ ...DASH, ...change })).toBe(true);
});

it('leaves all where there are no rules', () => {
  const strokes = new Uint8Array(WIDTH * HEIGHT).fill(1);
  const plane = () => new Uint8Array(WIDTH * HEIGHT);
  evenEnds({ width: WIDTH, height: HEIGHT, darkest: plane(), strokes, rules: plane() }, []);
  expect(strokes.includes(0)).toBe(false);
});
