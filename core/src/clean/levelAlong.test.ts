import { levelAlong } from './levelAlong';

const [WIDTH, HEIGHT, ROW] = [640, 20, 10];
const LEVEL = 60;

/** How dark a rule is told to be along it; it is so dark at each cell, or no rule there where that is 0. */
function told(darkAt: (x: number) => number) {
  const darkest = new Uint8Array(WIDTH * HEIGHT);
  const rules = new Uint8Array(WIDTH * HEIGHT);
  for (let x = 0; x < WIDTH; x++) {
    darkest[ROW * WIDTH + x] = darkAt(x);
    rules[ROW * WIDTH + x] = darkAt(x) > 0 ? 1 : 0;
  }
  const course = { length: WIDTH, places: HEIGHT, along: 1, beside: WIDTH, half: 1 };
  return levelAlong({ darkest, rules }, { ...course, level: LEVEL, middleAt: () => ROW });
}

it('is what the rule is about there', () => {
  const levelAt = told((x) => (x < 320 ? 40 : 80));
  expect(levelAt(10)).toBe(40);
  expect(levelAt(WIDTH - 10)).toBe(80);
});

it('is what it is elsewhere where there is little of it', () => {
  const levelAt = told((x) => (x < 200 ? 45 : 0));
  expect(levelAt(10)).toBe(45);
  expect(levelAt(WIDTH - 10)).toBe(LEVEL);
});

it('is never much darker than elsewhere: that was drawn along it', () => {
  expect(told((x) => (x < 320 ? 60 : 200))(WIDTH - 10)).toBe(LEVEL * 1.6);
});
