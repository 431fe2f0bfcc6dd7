import { seenOf } from '../../testing/parts';
import { dotsAsRules } from './dotsAsRules';
import { logitByte } from './inkLikelihood';

const [width, height] = [827, 1170];

/** Dots that the net takes for rules, but for a part of the page, where it takes them for ink; and a letter. */
function dottedPage() {
  const seen = seenOf(width, height);
  const darkest = new Uint8Array(width * height);
  const dot = (x: number, y: number, plane: Uint8Array) => {
    for (let dy = -1; dy <= 1; dy++) {
      const from = (y + dy) * width + x - 1;
      plane.fill(logitByte(0.9), from, from + 3);
      darkest.fill(80, from, from + 3);
    }
  };
  for (let y = 60; y < height - 60; y += 20) {
    for (let x = 60; x < width - 60; x += 20) dot(x, y, y < 300 ? seen.ink : seen.rules);
  }
  for (let y = 500; y < 540; y++) seen.ink.fill(logitByte(0.9), y * width + 206, y * width + 210);
  return { seen, darkest };
}

test('dots that were taken for ink are rules, and strokes stay ink', () => {
  const { seen, darkest } = dottedPage();
  const told = dotsAsRules(seen, darkest);
  const at = (x: number, y: number) => y * width + x;
  expect(told.isDotted).toBe(true);
  expect([told.ink[at(120, 120)], told.rules[at(120, 120)]]).toEqual([0, 255]);
  expect(told.rules[at(120, 400)]).toBe(255);
  expect(told.ink[at(208, 517)]).toBe(seen.ink[at(208, 517)]);
  // What the net saw is not changed itself.
  expect(seen.ink[at(120, 120)]).toBe(logitByte(0.9));
});

test('a page without dots is left as it was seen', () => {
  const seen = seenOf(width, height);
  expect(dotsAsRules(seen, new Uint8Array(width * height)) === seen).toBe(true);
});

test('the crossings of squared paper are no dots, also where its rules are seen in pieces', () => {
  const { seen, darkest } = dottedPage();
  for (let y = 60; y < height - 60; y += 20) {
    for (let x = 64; x < width - 80; x += 20) {
      for (const row of [y, y + 1]) seen.rules.fill(logitByte(0.9), row * width + x, row * width + x + 12);
    }
  }
  expect(dotsAsRules(seen, darkest).isDotted).toBeUndefined();
});
