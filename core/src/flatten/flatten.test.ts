import fc from 'fast-check';
import { mapQuad, wholeQuad, type Quad } from '../outline/quad';
import { createRgba } from '../raster/image';
import { measureSheet } from './flatten';
import { compose, invert, project, rectangleToQuad, squareToQuad } from './homography';
import { flatMap } from './pageMap';
import { recoverProportion } from './proportion';
import { sheetSize } from './sheetSize';
import { warp } from './warp';

const push = fc.double({ min: -60, max: 60, noNaN: true });
const quad = fc.array(push, { minLength: 8, maxLength: 8 }).map((d): Quad => {
  const base = wholeQuad(400, 500);
  return mapQuad(base, (corner) => {
    const i = base.indexOf(corner);
    return [corner[0] + d[2 * i], corner[1] + d[2 * i + 1]];
  });
});

/** A sheet of the given size, turned, leant and moved in front of a pinhole camera. */
function seenSheet(
  width: number,
  height: number,
  lean: readonly [number, number, number],
  focal: number,
): Quad {
  const [rx, ry, rz] = lean;
  const half: Quad = [
    [-width / 2, -height / 2],
    [width / 2, -height / 2],
    [width / 2, height / 2],
    [-width / 2, height / 2],
  ];
  return mapQuad(half, ([x, y]) => {
    const x1 = x * Math.cos(rz) - y * Math.sin(rz);
    const y1 = x * Math.sin(rz) + y * Math.cos(rz);
    const [x2, z2] = [x1 * Math.cos(ry), -x1 * Math.sin(ry)];
    const [y3, z3] = [y1 * Math.cos(rx) - z2 * Math.sin(rx), y1 * Math.sin(rx) + z2 * Math.cos(rx)];
    const depth = 420 + z3;
    return [1500 + (focal * x2) / depth, 2000 + (focal * y3) / depth];
  });
}

describe('homography', () => {
  it('takes the unit square to the quad, and back', () => {
    fc.assert(
      fc.property(quad, (q) => {
        const h = squareToQuad(q);
        const square = wholeQuad(1, 1);
        const back = invert(h);
        square.forEach((corner, i) => {
          const there = project(h, corner);
          expect(there[0]).toBeCloseTo(q[i][0], 6);
          expect(there[1]).toBeCloseTo(q[i][1], 6);
          const again = project(back, there);
          expect(again[0]).toBeCloseTo(corner[0], 6);
        });
      }),
    );
  });

  it('composes like the functions it stands for', () => {
    fc.assert(
      fc.property(quad, quad, (a, b) => {
        const [f, g] = [rectangleToQuad(400, 500, a), rectangleToQuad(400, 500, b)];
        const once = project(compose(f, g), [120, 200]);
        const twice = project(f, project(g, [120, 200]));
        expect(Math.hypot(once[0] - twice[0], once[1] - twice[1])).toBeLessThan(1e-4 * Math.hypot(...twice));
      }),
    );
  });

  it('refuses three corners on one line', () => {
    expect(() =>
      squareToQuad([
        [0, 0],
        [1, 0],
        [2, 0],
        [3, 0],
      ]),
    ).toThrow(RangeError);
  });
});

describe('recoverProportion', () => {
  const lean = fc.tuple(
    fc.double({ min: -0.55, max: 0.55, noNaN: true }),
    fc.double({ min: -0.55, max: 0.55, noNaN: true }),
    fc.double({ min: -0.4, max: 0.4, noNaN: true }),
  );

  it('is exact when the focal length is known', () => {
    fc.assert(
      fc.property(lean, fc.double({ min: 0.5, max: 2, noNaN: true }), (angles, proportion) => {
        const seen = seenSheet(200, 200 * proportion, angles, 2900);
        const options = { photoWidth: 3000, photoHeight: 4000, focal: 2900 };
        expect(recoverProportion(seen, options)).toBeCloseTo(proportion, 4);
      }),
    );
  });

  it('tells A4 from Letter without knowing the focal length of a common phone', () => {
    fc.assert(
      fc.property(lean, (angles) => {
        const photo = { width: 3000, height: 4000 };
        expect(measureSheet(photo, seenSheet(210, 297, angles, 2888)).paper).toBe('a4');
        expect(measureSheet(photo, seenSheet(215.9, 279.4, angles, 2888)).paper).toBe('letter');
      }),
    );
  });
});

describe('sheetSize', () => {
  it('snaps to a paper when close and keeps the proportion when not', () => {
    expect(sheetSize(1.4)).toEqual({ width: 210, height: 297, paper: 'a4' });
    expect(sheetSize(1 / 1.31)).toEqual({ width: 279.4, height: 215.9, paper: 'letter' });
    expect(sheetSize(1.64)).toEqual({ width: 215.9, height: 355.6, paper: 'legal' });
    const strip = sheetSize(3);
    expect(strip.paper).toBeNull();
    expect(strip.height / strip.width).toBeCloseTo(3);
  });
});

describe('warp', () => {
  it('is the identity for a quad that is the photo', () => {
    const photo = createRgba(40, 30);
    photo.data.forEach((_, i) => (photo.data[i] = i % 4 === 3 ? 255 : (i * 7) % 256));
    expect(warp(photo, flatMap(wholeQuad(40, 30)), { width: 40, height: 30 })).toEqual(photo);
  });

  it('does not alias fine stripes when it shrinks', () => {
    const photo = createRgba(600, 600);
    for (let i = 0; i < 600 * 600; i++)
      photo.data.set((i % 600) % 2 ? [255, 255, 255, 255] : [0, 0, 0, 255], i * 4);
    for (const side of [300, 350, 200, 97]) {
      const page = warp(photo, flatMap(wholeQuad(600, 600)), { width: side, height: side });
      let [least, most] = [255, 0];
      for (let i = 4 * side; i < page.data.length - 4 * side; i += 4) {
        const x = (i / 4) % side;
        if (x < 2 || x > side - 3) continue;
        least = Math.min(least, page.data[i]);
        most = Math.max(most, page.data[i]);
      }
      // All grey: one sample a pixel would swing from black to white.
      expect(most - least).toBeLessThan(side === 350 ? 160 : 110);
    }
  });
});
