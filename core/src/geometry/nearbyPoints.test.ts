import fc from 'fast-check';
import { NearbyPoints } from './nearbyPoints';

const coordinate = fc.double({ min: 0, max: 200, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });

describe('points nearby', () => {
  it('are those that looking at all of them finds', () => {
    const side = fc.integer({ min: 4, max: 60 });
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.array(point, { maxLength: 60 }), point, side, share, (points, at, width, part) => {
        const near = new NearbyPoints(points, 200, width);
        const reach = part * width;
        const isNear = ({ x, y }: { x: number; y: number }) =>
          Math.abs(x - at.x) <= reach && Math.abs(y - at.y) <= reach;
        expect(near.has(at.x, at.y, reach)).toBe(points.some(isNear));
        expect(near.count(at.x, at.y, reach)).toBe(points.filter(isNear).length);
        const around: unknown[] = [];
        near.forEachAround(at.x, at.y, (each) => around.push(each));
        expect(around).toEqual(expect.arrayContaining(points.filter(isNear)));
        expect(new Set(around).size).toBe(around.length);
      }),
    );
  });
});
