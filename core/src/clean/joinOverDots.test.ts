import { joinOverDots } from './joinOverDots';

const [width, height] = [60, 40];
const at = (x: number, y: number) => y * width + x;

/** A dot of three by three cells, and the rows of a stroke to its left and to its right. */
function dotBetween(left: boolean, right: boolean) {
  const [strokes, rules] = [new Uint8Array(width * height), new Uint8Array(width * height)];
  for (let y = 19; y <= 21; y++) {
    rules.fill(1, at(29, y), at(32, y));
    if (left) strokes.fill(1, at(10, y), at(29, y));
    if (right) strokes.fill(1, at(32, y), at(50, y));
  }
  joinOverDots(strokes, rules, width, height);
  return { strokes, rules };
}

test('a stroke runs on over a dot, whose cells are a rule no more', () => {
  const { strokes, rules } = dotBetween(true, true);
  expect(strokes[at(30, 20)]).toBe(1);
  expect(rules.includes(1)).toBe(false);
});

test('a dot at a stroke’s end, or by itself, stays a dot, and no cell beside dots becomes a stroke', () => {
  for (const [left, right] of [
    [true, false],
    [false, false],
  ] as const) {
    const { strokes, rules } = dotBetween(left, right);
    expect([strokes[at(31, 20)], rules[at(31, 20)]]).toEqual([0, 1]);
    expect(strokes.reduce((sum, value) => sum + value, 0)).toBeLessThanOrEqual(left ? 3 * 19 + 6 : 0);
  }
});
