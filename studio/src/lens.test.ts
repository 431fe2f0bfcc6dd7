import fc from 'fast-check';
import { distortionOf } from './lens';

const [WIDTH, HEIGHT] = [1200, 1600];
const share = fc.double({ min: 0, max: 1, noNaN: true });
const amount = fc.double({ min: -0.03, max: 0.03, noNaN: true });

describe('a lens that bends straight lines', () => {
  it('is undone to a hundredth of a pixel', () => {
    fc.assert(
      fc.property(amount, share, share, (bend, u, v) => {
        const { straighten, distort } = distortionOf(WIDTH, HEIGHT, bend);
        const [x, y] = distort(straighten([u * WIDTH, v * HEIGHT]));
        expect(Math.hypot(x - u * WIDTH, y - v * HEIGHT)).toBeLessThan(0.01);
      }),
    );
  });

  it('moves a corner by so much of its distance from the middle, and the middle not at all', () => {
    const { straighten } = distortionOf(WIDTH, HEIGHT, 0.02);
    expect(straighten([WIDTH, HEIGHT])[0]).toBeCloseTo(WIDTH / 2 + (WIDTH / 2) * 1.02);
    expect(straighten([WIDTH / 2, HEIGHT / 2])).toEqual([WIDTH / 2, HEIGHT / 2]);
  });
});
