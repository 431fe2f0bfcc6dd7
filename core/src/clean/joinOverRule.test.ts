import fc from 'fast-check';
import { joinOverRule } from './joinOverRule';

const [width, height, middle, half] = [120, 60, 30, 1];
const LEVEL = 60;
const course = {
  length: width,
  places: height,
  along: 1,
  beside: width,
  half,
  middleAt: () => middle,
  level: LEVEL,
};

/** A rule right through the page, and strokes drawn by a function that hides them under the rule. */
function ruled(draw: (stroke: (x: number, y: number) => void) => void, dark = 20) {
  const strokes = new Uint8Array(width * height);
  const rules = new Uint8Array(width * height);
  const darkest = new Uint8Array(width * height);
  rules.fill(1, (middle - half) * width, (middle + half + 1) * width);
  draw((x, y) => {
    const i = Math.round(y) * width + Math.round(x);
    if (rules[i] === 0) [strokes[i], darkest[i]] = [1, dark];
  });
  const crossed = () => {
    let count = 0;
    for (let x = 0; x < width; x++) count += strokes[middle * width + x];
    return count;
  };
  return { strokes, rules, darkest, crossed };
}

describe('a stroke that a rule hides', () => {
  it('runs on where it comes to the rule from both sides, as wide as it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.integer({ min: 2, max: 6 }),
        (slant, wide) => {
          const page = ruled((stroke) => {
            for (let y = 10; y < 50; y++)
              for (let k = 0; k < wide; k++) stroke(60 + slant * (y - middle) + k, y);
          });
          joinOverRule(page, course);
          expect(page.strokes[middle * width + 60 + Math.floor(wide / 2)]).toBe(1);
          expect(page.crossed()).toBeGreaterThanOrEqual(wide - 1);
          expect(page.crossed()).toBeLessThanOrEqual(wide + 4);
          // What has become the stroke's is no rule's any more.
          expect(page.strokes.some((value, i) => value === 1 && page.rules[i] === 1)).toBe(false);
        },
      ),
    );
  });

  it('is none where letters only stand on the rule, or a line runs along it', () => {
    const standing = ruled((stroke) => {
      for (const x of [20, 28, 50])
        for (let y = 10; y < middle; y++) for (let k = 0; k < 3; k++) stroke(x + k, y);
    });
    const along = ruled((stroke) => {
      for (let x = 20; x < 90; x++) for (const y of [27, 28, 32, 33]) stroke(x, y);
    });
    // Two letters close to the rule on both sides, in ink that it would not hide.
    const between = ruled((stroke) => {
      for (const y of [26, 27, 28, 32, 33, 34]) for (let x = 40; x < 48; x++) stroke(x, y);
    }, 2 * LEVEL);
    for (const page of [standing, along, between]) {
      joinOverRule(page, course);
      expect(page.crossed()).toBe(0);
    }
  });
});
