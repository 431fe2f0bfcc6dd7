import fc from 'fast-check';
import { GLANCE, GLANCE_EVERY, NEW_PACE, stepPace, type Glance, type Pace } from './pace';

const SIZE = GLANCE.width * GLANCE.height;
const even = (grey: number): Glance => new Uint8Array(SIZE).fill(grey);
/** Paces through glances, one every GLANCE_EVERY. */
const through = (glances: readonly Glance[], from: Pace = NEW_PACE, start = 0) =>
  glances.reduce((pace, glance, i) => stepPace(pace, glance, start + i * GLANCE_EVERY), from);

const AWHILE = 40;

describe('stepPace', () => {
  it('rests once nothing has moved for a while, and not before', () => {
    expect(through(Array(10).fill(even(120))).rests).toBe(false);
    expect(through(Array(AWHILE).fill(even(120))).rests).toBe(true);
  });

  it('is not kept awake by noise', () => {
    const noisy = fc.array(fc.integer({ min: 118, max: 122 }), { minLength: SIZE, maxLength: SIZE });
    fc.assert(
      fc.property(fc.array(noisy, { minLength: 3, maxLength: 3 }), (kinds) => {
        const glances = Array.from({ length: AWHILE }, (_, i) => Uint8Array.from(kinds[i % 3]));
        expect(through(glances).rests).toBe(true);
      }),
      { numRuns: 20 },
    );
  });

  it('wakes at once when a sheet comes, wherever it lies', () => {
    const resting = through(Array(AWHILE).fill(even(60)));
    fc.assert(
      fc.property(fc.nat(GLANCE.width - 6), fc.nat(GLANCE.height - 6), (left, top) => {
        const sheet = even(60);
        for (let y = top; y < top + 5; y++)
          for (let x = left; x < left + 5; x++) sheet[y * GLANCE.width + x] = 200;
        expect(stepPace(resting, sheet, AWHILE * GLANCE_EVERY).rests).toBe(false);
      }),
    );
  });

  it('notices what creeps', () => {
    // A grey level with every second glance is never a step, but soon another picture.
    const creeping = Array.from({ length: 80 }, (_, i) => even(100 + Math.floor(i / 2)));
    let pace = NEW_PACE;
    let rested = false;
    creeping.forEach((glance, i) => {
      pace = stepPace(pace, glance, i * GLANCE_EVERY);
      rested ||= pace.rests;
    });
    expect(rested).toBe(false);
  });
});
