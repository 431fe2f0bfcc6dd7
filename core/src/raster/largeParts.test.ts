import fc from 'fast-check';
import { connectedParts } from './connectedParts';
import { largeParts } from './largeParts';

const [WIDTH, HEIGHT] = [24, 17];
const mask = fc
  .array(fc.boolean(), { minLength: WIDTH * HEIGHT, maxLength: WIDTH * HEIGHT })
  .map((bits) => Uint8Array.from(bits, Number));

describe('largeParts', () => {
  it('keeps whole parts that are large enough, and nothing of the others', () => {
    fc.assert(
      fc.property(mask, fc.integer({ min: 1, max: 40 }), (given, least) => {
        const sizes = (of: Uint8Array) => connectedParts(of, WIDTH, HEIGHT).map(({ pixels }) => pixels);
        const kept = largeParts(given, WIDTH, HEIGHT, least);
        expect(sizes(kept)).toEqual(sizes(given).filter((pixels) => pixels >= least));
        expect(kept.every((bit, i) => bit <= given[i])).toBe(true);
      }),
    );
  });
});
