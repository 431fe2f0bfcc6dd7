import fc from 'fast-check';
import { mapQuad, type Point, type Quad } from './quad';
import { placeFourthCorner } from './placeFourthCorner';

const PHOTO = { photoWidth: 3000, photoHeight: 4000, focal: 2900 };

function seen(width: number, height: number, [rx, ry, rz]: readonly [number, number, number]): Quad {
  const sheet: Quad = [
    [-width / 2, -height / 2],
    [width / 2, -height / 2],
    [width / 2, height / 2],
    [-width / 2, height / 2],
  ];
  return mapQuad(sheet, ([x, y]) => {
    const [x1, y1] = [x * Math.cos(rz) - y * Math.sin(rz), x * Math.sin(rz) + y * Math.cos(rz)];
    const [x2, z2] = [x1 * Math.cos(ry), -x1 * Math.sin(ry)];
    const [y3, z3] = [y1 * Math.cos(rx) - z2 * Math.sin(rx), y1 * Math.sin(rx) + z2 * Math.cos(rx)];
    return [1500 + (2900 * x2) / (420 + z3), 2000 + (2900 * y3) / (420 + z3)];
  });
}

const lean = fc.tuple(
  fc.double({ min: -0.6, max: 0.6, noNaN: true }),
  fc.double({ min: -0.6, max: 0.6, noNaN: true }),
  fc.double({ min: -3, max: 3, noNaN: true }),
);
const anyCorner = fc.integer({ min: 0, max: 3 });
/** The hidden corner a little off, as someone would guess it. */
const guess = (quad: Quad, hidden: number) =>
  quad.map(([x, y], i) => (i === hidden ? [x + 2, y - 2] : [x, y])) as unknown as Quad;

describe('placeFourthCorner', () => {
  it('puts a hidden corner back where it was', () => {
    fc.assert(
      fc.property(lean, anyCorner, fc.constantFrom(1.414, 1.294, 1, 0.7), (angles, hidden, proportion) => {
        const quad = seen(210, 210 * proportion, angles);
        const [x, y] = placeFourthCorner(guess(quad, hidden), hidden, proportion, PHOTO);
        expect(Math.hypot(x - quad[hidden][0], y - quad[hidden][1])).toBeLessThan(3);
      }),
    );
  });

  it('mirrors with the photo', () => {
    fc.assert(
      fc.property(lean, anyCorner, (angles, hidden) => {
        const quad = seen(210, 297, angles);
        const mirror = ([x, y]: Point): Point => [3000 - x, y];
        // Mirrored, clockwise from the top left is the old top right first.
        const mirrored: Quad = [mirror(quad[1]), mirror(quad[0]), mirror(quad[3]), mirror(quad[2])];
        const there = [1, 0, 3, 2][hidden];
        const a = mirror(placeFourthCorner(quad, hidden, 297 / 210, PHOTO));
        const b = placeFourthCorner(mirrored, there, 297 / 210, PHOTO);
        expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(1);
      }),
    );
  });

  it('takes the solution near the guess: a sheet can lean either way', () => {
    const towards = seen(210, 297, [0.5, 0.3, 0]);
    const away = seen(210, 297, [-0.5, -0.3, 0]);
    for (const quad of [towards, away]) {
      const [x, y] = placeFourthCorner(guess(quad, 2), 2, 297 / 210, PHOTO);
      expect(Math.hypot(x - quad[2][0], y - quad[2][1])).toBeLessThan(3);
    }
  });
});
