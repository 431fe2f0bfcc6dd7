import fc from 'fast-check';
import { paintPlane } from '../../testing/pictures';
import type { Point } from '../geometry/quad';
import { sidePoint } from '../geometry/sideCurve';
import { edgeFields } from './edgeField';
import { traceSide, type TraceSource } from './traceSide';

const [WIDTH, HEIGHT] = [200, 120];
const [FROM, TO]: [Point, Point] = [
  [20, 60],
  [180, 60],
];

/** A picture with a soft edge whose height is told for every column, paper below it. */
function pictureOf(edgeAt: (x: number) => number): TraceSource {
  const plane = paintPlane(
    WIDTH,
    HEIGHT,
    (x, y) => 90 + 120 / (1 + Math.exp(-1.5 * (y + 0.5 - edgeAt(x + 0.5)))),
  );
  const sheet = paintPlane(20, 12, (x, y) => (10 * y + 5 > edgeAt(10 * x + 5) ? 1 : 0));
  return { field: edgeFields([], [plane])[0], noise: 2, sheet };
}

/** How far a bent edge hangs below the chord at x, px. */
const bowed = (depth: number) => (x: number) => 60 + depth * (1 - ((x - 100) / 80) ** 2);

describe('traceSide', () => {
  it('follows an edge that bows to either side', () => {
    fc.assert(
      fc.property(fc.double({ min: -14, max: 14, noNaN: true }), (depth) => {
        const traced = traceSide(pictureOf(bowed(depth)), FROM, TO, { reach: 18 });
        expect(traced).not.toBeNull();
        for (const t of [0.1, 0.3, 0.5, 0.7, 0.9]) {
          const [x, y] = sidePoint(traced!.side, t);
          expect(Math.abs(y - bowed(depth)(x))).toBeLessThan(1.2);
        }
        expect(traced!.support).toBeGreaterThan(0.7);
      }),
      { numRuns: 40 },
    );
  });

  it('has little to say where no edge runs the chord’s way', () => {
    const even = { ...pictureOf(() => 60), field: edgeFields([], [paintPlane(WIDTH, HEIGHT, () => 90)])[0] };
    expect(traceSide(even, FROM, TO, { reach: 18 })?.support ?? 0).toBeLessThan(0.05);
    const stripes = edgeFields([], [paintPlane(WIDTH, HEIGHT, (x) => (Math.floor(x / 8) % 2) * 100)])[0];
    const across = traceSide({ ...even, field: stripes }, FROM, TO, { reach: 18 });
    expect(across?.support ?? 0).toBeLessThan(0.05);
  });

  it('prefers the edge between what is sheet and what is not', () => {
    // A second edge, as strong, fifteen pixels above: a row of print on the desk’s side.
    const two = (x: number, y: number) => 90 + 60 * (y >= 45 ? 1 : 0) + 60 * (y >= 60 ? 1 : 0);
    const source = { ...pictureOf(() => 60), field: edgeFields([], [paintPlane(WIDTH, HEIGHT, two)])[0] };
    const traced = traceSide(source, [20, 52], [180, 52], { reach: 18 });
    expect(Math.abs(sidePoint(traced!.side, 0.5)[1] - 60)).toBeLessThan(1.5);
  });
});
