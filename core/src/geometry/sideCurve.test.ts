import fc from 'fast-check';
import { intersectLines, lineThrough } from './line';
import type { Point } from './quad';
import {
  bowAt,
  fitBow,
  fitBowRobustly,
  meetSides,
  rechord,
  sagitta,
  sidePoint,
  straightSide,
  type Bow,
  type SideCurve,
} from './sideCurve';

const small = fc.double({ min: -12, max: 12, noNaN: true });
const bow = fc.tuple(small, small, small, small).map((b): Bow => b);
const FROM: Point = [100, 200];
const TO: Point = [700, 260];
const ts = Array.from({ length: 40 }, (_, i) => (i + 0.5) / 40);

describe('a side', () => {
  it('passes through its ends when it is straight, and bows by what it says', () => {
    const side = straightSide(FROM, TO);
    expect(sidePoint(side, 0)).toEqual(FROM);
    expect(sidePoint(side, 1)).toEqual(TO);
    expect(sagitta(side)).toBe(0);
    expect(sagitta({ ...side, bow: [9, 0, -9, 0] })).toBeCloseTo(9, 6);
  });

  it('stays the same curve when it is given on another chord of its own', () => {
    fc.assert(
      fc.property(bow, (b) => {
        const side: SideCurve = { from: FROM, to: TO, bow: b };
        const again = rechord(side, sidePoint(side, 0), sidePoint(side, 1));
        expect(bowAt(again.bow, 0)).toBeCloseTo(0, 0);
        for (const t of [0.1, 0.4, 0.7]) {
          const [x, y] = sidePoint(again, t);
          // Shares of the two chords differ a little: look for the nearest point of the first.
          const nearest = Math.min(
            ...ts.flatMap((s) =>
              [0, 0.005, 0.01, 0.015, 0.02].map((d) => {
                const [px, py] = sidePoint(side, s + d);
                return Math.hypot(px - x, py - y);
              }),
            ),
          );
          expect(nearest).toBeLessThan(2);
        }
      }),
    );
  });

  it('meets a straight neighbour where the two lines cross', () => {
    fc.assert(
      fc.property(small, small, (dx, dy) => {
        const first = straightSide(FROM, [TO[0] + dx, TO[1] + dy]);
        const second = straightSide([TO[0] - dx, TO[1]], [680, 900]);
        const crossing = intersectLines(
          lineThrough(first.from, first.to),
          lineThrough(second.from, second.to),
        )!;
        const [x, y] = meetSides(first, second)!;
        expect(Math.hypot(x - crossing[0], y - crossing[1])).toBeLessThan(1e-6);
      }),
    );
  });

  it('does not meet one that runs beside it', () => {
    expect(meetSides(straightSide([0, 0], [100, 0]), straightSide([0, 50], [100, 50]))).toBeNull();
  });
});

describe('fitting a bow', () => {
  it('finds the cubic that the places lie on', () => {
    fc.assert(
      fc.property(bow, (b) => {
        const found = fitBow(
          ts,
          ts.map((t) => bowAt(b, t)),
          () => 1,
          3,
        );
        found.forEach((value, i) => expect(value).toBeCloseTo(b[i], 5));
      }),
    );
  });

  it('is not led astray by a third of the places lying elsewhere', () => {
    fc.assert(
      fc.property(fc.tuple(small, small), fc.integer({ min: 8, max: 30 }), ([offset, slope], away) => {
        const truth: Bow = [offset / 6, slope / 6, 0, 0];
        const ds = ts.map((t, i) => bowAt(truth, t) + (i % 3 === 0 ? away : 0));
        const found = fitBowRobustly(
          ts,
          ds,
          ts.map(() => 1),
          { degree: 1, scale: 2 },
        )!;
        for (const t of [0, 0.5, 1]) expect(Math.abs(bowAt(found, t) - bowAt(truth, t))).toBeLessThan(0.5);
      }),
    );
  });
});
