import fc from 'fast-check';
import { fitLine } from './fitLine';
import { angleBetween, distanceTo, intersectLines, lineThrough } from './line';
import {
  clipPolygon,
  intersectionOverUnion,
  isConvex,
  mapQuad,
  rotateCorners,
  signedArea,
  startAtTopLeft,
  wholeQuad,
  type Point,
  type Quad,
} from './quad';

const coordinate = fc.double({ min: -500, max: 500, noNaN: true });
const point = fc.tuple(coordinate, coordinate);

/** Squares with every corner pushed about a little: always convex. */
const quad = fc
  .array(fc.double({ min: -90, max: 90, noNaN: true }), { minLength: 8, maxLength: 8 })
  .map((d): Quad => {
    const base = wholeQuad(400, 400);
    return mapQuad(base, (corner) => {
      const i = base.indexOf(corner);
      return [corner[0] + d[2 * i], corner[1] + d[2 * i + 1]];
    });
  });

describe('quads', () => {
  it('have area and turn that agree with their corners', () => {
    expect(signedArea(wholeQuad(30, 20))).toBe(600);
    expect(isConvex(wholeQuad(30, 20))).toBe(true);
    expect(
      isConvex([
        [0, 0],
        [0, 20],
        [30, 20],
        [30, 0],
      ]),
    ).toBe(false);
  });

  it('overlap themselves wholly, others the same both ways, and never more than that', () => {
    fc.assert(
      fc.property(quad, quad, (a, b) => {
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

  it('start at the corner whose side runs to the right, whichever came first', () => {
    fc.assert(
      fc.property(quad, fc.integer({ min: 0, max: 3 }), (q, first) => {
        expect(startAtTopLeft(rotateCorners(q, first))).toEqual(startAtTopLeft(q));
      }),
    );
  });
});

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
});
