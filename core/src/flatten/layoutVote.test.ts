import fc from 'fast-check';
import { createPlane, type Plane } from '../raster/image';
import { turnPlane } from '../raster/turnPlane';
import { layoutVote } from './layoutVote';

/** Lines of solid words that begin at one margin and end anywhere, from the top of the page on. */
function writtenPage(lengths: readonly number[]): Plane {
  const page = createPlane(400, 560);
  lengths.forEach((length, i) => {
    const top = 40 + i * 26;
    for (let y = top; y < top + 10; y++) page.data.fill(1, y * 400 + 50, y * 400 + 50 + length);
  });
  return page;
}

const lengths = fc.array(fc.integer({ min: 90, max: 300 }), { minLength: 6, maxLength: 14 });

describe('layoutVote', () => {
  it('votes for upright, and as much against upside down', () => {
    fc.assert(
      fc.property(lengths, (some) => {
        const page = writtenPage(some);
        const vote = layoutVote(page);
        expect(vote).toBeGreaterThan(0);
        expect(layoutVote(turnPlane(page, 180))).toBeLessThan(-vote / 2);
      }),
    );
  });

  it('says nothing of a page with hardly any lines', () => {
    expect(layoutVote(writtenPage([120, 200]))).toBe(0);
    expect(layoutVote(createPlane(300, 400))).toBe(0);
  });
});

describe('turnPlane', () => {
  it('comes round after four quarters, and turns clockwise', () => {
    const plane = createPlane(3, 2);
    plane.data.set([1, 2, 3, 4, 5, 6]);
    const once = turnPlane(plane, 90);
    expect([once.width, once.height, ...once.data]).toEqual([2, 3, 4, 1, 5, 2, 6, 3]);
    expect(turnPlane(turnPlane(plane, 90), 270)).toEqual(plane);
    expect(turnPlane(turnPlane(plane, 180), 180)).toEqual(plane);
  });
});
