import fc from 'fast-check';
import type { Attempt, Work } from '@ravlo/contract';
import { placeIn, SPAN_WIDTH, spanOf } from './timeSpan';

const HOUR = 3600_000;
const DUE = Date.parse('2026-05-14T18:00:00.000Z');
const dueAt = new Date(DUE).toISOString();

/** A work that came so many hours before it was due; null: nothing came. */
const came = (early: number | null): Work =>
  ({
    attempts:
      early === null
        ? []
        : [
            {
              takenBackAt: null,
              receipt: { arrivedAt: new Date(DUE - early * HOUR).toISOString() },
            } as Attempt,
          ],
  }) as unknown as Work;

const hours = fc.option(fc.integer({ min: -200, max: 2000 }));

describe('the line of time', () => {
  it('is not drawn where nothing is due, or nothing came', () => {
    expect(spanOf([came(2)], null)).toBeNull();
    expect(spanOf([came(null)], dueAt)).toBeNull();
  });

  it('has what is due in it, and room for all that came, early and late', () => {
    fc.assert(
      fc.property(fc.array(hours, { minLength: 1, maxLength: 30 }), (early) => {
        const span = spanOf(early.map(came), dueAt);
        if (!span) return;
        expect(span.from).toBeLessThan(DUE);
        expect(span.to).toBeGreaterThan(DUE);
        for (const each of early) {
          if (each === null) continue;
          const place = placeIn(span, DUE - each * HOUR);
          expect(place).toBeGreaterThan(0);
          expect(place).toBeLessThan(SPAN_WIDTH);
          // What came in time never stands behind the line.
          if (each > 0) expect(place).toBeLessThan(placeIn(span, DUE));
          if (each < 0) expect(place).toBeGreaterThanOrEqual(placeIn(span, DUE));
        }
      }),
    );
  });

  it('one who was weeks early does not press the others together', () => {
    const works = [800, ...Array.from({ length: 20 }, (_, i) => i / 4)].map(came);
    const span = spanOf(works, dueAt);
    expect(span && DUE - span.from).toBeLessThan(24 * HOUR);
  });
});
