import fc from 'fast-check';
import { decodeHalfFloats } from './decodeHalfFloats';

const coded = (...bits: number[]) => btoa(String.fromCharCode(...bits.flatMap((b) => [b & 255, b >> 8])));

describe('16-bit floats', () => {
  it('are read as IEEE 754 has them', () => {
    const known: [bits: number, value: number][] = [
      [0x0000, 0],
      [0x3c00, 1],
      [0xc000, -2],
      [0x3555, 0.333251953125],
      [0x7bff, 65504],
      [0x0400, 2 ** -14],
      [0x0001, 2 ** -24],
    ];
    expect([...decodeHalfFloats(coded(...known.map(([bits]) => bits)))]).toEqual(
      known.map(([, value]) => value),
    );
  });

  it('rise with their bits, and mirror with their sign', () => {
    const finite = fc.integer({ min: 1, max: 0x7bff });
    fc.assert(
      fc.property(finite, (bits) => {
        const [before, here, mirrored] = decodeHalfFloats(coded(bits - 1, bits, bits | 0x8000));
        expect(here).toBeGreaterThan(before);
        expect(mirrored).toBe(-here);
      }),
    );
  });
});
