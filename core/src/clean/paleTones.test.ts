import { seenOf } from '../../testing/parts';
import { withoutPaleTones } from './paleTones';

const [WIDTH, HEIGHT] = [40, 30];
const STRIDE = 2 * WIDTH;

/** A page with two areas that the net takes for tones, left and right, each of one darkness. */
function pageOf(left: number, right: number) {
  const smooth = new Uint8Array(STRIDE * 2 * HEIGHT);
  const seen = seenOf(WIDTH, HEIGHT);
  for (let y = 5; y < 25; y++) {
    seen.tones.fill(200, y * WIDTH + 4, y * WIDTH + 16);
    seen.tones.fill(200, y * WIDTH + 24, y * WIDTH + 36);
    for (const row of [2 * y, 2 * y + 1]) {
      smooth.fill(left, row * STRIDE + 8, row * STRIDE + 32);
      smooth.fill(right, row * STRIDE + 48, row * STRIDE + 72);
    }
  }
  return { map: { smooth, width: STRIDE }, seen };
}

describe('tones', () => {
  it('are none where they are hardly darker than the paper, as the soft edge of a shadow is', () => {
    const { map, seen } = pageOf(6, 30);
    const { tones, ...others } = withoutPaleTones(map, seen);
    expect([tones[10 * WIDTH + 10], tones[10 * WIDTH + 30]]).toEqual([0, 200]);
    expect(seen.tones[10 * WIDTH + 10]).toBe(200);
    expect(others).toEqual({ ...seen, tones: undefined });
  });

  it('are what the net sees where there are none', () => {
    const seen = seenOf(WIDTH, HEIGHT);
    expect(withoutPaleTones({ smooth: new Uint8Array(STRIDE * 2 * HEIGHT), width: STRIDE }, seen)).toBe(seen);
  });
});
