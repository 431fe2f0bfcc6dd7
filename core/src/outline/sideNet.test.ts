import fc from 'fast-check';
import { drawnSheet, withSideMoved } from '../../testing/sheets';
import type { Quad } from '../geometry/quad';
import { ownSides } from './sideNet';

const SHEET: Quad = [
  [44, 50],
  [150, 44],
  [156, 206],
  [40, 200],
];
const PICTURE = { width: 192, height: 256, sheet: SHEET };

const scene = fc.record({
  desk: fc.integer({ min: 60, max: 120 }),
  light: fc.double({ min: 0.6, max: 1, noNaN: true }),
  side: fc.integer({ min: 0, max: 3 }),
});

describe('ownSides', () => {
  it('takes the sides of a sheet for its own, and no other in their place', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(-16, -11, 11, 16), ({ desk, light, side }, by) => {
        const picture = drawnSheet({ ...PICTURE, desk, light });
        const right = ownSides(picture, SHEET);
        for (const odds of right) expect(odds).toBeGreaterThan(0);
        const wrong = ownSides(picture, withSideMoved(SHEET, side, by));
        expect(wrong[side]).toBeLessThan(Math.min(0, right[side] - 2));
      }),
      { numRuns: 30 },
    );
  });

  it('knows its own side from that of a frame on it', () => {
    fc.assert(
      fc.property(scene, fc.integer({ min: 6, max: 12 }), ({ desk, light, side }, by) => {
        const frame = [0, 1, 2, 3].reduce((quad, each) => withSideMoved(quad, each, -by), SHEET);
        const picture = drawnSheet({ ...PICTURE, desk, light, frame });
        expect(ownSides(picture, SHEET)[side]).toBeGreaterThan(ownSides(picture, frame)[side] + 2);
      }),
      { numRuns: 30 },
    );
  });

  it.each([1, 3])(
    'takes its side for its own where rows end at it and a sheet beneath looks out: %p',
    (side) => {
      fc.assert(
        fc.property(scene, fc.integer({ min: 9, max: 16 }), ({ desk, light }, by) => {
          const picture = drawnSheet({ ...PICTURE, desk, light, beneath: withSideMoved(SHEET, side, by) });
          expect(ownSides(picture, SHEET)[side]).toBeGreaterThan(0);
        }),
        { numRuns: 20 },
      );
    },
  );

  it('knows the sides of paper that is darker than the desk', () => {
    fc.assert(
      fc.property(fc.integer({ min: 70, max: 125 }), (paper) => {
        const picture = drawnSheet({ ...PICTURE, paper, desk: 215 });
        for (const odds of ownSides(picture, SHEET)) expect(odds).toBeGreaterThan(0);
      }),
      { numRuns: 10 },
    );
  });

  it('hardly minds how light a photo is', () => {
    const usual = ownSides(drawnSheet(PICTURE), SHEET);
    const dim = ownSides(drawnSheet({ ...PICTURE, light: 0.5 }), SHEET);
    usual.forEach((odds, i) => expect(Math.abs(odds - dim[i])).toBeLessThan(2));
  });
});
