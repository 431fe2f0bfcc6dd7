import fc from 'fast-check';
import { exposeFor } from './exposure';

const RANGE = { min: -2, max: 2, step: 1 / 6 };
const light = fc.integer({ min: 0, max: 255 });
const now = fc.integer({ min: -12, max: 12 }).map((steps) => steps / 6);

/** What a camera makes of paper: an EV doubles the light, until it burns out. */
const seenAt = (atZero: number, ev: number) => {
  const value = atZero * 2 ** ev;
  return { light: Math.min(255, value), glare: value > 262 ? 0.3 : 0 };
};

describe('exposeFor', () => {
  it('leaves paper alone that is light enough', () => {
    for (const light of [194, 215, 236]) expect(exposeFor(0.5, { light, glare: 0 }, RANGE)).toBe(0.5);
  });

  it('goes the right way, in whole steps, within what the camera can', () => {
    fc.assert(
      fc.property(light, now, (value, ev) => {
        const next = exposeFor(ev, { light: value, glare: 0 }, RANGE);
        expect(next).toBeGreaterThanOrEqual(RANGE.min);
        expect(next).toBeLessThanOrEqual(RANGE.max);
        const steps = (next - RANGE.min) / RANGE.step;
        expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
        if (value < 193) expect(next).toBeGreaterThanOrEqual(Math.min(ev + 0.1, RANGE.max - 1e-9));
        if (value > 237) expect(next).toBeLessThanOrEqual(Math.max(ev - 0.1, RANGE.min + 1e-9));
      }),
    );
  });

  it('takes light away where the sheet burns out, however dark its middle', () => {
    expect(exposeFor(0, { light: 150, glare: 0.1 }, RANGE)).toBeLessThan(0);
  });

  it('comes to rest on paper of any light that the range can bring to white', () => {
    fc.assert(
      fc.property(fc.double({ min: 60, max: 255, noNaN: true }), (atZero) => {
        let ev = 0;
        let steps = 0;
        for (; steps < 40; steps++) {
          const next = exposeFor(ev, seenAt(atZero, ev), RANGE);
          if (next === ev) break;
          ev = next;
        }
        expect(steps).toBeLessThan(40);
        expect(Math.abs(seenAt(atZero, ev).light - 215)).toBeLessThanOrEqual(22);
      }),
    );
  });
});
