import fc from 'fast-check';
import { partsOf } from '../../testing/parts';
import { createRgba } from '../raster/image';
import { shineOf } from '../raster/shineOf';
import { faintColours } from './faintColours';
import { inkMap } from './inkMap';

const [width, height] = [64, 64];
const CELLS = (width / 2) * (height / 2);
const blank = createRgba(width, height);
blank.data.fill(255);
const BLANK = inkMap(blank);

/** What faint strokes all over a page get that take so much of each colour's light; `stray` is the camera's noise. */
function coloursOf(
  takes: readonly number[],
  { stray = 0, gain = 5, onRules = 0, grain = 1, every = 1 } = {},
) {
  const page = createRgba(width, height);
  for (let i = 0; i < width * height; i++) {
    const noise = i % 2 === 0 ? stray : -stray;
    page.data.set([...takes.map((taken, c) => 255 - taken + (c === 1 ? -noise : noise)), 255], 4 * i);
  }
  const parts = partsOf(width / 2, height / 2, {
    // One cell in so many, each way.
    strokes: Uint8Array.from({ length: CELLS }, (_, i) =>
      i % every === 0 && (i >> 5) % every === 0 ? 1 : 0,
    ),
    onRules: new Uint8Array(CELLS).fill(onRules),
  });
  const found = faintColours({ ...BLANK, page, grain }, parts, new Float32Array(CELLS).fill(gain), 2.6);
  return found && [found.red.data[9], found.green.data[9], found.blue.data[9]];
}

const ORANGE = [4, 20, 50];

describe('the colours of faint strokes', () => {
  it('are those of all about them, also through noise', () => {
    for (const stray of [0, 20]) {
      const [red, green, blue] = coloursOf(ORANGE, { stray })!;
      expect(red).toBeLessThan(green);
      expect(green).toBeLessThan(blue);
      expect(blue - red).toBeGreaterThan(0.8);
    }
  });

  it('make no stroke lighter or darker than grey would, nor ask for more of one than there is', () => {
    const taken = fc.integer({ min: 0, max: 60 });
    fc.assert(
      fc.property(taken, taken, taken, (...takes) => {
        const shares = coloursOf(takes);
        if (!shares) return;
        const [red, green, blue] = shares;
        expect(shineOf(red, green, blue)).toBeCloseTo(1, 4);
        expect(Math.max(...shares)).toBeLessThanOrEqual(1.66);
        // The order of the colours is the stroke's own.
        shares.forEach((share, c) =>
          shares.forEach((other, d) => takes[c] < takes[d] && expect(share).toBeLessThanOrEqual(other)),
        );
      }),
    );
  });

  it('are doubted in the dark where few pixels tell them, not where many do', () => {
    const spanOf = (options: { grain: number; every: number }) => {
      const [red, , blue] = coloursOf(ORANGE, options) ?? [1, 1, 1];
      return blue - red;
    };
    expect(spanOf({ grain: 12, every: 8 })).toBeLessThan(0.5 * spanOf({ grain: 2, every: 8 }));
    expect(spanOf({ grain: 12, every: 1 })).toBeCloseTo(spanOf({ grain: 2, every: 1 }), 2);
  });

  it('are grey for graphite in lamplight, and nothing is told of what is hardly lifted or lies on rules', () => {
    expect(coloursOf([36, 40, 44])).toBeNull();
    expect(coloursOf(ORANGE, { gain: 2 })).toBeNull();
    expect(coloursOf(ORANGE, { onRules: 1 })).toBeNull();
  });
});
