import fc from 'fast-check';
import { createRgba } from '../raster/image';
import { TURNS } from '../geometry/turn';
import { coverUp } from './coverUp';
import type { Cover } from './note';

const WIDTH = 210;
const HEIGHT = 297;

/** A page of one px a mm: cream paper with a black blot. */
function blotted() {
  const image = createRgba(WIDTH, HEIGHT);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const isBlot = Math.hypot(x - 60, y - 80) < 12;
      image.data.set(isBlot ? [10, 10, 10, 255] : [240, 232, 210, 255], (y * WIDTH + x) * 4);
    }
  }
  return image;
}

const cover: Cover = { id: 'cov1', kind: 'cover', turn: 0, x: 45, y: 65, width: 30, height: 30 };
const page = { size: { width: 210, height: 297 }, turn: 0 } as const;

describe('coverUp', () => {
  it('takes what is covered out of the picture, in the colour of the paper beside it', () => {
    const result = coverUp(blotted(), [cover], page);
    for (let i = 0; i < WIDTH * HEIGHT; i++)
      expect([...result.data.slice(i * 4, i * 4 + 3)]).toEqual([240, 232, 210]);
  });

  it('leaves the picture that it was given as it is', () => {
    const image = blotted();
    const before = image.data.slice();
    coverUp(image, [cover], page);
    expect(image.data).toEqual(before);
    expect(coverUp(image, [], page)).toBe(image);
  });

  it('takes any cover, on any turn, also outside the page', () => {
    const mm = fc.double({ min: -400, max: 400, noNaN: true });
    const side = fc.double({ min: 1, max: 600, noNaN: true });
    fc.assert(
      fc.property(mm, mm, side, side, fc.constantFrom(...TURNS), (x, y, width, height, turn) => {
        const result = coverUp(blotted(), [{ ...cover, x, y, width, height, turn }], page);
        expect([result.width, result.height]).toEqual([WIDTH, HEIGHT]);
      }),
      { numRuns: 20 },
    );
  });
});
