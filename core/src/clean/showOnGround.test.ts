import fc from 'fast-check';
import { partsOf } from '../../testing/parts';
import { createPlane, createRgba, type Plane } from '../raster/image';
import { inkMap } from './inkMap';
import { INK, TONE } from './pageParts';
import { showOnGround, showOnGroundInGrey } from './showOnGround';
import type { ToneGround } from './toneGround';

const [width, height] = [16, 16];
const YELLOW = [1, 0.9, 0.4] as const;
const even = (value: number): Plane => {
  const plane = createPlane(width / 2, height / 2);
  plane.data.fill(value);
  return plane;
};

/** A page of one colour, over yellow highlighter all over, in which cells are of a kind and lifted by a gain. */
function shownOver(colour: readonly number[], kind: number, gain: number, isGrey = false) {
  const page = createRgba(width, height);
  for (let i = 0; i < width * height; i++) page.data.set([...colour, 255], 4 * i);
  const blank = createRgba(width, height);
  blank.data.fill(255);
  const map = { ...inkMap(blank), page };
  const shine = 0.3 * colour[0] + 0.59 * colour[1] + 0.11 * colour[2];
  const under = 0.3 * YELLOW[0] + 0.59 * YELLOW[1] + 0.11 * YELLOW[2];
  const darkness = new Uint8Array(width * height).fill(Math.max(0, 255 - shine / under));
  const ground: ToneGround = {
    on: new Uint8Array((width * height) / 4).fill(1),
    colours: { red: even(YELLOW[0]), green: even(YELLOW[1]), blue: even(YELLOW[2]) },
    darkness,
    smooth: darkness,
  };
  const parts = partsOf(width / 2, height / 2, { kinds: new Uint8Array((width * height) / 4).fill(kind) });
  const result = createRgba(width, height);
  const show = isGrey ? showOnGroundInGrey : showOnGround;
  show(map, ground, parts, new Float32Array(parts.kinds.length).fill(gain), result);
  return [...result.data.subarray(0, 3)];
}

const yellow = YELLOW.map((share) => 255 * share);
const gains = fc.double({ min: 1, max: 8, noNaN: true });

describe('strokes on a tone', () => {
  it('leave the tone between them as it is, however far they are lifted', () => {
    fc.assert(
      fc.property(gains, (gain) => {
        shownOver(yellow, INK, gain).forEach((value, c) => {
          expect(Math.abs(value - yellow[c])).toBeLessThanOrEqual(1 + gain);
        });
      }),
    );
  });

  it('get darker the further they are lifted, in all colours alike where they are grey', () => {
    const pencil = yellow.map((value) => value * 0.8);
    fc.assert(
      fc.property(gains, gains, (one, other) => {
        const [less, more] = [Math.min(one, other), Math.max(one, other)].map((g) =>
          shownOver(pencil, INK, g),
        );
        more.forEach((value, c) => expect(value).toBeLessThanOrEqual(less[c] + 1));
        const left = more.map((value, c) => value / yellow[c]);
        expect(Math.max(...left) - Math.min(...left)).toBeLessThan(0.03);
      }),
    );
  });

  it('keep their hue: blue on yellow does not turn grey', () => {
    const blue = [yellow[0] * 0.3, yellow[1] * 0.4, yellow[2] * 0.95];
    const [r, , b] = shownOver(blue, INK, 1.2);
    expect(b).toBeGreaterThan(2 * r);
  });

  it('are grey in the grey looks, and what is no stroke is left alone', () => {
    const [r, g, b] = shownOver(
      yellow.map((value) => value * 0.7),
      INK,
      2,
      true,
    );
    expect(r === g && g === b).toBe(true);
    expect(r).toBeLessThan(255 * 0.5);
    expect(shownOver(yellow, TONE, 2)).toEqual([0, 0, 0]);
  });
});
