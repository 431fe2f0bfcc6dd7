import fc from 'fast-check';
import { pushedQuad } from '../../testing/quads';
import { project, squareToQuad } from '../geometry/homography';
import { wholeQuad } from '../geometry/quad';
import { flatMap, turnedMap, type PageMap } from './pageMap';

const at = (map: PageMap, x: number, y: number, width: number, height: number) => {
  const out = new Float32Array(2);
  map.row(x, y, width, height, out);
  return out;
};

describe('the map of a flat sheet', () => {
  it('is its homography, place by place along a row', () => {
    fc.assert(
      fc.property(pushedQuad(), fc.integer({ min: 0, max: 59 }), (quad, y) => {
        const row = new Float32Array(2 * 40);
        flatMap(quad).row(3, y, 43, 60, row);
        const h = squareToQuad(quad);
        for (let i = 0; i < 40; i++) {
          const [u, v] = project(h, [(3 + i) / 43, y / 60]);
          expect(Math.hypot(row[2 * i] - u, row[2 * i + 1] - v)).toBeLessThan(0.01);
        }
      }),
    );
  });
});

describe('a map that is turned', () => {
  const size = { width: 210, height: 297 };
  const flat = flatMap(wholeQuad(210, 297));

  it('keeps the middle and the distances from it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -15, max: 15, noNaN: true }),
        fc.integer({ min: 0, max: 210 }),
        fc.integer({ min: 0, max: 297 }),
        (degrees, x, y) => {
          const [u, v] = at(turnedMap(flat, degrees, size), x, y, 210, 297);
          expect(Math.hypot(u - 105, v - 148.5)).toBeCloseTo(Math.hypot(x - 105, y - 148.5), 2);
        },
      ),
    );
  });

  it('comes back when it is turned back', () => {
    const [x, y] = at(turnedMap(turnedMap(flat, 7, size), -7, size), 40, 60, 210, 297);
    expect([x, y].map(Math.round)).toEqual([40, 60]);
  });
});
