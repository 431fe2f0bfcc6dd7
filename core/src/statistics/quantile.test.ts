import fc from 'fast-check';
import { median, quantile, quantileOfSorted } from './quantile';

const values = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 60 });

describe('quantile', () => {
  it('is one of the values, with the share of them below it', () => {
    fc.assert(
      fc.property(values, fc.double({ min: 0, max: 1, noNaN: true }), (list, share) => {
        const value = quantile(list, share);
        expect(list).toContain(value);
        const below = list.filter((other) => other < value).length;
        const upTo = list.filter((other) => other <= value).length;
        expect(below).toBeLessThanOrEqual(share * list.length);
        expect(upTo).toBeGreaterThanOrEqual(Math.min(list.length, Math.floor(share * list.length) + 1));
      }),
    );
  });

  it('sorts numbers as numbers and leaves the list alone', () => {
    const list = [10, 9, 100];
    expect(median(list)).toBe(10);
    expect(list).toEqual([10, 9, 100]);
  });

  it('takes the upper of two middle values', () => expect(median([1, 2, 3, 4])).toBe(3));
  it('ends with the last value', () => expect(quantileOfSorted([1, 2, 3], 1)).toBe(3));
  it('knows nothing of nothing', () => expect(median([])).toBeNaN());
});
