import fc from 'fast-check';
import { angleBetween, distanceTo, intersectLines, lineThrough } from './line';
import { signedArea } from './quad';

const coordinate = fc.double({ min: -500, max: 500, noNaN: true });
const point = fc.tuple(coordinate, coordinate);

describe('lines', () => {
  it('pass through the points they are made of', () => {
    fc.assert(
      fc.property(point, point, (a, b) => {
        fc.pre(Math.hypot(a[0] - b[0], a[1] - b[1]) > 1);
        const line = lineThrough(a, b);
        expect(Math.abs(distanceTo(line, a))).toBeLessThan(1e-6);
        expect(Math.abs(distanceTo(line, b))).toBeLessThan(1e-6);
      }),
    );
  });

  it('meet on both', () => {
    fc.assert(
      fc.property(point, point, point, (a, b, c) => {
        fc.pre(Math.abs(signedArea([a, b, c])) > 100);
        const ab = lineThrough(a, b);
        const ac = lineThrough(a, c);
        fc.pre(angleBetween(ab, ac) > 0.01);
        const met = intersectLines(ab, ac);
        expect(met && Math.hypot(met[0] - a[0], met[1] - a[1])).toBeLessThan(1e-3);
      }),
    );
    const level = lineThrough([0, 0], [1, 0]);
    expect(intersectLines(level, lineThrough([0, 5], [1, 5]))).toBeNull();
  });
});
