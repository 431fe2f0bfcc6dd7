import fc from 'fast-check';
import { inventLines, inventTitle } from './inventText';
import { createRandom } from '@ravlo/film';

it('invents as many lines as are asked for, none too wide, the same for the same seed', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1e6 }),
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 12, max: 80 }),
      (seed, count, widest) => {
        const lines = inventLines(createRandom(seed), count, widest);
        expect(lines).toHaveLength(count);
        expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(widest);
        expect(lines).toEqual(inventLines(createRandom(seed), count, widest));
      },
    ),
    { numRuns: 60 },
  );
  expect(inventTitle(createRandom(5))).toMatch(/^\S/);
});
