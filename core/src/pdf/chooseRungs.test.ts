import fc from 'fast-check';
import { chooseRungs } from './chooseRungs';

/** Ladders as pages have them: each rung smaller and worse than the one before. */
const ladder = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 50, max: 300_000 }), { minLength: 1, maxLength: 10 }),
    fc.infiniteStream(fc.double({ min: 0.01, max: 0.3, noNaN: true })),
  )
  .map(([sizes, steps]) => {
    let loss = 0;
    return sizes
      .sort((a, b) => b - a)
      .map((bytes, i) => {
        if (i > 0) loss += steps.next().value;
        return { bytes, loss };
      });
  });
const ladders = fc.array(ladder, { minLength: 1, maxLength: 12 });

const sumOf = (pages: readonly (readonly { bytes: number }[])[], chosen: readonly number[]) =>
  chosen.reduce((sum, rung, page) => sum + pages[page][rung].bytes, 0);

describe('chooseRungs', () => {
  it('never spends more than there is, and leaves no room in which a page could read better', () => {
    fc.assert(
      fc.property(ladders, fc.double({ min: 0, max: 1.2, noNaN: true }), (pages, share) => {
        const budget = share * pages.reduce((sum, [best]) => sum + best.bytes, 0);
        const chosen = chooseRungs(pages, budget);
        if (!chosen) {
          const least = pages.reduce((sum, rungs) => sum + rungs[rungs.length - 1].bytes, 0);
          expect(least).toBeGreaterThan(budget);
          return;
        }
        const sum = sumOf(pages, chosen);
        expect(sum).toBeLessThanOrEqual(budget);
        chosen.forEach((rung, page) => {
          if (rung === 0) return;
          const better = sum - pages[page][rung].bytes + pages[page][rung - 1].bytes;
          expect(better).toBeGreaterThan(budget);
        });
      }),
    );
  });

  it('takes from the page that gives most for what it loses', () => {
    const written = [
      { bytes: 20_000, loss: 0 },
      { bytes: 15_000, loss: 0.3 },
    ];
    const shot = [
      { bytes: 300_000, loss: 0 },
      { bytes: 200_000, loss: 0.1 },
    ];
    expect(chooseRungs([written, shot, written], 250_000)).toEqual([0, 1, 0]);
    expect(chooseRungs([written, shot, written], 1000)).toBeNull();
    expect(chooseRungs([written, shot, written], 1e6)).toEqual([0, 0, 0]);
  });
});
