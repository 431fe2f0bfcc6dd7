import fc from 'fast-check';
import type { Bows, Corners } from '@ravlo/contract';
import { acrossSide, bendOf, outlinePlaces, placeOf } from './outlinePlaces';
import { bendSide, outlineBows } from './outlineEdits';

const CORNERS: Corners = [
  [100, 200],
  [900, 220],
  [880, 1300],
  [120, 1280],
];
const VIEW = { left: 10, top: 20, scale: 0.5 };
const recipe = { outline: { by: 'hand', corners: CORNERS }, turn: 0, look: 'pen' } as const;

describe('where an outline lies on the stage', () => {
  it('moves and scales all of it with the photo', () => {
    const places = outlinePlaces(CORNERS, undefined, VIEW);
    expect(places.corners[0]).toEqual([60, 120]);
    expect(placeOf(places, 'side', 0)).toEqual([260, 125]);
    expect(places.sides[1].direction).toBeCloseTo(Math.PI / 2, 1);
    expect(places.path).toEqual(places.corners);
  });

  it('bends a side by as much as its handle was moved across it', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 60 }), fc.constantFrom(0, 2), (distance, side) => {
        const bent = bendSide(recipe, CORNERS, side, distance);
        const bows = outlineBows(bent.outline) as Bows;
        expect(bendOf(bows, side)).toBeCloseTo(distance);
        const [x, y] = placeOf(outlinePlaces(CORNERS, bows, VIEW), 'bend', side);
        const [x0, y0] = placeOf(outlinePlaces(CORNERS, undefined, VIEW), 'bend', side);
        const moved = acrossSide(CORNERS, side, (x - x0) / VIEW.scale, (y - y0) / VIEW.scale);
        expect(moved).toBeCloseTo(distance);
      }),
    );
  });
});
