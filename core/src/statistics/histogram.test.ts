import fc from 'fast-check';
import { binAtRank, binAtShare, medianOfRounded } from './histogram';
import { quantile } from './quantile';

const countsOf = (values: readonly number[]) => {
  const counts = new Uint32Array(64);
  for (const value of values) counts[value]++;
  return counts;
};

describe('histogram', () => {
  it('finds the bin of the value with that rank', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(63), { minLength: 1, maxLength: 80 }), fc.nat(79), (values, at) => {
        const rank = at % values.length;
        const share = (rank + 0.5) / values.length;
        expect(binAtRank(countsOf(values), rank + 1)).toBe(quantile(values, share));
        expect(binAtShare(countsOf(values), values.length, share)).toBe(quantile(values, share));
      }),
    );
  });

  it('stays on the last bin beyond the last value', () => expect(binAtRank([1, 1, 0], 5)).toBe(2));

  it('tells the median of rounded differences to a part of a level', () => {
    // Half-normal differences with a median of 2.7, rounded.
    const counts = new Uint32Array(64);
    const steps = 20_000;
    for (let i = 0; i < steps; i++) counts[Math.round(((i + 0.5) / steps) * 5.4)]++;
    expect(medianOfRounded(counts, steps)).toBeCloseTo(2.7, 1);
  });
});
