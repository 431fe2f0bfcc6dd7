import { paint, sameBytes, writtenPage, type WrittenPageOptions } from '../../testing/pictures';
import { inkMapOf } from './clean';
import { fadeRules } from './fadeRules';
import type { InkMap } from './inkMap';

const [WIDTH, HEIGHT] = [1100, 1500];
const RULE = 62;
const isRule = (y: number) => y % RULE < 2 && y > 40;

const mapOf = (options: WrittenPageOptions = {}) =>
  inkMapOf(writtenPage({ width: WIDTH, height: HEIGHT, ...options }));
const ruled = (level: number) => mapOf({ over: (_x, y) => (isRule(y) ? level : undefined) });

/** The mean darkness of rules where nothing is written. */
function onRules({ smooth }: InkMap): number {
  let [sum, count] = [0, 0];
  for (let y = HEIGHT - 420; y < HEIGHT - 60; y++) {
    if (!isRule(y)) continue;
    for (let x = 60; x < WIDTH - 60; x++, count++) sum += smooth[y * WIDTH + x];
  }
  return sum / count;
}

/** How many pixels are as dark as strokes among the writing. */
function strokes({ smooth }: InkMap): number {
  let count = 0;
  for (let y = 90; y < HEIGHT - 470; y++)
    for (let x = 80; x < WIDTH - 130; x++) if (smooth[y * WIDTH + x] > 90) count++;
  return count;
}

describe('fading rules', () => {
  it.each([205, 180])(
    'of light %p takes them off and leaves nine tenths of the strokes at least',
    (level) => {
      const before = ruled(level);
      const after = fadeRules(before);
      expect(onRules(before)).toBeGreaterThan(15);
      expect(onRules(after)).toBeLessThan(0.12 * onRules(before));
      expect(strokes(after)).toBeGreaterThan(0.9 * strokes(before));
    },
  );

  it('does not change the map that it is given', () => {
    const map = ruled(190);
    const [smooth, darkness] = [map.smooth.slice(), map.darkness.slice()];
    fadeRules(map);
    expect(sameBytes(map.smooth, smooth)).toBe(true);
    expect(sameBytes(map.darkness, darkness)).toBe(true);
  });

  it('leaves a page without rules as it is', () => {
    const map = inkMapOf(paint(WIDTH, HEIGHT, (x, y) => ((x + 2 * y) % 90 < 6 && y < 900 ? 60 : 232)));
    expect(sameBytes(fadeRules(map).smooth, map.smooth)).toBe(true);
  });

  it('leaves two lines that somebody drew: fewer than make a ruled sheet', () => {
    const map = mapOf({
      over: (x, y) => (x > 200 && x < 800 && (y === 1200 || y === 1300) ? 190 : undefined),
    });
    const after = fadeRules(map);
    const row = (plane: Uint8Array, y: number) => plane.slice(y * WIDTH + 100, y * WIDTH + 1000);
    const darkest = (plane: Uint8Array) => Math.max(...row(plane, 1200));
    expect(darkest(after.smooth)).toBe(darkest(map.smooth));
  });
});
