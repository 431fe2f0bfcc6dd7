import fc from 'fast-check';
import { pushedQuad } from '../../testing/quads';
import { clipPolygon, intersectionOverUnion } from './clipPolygon';
import { mapQuad, signedArea, wholeQuad } from './quad';

describe('two quads', () => {
  it('overlap themselves wholly, others the same both ways, and never more than that', () => {
    fc.assert(
      fc.property(pushedQuad(), pushedQuad(), (a, b) => {
        expect(intersectionOverUnion(a, a)).toBeCloseTo(1, 6);
        const both = intersectionOverUnion(a, b);
        expect(both).toBeCloseTo(intersectionOverUnion(b, a), 6);
        expect(both).toBeGreaterThanOrEqual(0);
        expect(both).toBeLessThanOrEqual(1 + 1e-9);
      }),
    );
  });

  it('share a quarter when moved by half a side both ways', () => {
    const moved = mapQuad(wholeQuad(2, 2), ([x, y]) => [x + 1, y + 1]);
    expect(intersectionOverUnion(wholeQuad(2, 2), moved)).toBeCloseTo(1 / 7);
    expect(
      clipPolygon(
        wholeQuad(2, 2),
        mapQuad(moved, ([x, y]) => [x + 9, y]),
      ),
    ).toEqual([]);
  });

  it('clipped by one another leave a polygon that lies in both', () => {
    fc.assert(
      fc.property(pushedQuad(), pushedQuad(), (a, b) => {
        const area = signedArea(clipPolygon(a, b));
        expect(area).toBeGreaterThan(0);
        expect(area).toBeLessThanOrEqual(Math.min(signedArea(a), signedArea(b)) + 1e-6);
      }),
    );
  });
});
