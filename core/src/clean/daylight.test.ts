import { createRgba, type Rgba } from '../raster/image';
import { daylight } from './daylight';

/** Warm paper whose light falls to a third from left to right, with a stroke of ink every 40 pixels. */
function lampLitPage(ink: readonly [number, number, number]): Rgba {
  const page = createRgba(480, 640);
  for (let y = 0; y < 640; y++) {
    for (let x = 0; x < 480; x++) {
      const light = 1 - (0.66 * x) / 480;
      const isInk = y % 40 >= 18 && y % 40 < 21 && x > 60 && x < 420;
      const colour = isInk ? ink : [245, 225, 190];
      page.data.set([colour[0] * light, colour[1] * light, colour[2] * light, 255], (y * 480 + x) * 4);
    }
  }
  return page;
}

const at = (page: Rgba, x: number, y: number) => [
  ...page.data.slice((y * page.width + x) * 4, (y * page.width + x) * 4 + 3),
];

describe('daylight', () => {
  const page = daylight(lampLitPage([30, 45, 140]));

  it('makes the paper white in the light and in the dark part', () => {
    for (const x of [20, 240, 460])
      for (const y of [5, 325, 630]) expect(Math.min(...at(page, x, y))).toBeGreaterThan(244);
  });

  it('keeps ink dark, blue and the same all over', () => {
    const [left, right] = [at(page, 80, 299), at(page, 400, 299)];
    for (const [r, g, b] of [left, right]) {
      expect(r).toBeLessThan(90);
      expect(b).toBeGreaterThan(r + 60);
      expect(b).toBeGreaterThan(g);
    }
    left.forEach((value, c) => expect(Math.abs(value - right[c])).toBeLessThan(16));
  });

  it('does not wash out a dark drawing a tenth of the page wide', () => {
    const drawn = lampLitPage([40, 40, 40]);
    for (let y = 200; y < 250; y++)
      for (let x = 200; x < 250; x++) drawn.data.set([40, 40, 45, 255], (y * 480 + x) * 4);
    expect(Math.max(...at(daylight(drawn), 225, 225))).toBeLessThan(120);
  });
});
