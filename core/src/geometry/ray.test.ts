import fc from 'fast-check';
import { alongTo, distance, dot, rayOf, seenAt, sharedDirection, type Pinhole, type Ray } from './ray';

const CAMERA: Pinhole = { photoWidth: 3000, photoHeight: 4000, focal: 2900 };
const place = fc.tuple(
  fc.double({ min: -2, max: 2, noNaN: true }),
  fc.double({ min: -2, max: 2, noNaN: true }),
  fc.double({ min: 3, max: 6, noNaN: true }),
);
const direction = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -0.6, max: 0.6, noNaN: true }),
  )
  .filter(([x, y]) => Math.hypot(x, y) > 0.4)
  .map(([x, y, z]): Ray => {
    const size = Math.hypot(x, y, z);
    return [x / size, y / size, z / size];
  });
const step = ([x, y, z]: Ray, [gx, gy, gz]: Ray, far: number): Ray => [
  x + gx * far,
  y + gy * far,
  z + gz * far,
];

describe('rays', () => {
  it('pass through the place that is seen', () => {
    fc.assert(
      fc.property(place, (at) => {
        const ray = rayOf(seenAt(at, CAMERA), CAMERA);
        expect(distance([ray[0] * at[2], ray[1] * at[2], at[2]], at)).toBeLessThan(1e-9);
      }),
    );
  });

  it('give the direction of two parallel lines back', () => {
    fc.assert(
      fc.property(place, direction, (from, g) => {
        const other = step(from, [0.31, -0.87, 0.2], 1.4);
        const see = (at: Ray) => seenAt(at, CAMERA);
        const [a, b] = [see(from), see(step(from, g, 1))];
        const [c, d] = [see(other), see(step(other, g, 1))];
        // Lines that fall on each other in the photo say nothing.
        fc.pre(Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) > 2e4);
        expect(dot(sharedDirection(a, b, c, d, CAMERA), g)).toBeGreaterThan(0.999);
      }),
    );
  });

  it('tell how far along a line they are met', () => {
    fc.assert(
      fc.property(place, direction, fc.double({ min: -1, max: 1, noNaN: true }), (from, g, far) => {
        const to = step(from, g, far);
        fc.pre(to[2] > 1);
        expect(alongTo(from, g, rayOf(seenAt(to, CAMERA), CAMERA))).toBeCloseTo(far, 5);
      }),
    );
  });
});
