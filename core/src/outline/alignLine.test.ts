import fc from 'fast-check';
import { paintPlane } from '../../testing/pictures';
import { angleBetween, distanceTo, type Line } from '../geometry/line';
import type { Point } from '../geometry/quad';
import { alignLine, forEachVisible } from './alignLine';
import { edgeFields } from './edgeField';

const [WIDTH, HEIGHT] = [120, 90];
const MIDDLE: Point = [WIDTH / 2, HEIGHT / 2];

/** The line through the middle of the picture, and so many pixels beside it. */
const lineAt = (angle: number, aside = 0): Line => ({
  angle,
  offset: MIDDLE[0] * Math.cos(angle) + MIDDLE[1] * Math.sin(angle) + aside,
});

/** A picture that is lighter on the side of a line to which its normal points. */
const edgeUnder = (line: Line) =>
  edgeFields(
    [],
    [
      paintPlane(
        WIDTH,
        HEIGHT,
        (x, y) => 100 + 80 / (1 + Math.exp(-1.5 * distanceTo(line, [x + 0.5, y + 0.5]))),
      ),
    ],
  )[0];

const angles = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true });

describe('alignLine', () => {
  it('moves a line onto the edge that lies beside it, a little askew', () => {
    const off = fc.record({
      askew: fc.double({ min: -0.04, max: 0.04, noNaN: true }),
      aside: fc.double({ min: -2, max: 2, noNaN: true }),
    });
    fc.assert(
      fc.property(angles, off, (angle, { askew, aside }) => {
        const edge = lineAt(angle);
        const line = alignLine(edgeUnder(edge), lineAt(angle + askew, aside), { radius: 5 });
        // Edges are told pixel by pixel here: an edge between two rows may be either. Sides are refined on the photo later.
        expect(angleBetween(line, edge)).toBeLessThan(0.025);
        expect(Math.abs(distanceTo(line, MIDDLE))).toBeLessThan(1.1);
      }),
      { numRuns: 40 },
    );
  });

  it('leaves a line where nothing, or only what runs another way, lies under it', () => {
    const line = lineAt(0.3);
    const bare = edgeFields([], [paintPlane(WIDTH, HEIGHT, () => 90)])[0];
    expect(alignLine(bare, line, { radius: 5 })).toEqual(line);
    expect(alignLine(edgeUnder(lineAt(0.3 + Math.PI / 2)), line, { radius: 5 })).toEqual(line);
  });
});

describe('forEachVisible', () => {
  it('visits places of the line, one step apart, all of them inside the picture', () => {
    fc.assert(
      fc.property(angles, fc.double({ min: -90, max: 90, noNaN: true }), (angle, aside) => {
        const line = lineAt(angle, aside);
        const places: Point[] = [];
        forEachVisible(WIDTH, HEIGHT, line, 2, (x, y) => places.push([x, y]));
        for (const [x, y] of places) {
          expect(x >= 0 && y >= 0 && x < WIDTH && y < HEIGHT).toBe(true);
          expect(Math.abs(distanceTo(line, [x, y]))).toBeLessThan(1e-6);
        }
        for (let k = 1; k < places.length; k++) {
          expect(Math.hypot(places[k][0] - places[k - 1][0], places[k][1] - places[k - 1][1])).toBeCloseTo(2);
        }
      }),
    );
  });

  it('visits nothing of a line that misses the picture', () => {
    const visit = jest.fn();
    forEachVisible(WIDTH, HEIGHT, { angle: 0, offset: -5 }, 2, visit);
    forEachVisible(WIDTH, HEIGHT, { angle: 0.7, offset: 400 }, 2, visit);
    expect(visit).not.toHaveBeenCalled();
  });
});
