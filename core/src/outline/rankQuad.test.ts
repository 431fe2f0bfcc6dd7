import fc from 'fast-check';
import { cautious } from './cautious';
import { marginOf } from './rankQuad';

const share = fc.double({ min: 0, max: 1, noNaN: true });

describe('how sure one says one is', () => {
  it('is never more than is likely, and nothing else below three quarters', () => {
    fc.assert(
      fc.property(share, (likelihood) => {
        const sure = cautious(likelihood);
        expect(sure).toBeLessThanOrEqual(likelihood + 1e-12);
        if (likelihood <= 0.75) expect(sure).toBe(likelihood);
        expect(sure).toBeGreaterThanOrEqual(Math.min(0.75, likelihood));
      }),
    );
  });

  it('keeps the order, and is whole where it is certain', () => {
    fc.assert(
      fc.property(share, share, (one, other) => {
        expect(cautious(Math.min(one, other))).toBeLessThanOrEqual(cautious(Math.max(one, other)));
      }),
    );
    expect(cautious(1)).toBe(1);
    expect(cautious(0.97)).toBeCloseTo(0.9, 2);
  });
});

it('the lead over the next place is 0 to 1', () => {
  fc.assert(
    fc.property(
      fc.double({ noNaN: true, min: -50, max: 50 }),
      fc.double({ noNaN: true, min: -50, max: 50 }),
      (a, b) => {
        expect(marginOf(a, b)).toBeGreaterThanOrEqual(0);
        expect(marginOf(a, b)).toBeLessThanOrEqual(1);
        if (a <= b) expect(marginOf(a, b)).toBe(0);
      },
    ),
  );
});
