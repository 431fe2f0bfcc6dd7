import fc from 'fast-check';
import { paint } from '../../testing/pictures';
import { pushedQuad } from '../../testing/quads';
import { distanceTo, lineThrough } from '../geometry/line';
import { mapQuad, type Point, type Quad } from '../geometry/quad';
import { bowAt, sidePoint, straightSide, type SideCurve } from '../geometry/sideCurve';
import { refineSides } from './refineSides';

const [WIDTH, HEIGHT] = [300, 360];
const STRAIGHT = [false, false, false, false];
const [DESK, SHEET] = [90, 220];

/** A sheet on a desk, its sides soft over a pixel or two. */
function photoOf(quad: Quad) {
  const lines = quad.map((corner, i) => lineThrough(corner, quad[(i + 1) % 4]));
  return paint(WIDTH, HEIGHT, (x, y) => {
    const inside = Math.min(...lines.map((line) => distanceTo(line, [x + 0.5, y + 0.5])));
    return DESK + (SHEET - DESK) * Math.min(1, Math.max(0, 0.5 + inside / 1.6));
  });
}

const sidesOf = (quad: Quad): SideCurve[] => quad.map((corner, i) => straightSide(corner, quad[(i + 1) % 4]));

/** Quads well inside the photo. */
const quads = pushedQuad(200, 240, 25).map((quad) => mapQuad(quad, ([x, y]): Point => [x + 50, y + 60]));
/** How far off each corner is told, px. */
const errors = fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 8, maxLength: 8 });
const moved = (quad: Quad, by: readonly number[]): Quad =>
  quad.map(([x, y], i): Point => [x + by[2 * i], y + by[2 * i + 1]]) as unknown as Quad;

describe('refineSides', () => {
  it('finds every corner of a sheet to a fifth of a pixel, from one that is some pixels off', () => {
    fc.assert(
      fc.property(quads, errors, (quad, by) => {
        const { sides, evidence } = refineSides(photoOf(quad), sidesOf(moved(quad, by)), {
          radius: 8,
          places: 72,
          fixed: STRAIGHT,
          bent: STRAIGHT,
        });
        sides.forEach(({ from }, i) =>
          expect(Math.hypot(from[0] - quad[i][0], from[1] - quad[i][1])).toBeLessThan(0.2),
        );
        for (const share of evidence) expect(share).toBeGreaterThan(0.7);
      }),
      { numRuns: 30 },
    );
  });

  it('leaves sides as they are where they are fixed, and where there is no edge', () => {
    const quad: Quad = [
      [60, 60],
      [240, 60],
      [240, 300],
      [60, 300],
    ];
    const told = sidesOf(moved(quad, [2, 2, 2, 2, 2, 2, 2, 2]));
    const options = { radius: 8, places: 72, bent: STRAIGHT };
    const fixed = refineSides(photoOf(quad), told, { ...options, fixed: [true, true, true, true] });
    const even = refineSides(
      paint(WIDTH, HEIGHT, () => DESK),
      told,
      { ...options, fixed: STRAIGHT },
    );
    for (const { sides, evidence } of [fixed, even]) {
      expect(evidence).toEqual([0, 0, 0, 0]);
      sides.forEach(({ from }, i) => {
        expect(from[0]).toBeCloseTo(told[i].from[0]);
        expect(from[1]).toBeCloseTo(told[i].from[1]);
      });
    }
  });

  it('follows a side that is bent, where that is allowed', () => {
    // The upper side hangs by six pixels in its middle.
    const photo = paint(WIDTH, HEIGHT, (x, y) => {
      const top = 80 + 6 * (1 - ((x - 150) / 100) ** 2);
      const isSheet = x >= 50 && x < 250 && y >= top && y < 300;
      return isSheet ? SHEET : DESK;
    });
    const told = sidesOf([
      [50, 80],
      [250, 80],
      [250, 300],
      [50, 300],
    ]);
    const [top] = refineSides(photo, told, {
      ...{ radius: 12, places: 72, fixed: STRAIGHT },
      bent: [true, false, false, false],
    }).sides;
    expect(Math.abs(bowAt(top.bow, 0.5) - bowAt(top.bow, 0) - 6)).toBeLessThan(1);
    expect(Math.abs(sidePoint(top, 0.5)[1] - 86)).toBeLessThan(1);
  });
});
