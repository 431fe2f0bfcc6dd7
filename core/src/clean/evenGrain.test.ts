import fc from 'fast-check';
import { partsOf } from '../../testing/parts';
import { createRgba } from '../raster/image';
import { evenGrain } from './evenGrain';
import { inkMap, type InkMap } from './inkMap';

const [width, height] = [64, 64];
const blank = createRgba(width, height);
blank.data.fill(255);
const BLANK = inkMap(blank);
/** A stroke three cells wide, down the page. */
const strokes = Uint8Array.from({ length: (width / 2) * (height / 2) }, (_, cell) =>
  Math.abs((cell % (width / 2)) - 16) <= 1 ? 1 : 0,
);
const parts = partsOf(width / 2, height / 2, { strokes });
const isOnStroke = (i: number) => strokes[(i >> 7) * 32 + ((i % width) >> 1)] === 1;

/** A page in which every other pixel is darker, every other one lighter, by `stray`. */
function pageOf(level: number, stray: number, grain: number): InkMap {
  const values = Uint8Array.from({ length: width * height }, (_, i) =>
    Math.max(0, (isOnStroke(i) ? level : 0) + ((i + (i >> 6)) % 2 === 0 ? stray : -stray)),
  );
  const noise = { ...BLANK.noise, data: BLANK.noise.data.map(() => stray) };
  return { ...BLANK, grain, noise, darkness: values, smooth: values };
}

/** Least and most on the stroke. */
const rangeOf = (plane: Uint8Array) => {
  const values = Array.from(plane).filter((_, i) => isOnStroke(i));
  return [Math.min(...values), Math.max(...values)] as const;
};

describe('faint strokes in the dark', () => {
  it('are evened along themselves, about as dark as they were on the mean, and nothing beside them changes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 40 }), (stray) => {
        const page = pageOf(2 * stray, stray, 12);
        const { darkness, smooth } = evenGrain(page, parts);
        for (const plane of [darkness, smooth]) {
          const [least, most] = rangeOf(plane);
          expect(most - least).toBeLessThanOrEqual(stray + 2);
          expect(Math.abs((least + most) / 2 - 2 * stray)).toBeLessThanOrEqual(1);
          expect(plane.some((value, i) => !isOnStroke(i) && value !== page.darkness[i])).toBe(false);
        }
      }),
    );
  });

  it('stay as they are where they are plain, and on pages without grain', () => {
    const plain = pageOf(120, 10, 12);
    expect(rangeOf(evenGrain(plain, parts).darkness)).toEqual(rangeOf(plain.darkness));
    const quiet = pageOf(20, 10, 3);
    expect(evenGrain(quiet, parts)).toBe(quiet);
  });
});
