import fc from 'fast-check';
import { paintPlane, seededChance } from '../../testing/pictures';
import { boxMean } from './boxMean';

const noisy = (width: number, height: number, seed: number) => {
  const chance = seededChance(seed);
  return paintPlane(width, height, () => Math.floor(chance() * 256));
};

describe('boxMean', () => {
  it('is the mean of the window, cut off at the borders', () => {
    const side = fc.integer({ min: 1, max: 14 });
    fc.assert(
      fc.property(side, side, fc.integer({ min: 0, max: 9 }), fc.nat(), (width, height, radius, seed) => {
        const plane = noisy(width, height, seed);
        const result = boxMean(plane, radius);
        for (let y = 0; y < height; y++) {
          for (let x = 0; x < width; x++) {
            let sum = 0;
            let count = 0;
            for (let v = Math.max(0, y - radius); v <= Math.min(height - 1, y + radius); v++) {
              for (let u = Math.max(0, x - radius); u <= Math.min(width - 1, x + radius); u++, count++) {
                sum += plane.data[v * width + u];
              }
            }
            expect(result.data[y * width + x]).toBeCloseTo(sum / count, 2);
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('leaves an even plane as it is', () => {
    const even = paintPlane(20, 13, () => 77);
    expect(boxMean(even, 4).data).toEqual(even.data);
  });
});
