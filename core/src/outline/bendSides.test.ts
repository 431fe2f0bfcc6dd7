import fc from 'fast-check';
import { createPlane } from '../raster/image';
import { bendSides } from './bendSides';
import { edgeFields } from './edgeField';
import { isEvenToTheBorder } from './isEvenToTheBorder';
import type { Quad } from '../geometry/quad';
import { sagitta } from '../geometry/sideCurve';
import type { TraceSource } from './traceSide';

const [WIDTH, HEIGHT] = [300, 400];
const SHEET: Quad = [
  [60, 70],
  [240, 70],
  [240, 330],
  [60, 330],
];

/** A light sheet on a dark ground whose top and bottom bow outwards by so many pixels. */
function bowedSheet(bow: number): TraceSource {
  const light = createPlane(WIDTH, HEIGHT);
  const sheet = createPlane(48, 48);
  const isInside = (x: number, y: number) => {
    const t = (x - 60) / 180;
    const out = bow * 4 * t * (1 - t);
    return x > 60 && x < 240 && y > 70 - out && y < 330 + out;
  };
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) light.data[y * WIDTH + x] = isInside(x + 0.5, y + 0.5) ? 220 : 60;
  }
  for (let y = 0; y < 48; y++) {
    for (let x = 0; x < 48; x++) {
      sheet.data[y * 48 + x] = isInside(((x + 0.5) / 48) * WIDTH, ((y + 0.5) / 48) * HEIGHT) ? 1 : 0;
    }
  }
  const [field] = edgeFields([], [light]);
  return { field, noise: 1, sheet };
}

const NONE = [false, false, false, false];

describe('bendSides', () => {
  it('follows a bowed top and bottom to within a pixel', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 14 }), (bow) => {
        const { sides, bent } = bendSides(bowedSheet(bow), SHEET, NONE);
        expect(bent).toEqual([true, false, true, false]);
        for (const i of [0, 2]) expect(Math.abs(sagitta(sides[i]) - bow)).toBeLessThan(1);
        sides.forEach(({ from }, i) => {
          expect(Math.hypot(from[0] - SHEET[i][0], from[1] - SHEET[i][1])).toBeLessThan(2.5);
        });
      }),
      { numRuns: 6 },
    );
  });

  it('leaves a flat sheet flat, and the sides that are the picture’s border', () => {
    expect(bendSides(bowedSheet(0), SHEET, NONE).bent).toEqual(NONE);
    expect(bendSides(bowedSheet(10), SHEET, [true, false, false, false]).bent[0]).toBe(false);
  });
});

describe('isEvenToTheBorder', () => {
  const even = (value: number, rim = value) => {
    const plane = createPlane(200, 280);
    for (let y = 0; y < 280; y++) {
      for (let x = 0; x < 200; x++) {
        const isRim = Math.min(x, y, 199 - x, 279 - y) < 8;
        plane.data[y * 200 + x] = isRim ? rim : value;
      }
    }
    return plane;
  };

  it('tells a scan from a sheet on a desk and from the dark', () => {
    expect(isEvenToTheBorder(even(240))).toBe(true);
    expect(isEvenToTheBorder(even(240, 200))).toBe(false);
    expect(isEvenToTheBorder(even(60))).toBe(false);
  });
});
