import fc from 'fast-check';
import { extendBeyond } from './extendBeyond';
import { lineThrough, intersectLines, type Line } from '../geometry/line';
import { mapQuad, type Point, type Quad } from '../geometry/quad';

const PHOTO = { width: 3000, height: 4000 };
const FOCAL = (26 / 36) * 4000;

const lean = fc.tuple(
  fc.double({ min: -0.4, max: 0.4, noNaN: true }),
  fc.double({ min: -0.4, max: 0.4, noNaN: true }),
  fc.double({ min: -0.15, max: 0.15, noNaN: true }),
);

function seenSheet([rx, ry, rz]: readonly [number, number, number]): Quad {
  const sheet: Quad = [
    [-105, -148.5],
    [105, -148.5],
    [105, 148.5],
    [-105, 148.5],
  ];
  return mapQuad(sheet, ([x, y]): Point => {
    const [x1, y1] = [x * Math.cos(rz) - y * Math.sin(rz), x * Math.sin(rz) + y * Math.cos(rz)];
    const [x2, z2] = [x1 * Math.cos(ry), -x1 * Math.sin(ry)];
    const [y3, z3] = [y1 * Math.cos(rx) - z2 * Math.sin(rx), y1 * Math.sin(rx) + z2 * Math.cos(rx)];
    return [1500 + (FOCAL * x2) / (420 + z3), 2000 + (FOCAL * y3) / (420 + z3)];
  });
}

/** The quad with its bottom cut off by a level line. */
function cutAt(quad: Quad, y: number): Quad {
  const border: Line = { angle: Math.PI / 2, offset: y };
  const right = intersectLines(lineThrough(quad[1], quad[2]), border)!;
  const left = intersectLines(lineThrough(quad[3], quad[0]), border)!;
  return [quad[0], quad[1], right, left];
}

describe('extendBeyond', () => {
  it('puts the side of an A4 sheet that the picture cuts off back where it is', () => {
    const runs = 300;
    let left = 0;
    fc.assert(
      fc.property(lean, fc.double({ min: 0.03, max: 0.14, noNaN: true }), (angles, share) => {
        const truth = seenSheet(angles);
        const height = (truth[2][1] + truth[3][1] - truth[0][1] - truth[1][1]) / 2;
        const y = Math.min(truth[2][1], truth[3][1]) - share * height;
        const cut = cutAt(truth, y);
        const found = extendBeyond(cut, 2, PHOTO);
        // Where a corner is seen square to the sheet's direction its depth cannot be told: about once in ten thousand.
        if (found === cut) {
          left++;
          return;
        }
        found.forEach(([fx, fy], i) => {
          expect(Math.hypot(fx - truth[i][0], fy - truth[i][1])).toBeLessThan(2);
        });
      }),
      { numRuns: runs },
    );
    expect(left).toBeLessThan(runs / 50);
  });

  it('leaves a shape that no common sheet has', () => {
    const strip: Quad = [
      [1000, 100],
      [2000, 100],
      [2000, 4000],
      [1000, 4000],
    ];
    expect(extendBeyond(strip, 2, PHOTO)).toEqual(strip);
  });
});
