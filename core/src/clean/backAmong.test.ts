import { seenOf } from '../../testing/parts';
import { backAmong } from './backAmong';
import { logitByte } from './inkLikelihood';

/** A page on which a stroke of its own runs across, and one of the back's down through it. */
const WIDTH = 80;
const HEIGHT = 60;
const LOW = logitByte(0.18);
const OWN_ROW = 30;
const BACK_COLUMN = 40;
const MANY = WIDTH * HEIGHT;

interface Line {
  readonly ink?: number;
  readonly unwanted?: number;
  readonly dark?: number;
}

function pageWith({ ink = 0.55, unwanted = 0.2, dark = 40 }: Line) {
  const own = new Uint8Array(WIDTH * HEIGHT);
  const seen = seenOf(WIDTH, HEIGHT);
  const darkest = new Uint8Array(own.length);
  for (let y = 5; y < HEIGHT - 5; y++) {
    const [from, to] = [y * WIDTH + BACK_COLUMN, y * WIDTH + BACK_COLUMN + 2];
    own.fill(logitByte(ink), from, to);
    seen.unwanted.fill(logitByte(unwanted), from, to);
    darkest.fill(dark, from, to);
  }
  for (let x = 5; x < WIDTH - 5; x++) {
    const i = OWN_ROW * WIDTH + x;
    own[i] = logitByte(0.9);
    darkest[i] = 100;
  }
  const told = (backCells: number) =>
    backAmong(own, seen, darkest, { near: () => 100, usual: 105, strong: 110 }, { low: LOW, backCells });
  return { told, column: (back: Uint8Array | null, y: number) => back?.[y * WIDTH + BACK_COLUMN] };
}

it('tells a faint line of the back from the stroke that it crosses', () => {
  const { told, column } = pageWith({});
  const back = told(MANY)!;
  expect(column(back, 10)).toBe(1);
  expect(column(back, HEIGHT - 10)).toBe(1);
  // Where they meet the page's own has the word, and nothing of its own is touched.
  expect(column(back, OWN_ROW)).toBe(0);
  const row = back.subarray(OWN_ROW * WIDTH, (OWN_ROW + 1) * WIDTH);
  expect([...row].every((cell) => cell === 0)).toBe(true);
});

it.each([
  ['as dark as the page’s own', { dark: 70 }],
  ['surely ink', { ink: 0.85 }],
  ['hardly unwanted', { unwanted: 0.02 }],
])('leaves a line that is %s', (_what, line) => {
  expect(pageWith(line).told(MANY)!.includes(1)).toBe(false);
});

it('looks for nothing where no back shows through', () => {
  expect(pageWith({}).told(3)).toBeNull();
});
