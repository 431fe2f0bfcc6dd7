import { distanceTo, lineThrough } from '../geometry/line';
import type { Point } from '../geometry/quad';
import { fitLine } from './fitLine';

describe('lines', () => {
  it('are fitted past a third of outliers', () => {
    const points: Point[] = [];
    for (let i = 0; i < 60; i++)
      points.push([i, i % 3 === 0 ? 20 + (i % 7) : 0.5 * i + 3 + 0.1 * Math.sin(i * 9)]);
    const start = lineThrough([0, 2], [60, 35]);
    const fitted = fitLine(
      points,
      points.map(() => 1),
      { line: start, scale: 2 },
    );
    expect(fitted).not.toBeNull();
    expect(Math.abs(distanceTo(fitted!, [30, 18]))).toBeLessThan(0.1);
  });

  it('keep the side that their normal points to', () => {
    const points = Array.from({ length: 20 }, (_, i): Point => [i, 4]);
    const weights = points.map(() => 1);
    for (const [from, to] of [
      [points[0], points[19]],
      [points[19], points[0]],
    ]) {
      const line = lineThrough(from, to);
      const fitted = fitLine(points, weights, { line, scale: 2 });
      expect(Math.cos((fitted?.angle ?? 0) - line.angle)).toBeCloseTo(1);
    }
  });

  it('are not made of too few points', () => {
    const line = lineThrough([0, 0], [9, 0]);
    expect(
      fitLine(
        [
          [0, 0],
          [9, 0],
        ],
        [1, 1],
        { line, scale: 2 },
      ),
    ).toBeNull();
    expect(
      fitLine(
        [
          [0, 50],
          [5, 60],
          [9, 70],
        ],
        [1, 1, 1],
        { line, scale: 2 },
      ),
    ).toBeNull();
  });
});
