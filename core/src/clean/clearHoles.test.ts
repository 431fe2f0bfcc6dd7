import { createRgba, type Rgba } from '../raster/image';
import { clean } from './clean';

const WIDTH = 1240;
const HEIGHT = 1754;
/** px a mm of an A4 page */
const MM = WIDTH / 210;

type Shape = (x: number, y: number) => boolean;

/** Dark shapes on light paper; places in mm. */
function page(shapes: readonly Shape[]): Rgba {
  const image = createRgba(WIDTH, HEIGHT);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const level = shapes.some((is) => is((x + 0.5) / MM, (y + 0.5) / MM)) ? 60 : 232;
      image.data.set([level, level, level, 255], (y * WIDTH + x) * 4);
    }
  }
  return image;
}

const disc =
  (cx: number, cy: number, radius: number): Shape =>
  (x, y) =>
    Math.hypot(x - cx, y - cy) < radius;

/** A thick round letter: a ring with a small white inside. */
const letter =
  (cx: number, cy: number): Shape =>
  (x, y) => {
    const far = Math.hypot(x - cx, y - cy);
    return far < 2.2 && far > 0.7;
  };

const darkAt = (image: Rgba, x: number, y: number) =>
  image.data[(Math.round(y * MM) * WIDTH + Math.round(x * MM)) * 4] < 160;

describe('punched holes', () => {
  it('go where there are two alike in a line', () => {
    const result = clean(page([disc(12, 108, 3), disc(12, 188, 3)]), 'daylight');
    expect([darkAt(result, 12, 108), darkAt(result, 12, 188)]).toEqual([false, false]);
  });

  it('a dot alone stays', () => {
    expect(darkAt(clean(page([disc(12, 108, 3)]), 'daylight'), 12, 108)).toBe(true);
  });

  it('letters below each other near the edge stay, round and thick as they may be', () => {
    const result = clean(page([letter(18, 60), letter(18, 130)]), 'daylight');
    expect([darkAt(result, 19.5, 60), darkAt(result, 19.5, 130)]).toEqual([true, true]);
  });

  it('filled dots in a line of writing stay', () => {
    const word = (cy: number) => [disc(18, cy, 2), disc(22.6, cy, 2), disc(27.2, cy, 2)];
    const result = clean(page([...word(60), ...word(130)]), 'daylight');
    expect([darkAt(result, 22.6, 60), darkAt(result, 22.6, 130)]).toEqual([true, true]);
  });
});
