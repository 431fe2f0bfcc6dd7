import fc from 'fast-check';
import { AS_FOUND, toneGain } from './tone';

const TONE = { wanted: 190, least: 1, most: 4 };
const contrast = fc.double({ min: 0, max: 255, noNaN: true });

describe('toneGain', () => {
  it('brings strokes to the wanted darkness where its bounds allow', () => {
    expect(toneGain(TONE, 95, AS_FOUND)).toBe(2);
    expect(toneGain(TONE, 10, AS_FOUND)).toBe(4);
    expect(toneGain(TONE, 250, AS_FOUND)).toBe(1);
  });

  it('never makes a fainter stroke darker than a darker one is made', () => {
    fc.assert(
      fc.property(contrast, contrast, (a, b) => {
        const [faint, dark] = a < b ? [a, b] : [b, a];
        const shown = (value: number) => value * toneGain(TONE, value, AS_FOUND);
        expect(shown(faint)).toBeLessThanOrEqual(shown(dark) + 1e-9);
      }),
    );
  });

  it('does what the slider says', () => {
    fc.assert(
      fc.property(contrast, fc.double({ min: -1, max: 1, noNaN: true }), (value, ink) => {
        const plain = toneGain(TONE, value, AS_FOUND);
        const set = toneGain(TONE, value, { ink, paper: 0 });
        expect(Math.sign(set - plain)).toBe(Math.abs(ink) < 1e-12 ? Math.sign(set - plain) : Math.sign(ink));
      }),
    );
  });
});
