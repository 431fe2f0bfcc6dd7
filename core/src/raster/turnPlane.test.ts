import fc from 'fast-check';
import { paint, paintPlane } from '../../testing/pictures';
import { addTurns, swapsSides, TURNS } from '../geometry/turn';
import { turnPlane } from './turnPlane';
import { turnQuarter } from './turnQuarter';

const side = fc.integer({ min: 1, max: 9 });
const turns = fc.constantFrom(...TURNS);
const level = (x: number, y: number) => (x * 31 + y * 17) % 256;

describe('turning', () => {
  it('planes and images turn alike', () => {
    fc.assert(
      fc.property(side, side, turns, (width, height, turn) => {
        const plane = turnPlane(paintPlane(width, height, level), turn);
        const image = turnQuarter(paint(width, height, level), turn);
        expect([plane.width, plane.height]).toEqual([image.width, image.height]);
        expect(Array.from(plane.data)).toEqual(Array.from(image.data).filter((_, i) => i % 4 === 0));
      }),
    );
  });

  it('two turns are their sum', () => {
    fc.assert(
      fc.property(side, side, turns, turns, (width, height, a, b) => {
        const plane = paintPlane(width, height, level);
        const twice = turnPlane(turnPlane(plane, a), b);
        expect(twice).toEqual(turnPlane(plane, addTurns(a, b)));
        expect(twice.width === width || swapsSides(addTurns(a, b)) || width === height).toBe(true);
      }),
    );
  });
});
