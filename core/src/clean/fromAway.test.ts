import fc from 'fast-check';
import { fromAway } from './fromAway';
import { createGrid } from './grid';

const softness = fc.array(fc.float({ min: 0, max: 3, noNaN: true }), { minLength: 4, maxLength: 4 });
const grain = fc.double({ min: 0, max: 40, noNaN: true });
const gridOf = (values: readonly number[]) => ({ ...createGrid(2, 2, 1), data: Float32Array.from(values) });

describe('how far away a page is looked at from', () => {
  it('is as far as its strokes are soft where there is little grain', () => {
    fc.assert(
      fc.property(softness, fc.double({ min: 0, max: 7, noNaN: true }), (values, little) => {
        const soft = gridOf(values);
        expect(fromAway(soft, little)).toBe(soft);
      }),
    );
  });

  it('is never nearer for more grain, and never so far that only half as fine is looked at', () => {
    fc.assert(
      fc.property(softness, grain, grain, (values, one, other) => {
        const soft = gridOf(values);
        const less = fromAway(soft, Math.min(one, other)).data;
        const more = fromAway(soft, Math.max(one, other)).data;
        values.forEach((_, i) => {
          expect(less[i]).toBeGreaterThanOrEqual(soft.data[i]);
          expect(more[i]).toBeGreaterThanOrEqual(less[i]);
          expect(more[i]).toBeLessThanOrEqual(Math.max(soft.data[i], 0.5));
        });
      }),
    );
  });
});
