import fc from 'fast-check';
import { bendSheet } from './surface';

const start = fc.double({ min: 0.05, max: 0.6, noNaN: true });
const end = fc.double({ min: -0.4, max: -0.05, noNaN: true });

describe('bendSheet', () => {
  it('keeps the paper as long as it is, its ends on the desk', () => {
    fc.assert(
      fc.property(start, end, (startSlope, endSlope) => {
        const surface = bendSheet({ along: 'x', startSlope, endSlope }, 210);
        expect(surface.reach).toBeLessThan(210);
        expect(surface.paperAt(surface.reach)).toBeCloseTo(210, 6);
        expect(surface.paperAt(0)).toBe(0);
        expect(surface.heightAt(0)).toBe(0);
        expect(surface.heightAt(surface.reach)).toBe(0);
      }),
    );
  });

  it('goes from place to paper and back', () => {
    fc.assert(
      fc.property(start, end, fc.double({ min: 0, max: 1, noNaN: true }), (startSlope, endSlope, share) => {
        const surface = bendSheet({ along: 'y', startSlope, endSlope }, 297);
        const place = share * surface.reach;
        expect(surface.placeAt(surface.paperAt(place))).toBeCloseTo(place, 4);
      }),
    );
  });

  it('has the slopes that it was given at its ends', () => {
    const surface = bendSheet({ along: 'x', startSlope: 0.4, endSlope: -0.2 }, 210);
    expect(surface.slopeAt(0)).toBeCloseTo(0.4, 6);
    expect(surface.slopeAt(surface.reach)).toBeCloseTo(-0.2, 6);
    const rise = (surface.heightAt(60.01) - surface.heightAt(60)) / 0.01;
    expect(surface.slopeAt(60)).toBeCloseTo(rise, 3);
  });
});
