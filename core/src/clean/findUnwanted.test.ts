import fc from 'fast-check';
import { partsOf, seenOf } from '../../testing/parts';
import { backAsUnwanted } from './backAsUnwanted';
import { findUnwanted } from './findUnwanted';
import { logitByte } from './inkLikelihood';
import { INK, TONE } from './pageParts';

const [width, height] = [40, 40];
const none = () => new Uint8Array(width * height);

/** So many cells, so dark, that are likely unwanted; the page's strokes are as dark near by, the strongest and most of them as given. */
function unwantedOf(count: number, dark: number, near: number, strong: number, usual = 0.8 * strong) {
  const unwanted = seenOf(width, height).unwanted.fill(logitByte(0.8), 0, count);
  const darkest = none().fill(dark, 0, count);
  return findUnwanted(seenOf(width, height, { unwanted }), darkest, none(), {
    near: () => near,
    usual,
    strong,
  });
}

describe('what shows through', () => {
  it('is the back’s where it is far fainter than the page’s strongest strokes, also where only it is near', () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 50 }), fc.integer({ min: 180, max: 255 }), (dark, strong) => {
        const { isBack, faintBelow } = unwantedOf(900, dark, dark, strong);
        expect(isBack).toBe(true);
        expect(faintBelow).toBeGreaterThan(dark);
        expect(faintBelow).toBeLessThan(0.4 * strong);
      }),
    );
  });

  it('is not told by the strongest where there is little of it, or where it is nearly as dark as they are', () => {
    expect(unwantedOf(100, 30, 30, 220).faintBelow).toBe(0);
    expect(unwantedOf(900, 90, 90, 220)).toMatchObject({ isBack: false, faintBelow: 0 });
    expect(unwantedOf(900, 90, 220, 220)).toMatchObject({ isBack: true, faintBelow: 0 });
  });

  it('is not what is as faint as most of the page’s own strokes, though some are far darker', () => {
    expect(unwantedOf(900, 14, 16, 64, 18)).toMatchObject({ isBack: false, faintBelow: 0 });
    expect(unwantedOf(900, 14, 16, 64, 50).isBack).toBe(true);
  });

  it('is nothing that may be lost once it is told', () => {
    const kinds = none().fill(TONE, 0, 20).fill(INK, 20, 40);
    const toned = none().fill(1, 10, 20);
    const darkest = none().fill(30, 0, 60).fill(90, 0, 5);
    const seen = seenOf(width, height);
    seen.unwanted.fill(logitByte(0.2), 50, 52);
    const told = backAsUnwanted(seen, partsOf(width, height, { kinds, toned, darkest }), 60);
    const changed = [...told.unwanted.keys()].filter((i) => told.unwanted[i] !== seen.unwanted[i]);
    // Of what is not shown what may be the back's as well.
    expect(changed).toEqual([5, 6, 7, 8, 9, 50, 51]);
    expect(backAsUnwanted(seen, partsOf(width, height, { kinds, toned, darkest }), 0) === seen).toBe(true);
  });
});
