import fc from 'fast-check';
import { BY_EIGHTS, BY_PAIRS, spreadWeights, tapWeights, weightsFor } from './taps';

const phases = (weights: Int16Array) =>
  Array.from({ length: weights.length / 4 }, (_, i) => [...weights.subarray(4 * i, 4 * i + 4)]);
const footprint = fc.double({ min: 1, max: 2, noNaN: true });

describe('tapWeights', () => {
  it('make no page darker or lighter', () => {
    fc.assert(
      fc.property(footprint, fc.constantFrom(64, 128), (reach, whole) => {
        for (const taps of phases(tapWeights(reach, whole))) {
          expect(taps.reduce((sum, weight) => sum + weight, 0)).toBe(whole);
        }
      }),
    );
  });

  it('give back the very pixel where the place is one and nothing is shrunk', () => {
    expect(phases(tapWeights(1, 64))[0]).toEqual([0, 64, 0, 0]);
  });

  it('are the same seen from the other side', () => {
    fc.assert(
      fc.property(footprint, fc.integer({ min: 1, max: 63 }), (reach, phase) => {
        const all = phases(tapWeights(reach, 128));
        const there = [...all[64 - phase]].reverse();
        all[phase].forEach((weight, i) => expect(Math.abs(weight - there[i])).toBeLessThanOrEqual(2));
      }),
    );
  });

  it('are the shares of the area where two pixels make one', () => {
    // A stretch of two pixels round a place half way: half of it on either side, nothing beyond.
    expect(phases(tapWeights(2, 128))[32]).toEqual([0, 64, 64, 0]);
    expect(phases(tapWeights(2, 128))[0]).toEqual([32, 64, 32, 0]);
  });
});

describe('weightsFor', () => {
  it('takes what is out of bounds for the nearest bound', () => {
    expect(weightsFor(0.2, 64)).toBe(weightsFor(1, 64));
    expect(weightsFor(7, 64)).toBe(weightsFor(2, 64));
    expect(weightsFor(NaN, 64)).toBe(weightsFor(1, 64));
  });

  it('is spread as the kernel wants it', () => {
    const weights = weightsFor(1.5, 128);
    const [a, b, c, d] = weights.subarray(40, 44);
    expect([...spreadWeights(weights, BY_PAIRS).subarray(80, 88)]).toEqual([a, b, a, b, c, d, c, d]);
    const down = weightsFor(1.5, 64);
    expect([...spreadWeights(down, BY_EIGHTS).subarray(0, 32)]).toEqual(
      [...down.subarray(0, 4)].flatMap((weight) => Array<number>(8).fill(weight)),
    );
  });
});
