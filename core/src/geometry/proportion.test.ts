import fc from 'fast-check';
import { lean, SEEN_PHOTO, seenSheet } from '../../testing/quads';
import { measureSheet } from './measureSheet';
import { focalInPixels, recoverProportion } from './proportion';
import { sheetSize } from './sheetSize';

const { width: photoWidth, height: photoHeight } = SEEN_PHOTO;

describe('recoverProportion', () => {
  it('is exact when the focal length is known', () => {
    fc.assert(
      fc.property(lean, fc.double({ min: 0.5, max: 2, noNaN: true }), (angles, proportion) => {
        const seen = seenSheet(200, 200 * proportion, angles, 2900);
        expect(recoverProportion(seen, { photoWidth, photoHeight, focal: 2900 })).toBeCloseTo(proportion, 4);
      }),
    );
  });

  it('tells A4 from Letter without knowing the focal length of a common phone', () => {
    fc.assert(
      fc.property(lean, (angles) => {
        expect(measureSheet(SEEN_PHOTO, seenSheet(210, 297, angles, 2888)).paper).toBe('a4');
        expect(measureSheet(SEEN_PHOTO, seenSheet(215.9, 279.4, angles, 2888)).paper).toBe('letter');
      }),
    );
  });
});

describe('measureSheet', () => {
  it('takes the whole photo with its own proportion', () => {
    const { width, height } = measureSheet({ width: 3000, height: 3000 }, null);
    expect(width).toBeCloseTo(height);
  });

  it('bounds what no sheet can be', () => {
    const { width, height } = measureSheet({ width: 4000, height: 10 }, null);
    expect(width / height).toBeCloseTo(20);
  });
});

describe('focalInPixels', () => {
  it('is that of the photo however large it is', () => {
    const large = focalInPixels(26, 4032, 3024) ?? 0;
    expect(large).toBeCloseTo(2 * (focalInPixels(26, 2016, 1512) ?? 0));
    expect(large / Math.hypot(4032, 3024)).toBeCloseTo(26 / Math.hypot(36, 24));
  });

  it.each([undefined, null, '26', 0, 3, 5000, NaN])('says nothing of %p', (value) =>
    expect(focalInPixels(value, 4032, 3024)).toBeUndefined(),
  );
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

  it('gives a lying sheet the sides of a standing one, the other way round', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.06, max: 16, noNaN: true }), (proportion) => {
        fc.pre(Math.abs(proportion - 1) > 1e-6);
        const [stands, lies] = [sheetSize(proportion), sheetSize(1 / proportion)];
        expect(lies.width).toBeCloseTo(stands.height, 6);
        expect(lies.height).toBeCloseTo(stands.width, 6);
        expect(lies.paper).toBe(stands.paper);
      }),
    );
  });
});
