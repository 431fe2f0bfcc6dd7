import fc from 'fast-check';
import { createPlane, type Plane } from '../raster/image';
import { shiftBetween } from './shiftBetween';

/** A picture that is nowhere like itself, seen from (left, top) on. */
function seenFrom(left: number, top: number): Plane {
  const plane = createPlane(40, 30);
  for (let y = 0; y < 30; y++) {
    for (let x = 0; x < 40; x++) {
      const [u, v] = [x + left, y + top];
      plane.data[y * 40 + x] = 128 + 60 * Math.sin(u / 4.1) * Math.cos(v / 5.3) + 40 * Math.sin((u * v) / 37);
    }
  }
  return plane;
}

it('finds how far a picture has moved, either way', () => {
  const shift = fc.integer({ min: -6, max: 6 });
  fc.assert(
    fc.property(shift, shift, (dx, dy) => {
      expect(shiftBetween(seenFrom(0, 0), seenFrom(-dx, -dy), { reach: 6 })).toEqual([dx, dy]);
    }),
  );
});
