import fc from 'fast-check';
import { paint } from '../../testing/pictures';
import { pushedQuad } from '../../testing/quads';
import { project, rectangleToQuad } from '../geometry/homography';
import type { Quad } from '../geometry/quad';
import { quadView, VIEW_CHANNELS, VIEW_MARGIN, VIEW_SIDE } from './quadView';

const [WIDTH, HEIGHT] = [240, 320];
const INSIDE = VIEW_SIDE - 2 * VIEW_MARGIN;

/** Each place of the picture has a colour of its own, which changes evenly: what is looked up can be told. */
const places = paint(WIDTH, HEIGHT, (x, y) => [20 + (x * 200) / WIDTH, 20 + (y * 200) / HEIGHT, 128]);

const pixel = (view: Float32Array, x: number, y: number) =>
  view.subarray((y * VIEW_SIDE + x) * VIEW_CHANNELS, (y * VIEW_SIDE + x + 1) * VIEW_CHANNELS);

const within = pushedQuad(140, 180, 25).map(
  (quad) => quad.map(([x, y]) => [x + 50, y + 70]) as unknown as Quad,
);

describe('quadView', () => {
  it('shows at each of its pixels what the quad has there', () => {
    fc.assert(
      fc.property(
        within,
        fc.integer({ min: 0, max: INSIDE - 1 }),
        fc.integer({ min: 0, max: INSIDE - 1 }),
        (quad, x, y) => {
          const [red, green, blue, seen] = pixel(quadView(places, quad), x + VIEW_MARGIN, y + VIEW_MARGIN);
          const [px, py] = project(rectangleToQuad(INSIDE, INSIDE, quad), [x + 0.5, y + 0.5]);
          // The picture's colours are whole numbers, and a leaning quad's pixel is the mean of four looks.
          expect(Math.abs(red - (20 + ((px - 0.5) * 200) / WIDTH))).toBeLessThan(1.5);
          expect(Math.abs(green - (20 + ((py - 0.5) * 200) / HEIGHT))).toBeLessThan(1.5);
          expect(blue).toBeCloseTo(128, 3);
          expect(seen).toBe(1);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('has nothing where the picture ends', () => {
    const whole: Quad = [
      [0, 0],
      [WIDTH, 0],
      [WIDTH, HEIGHT],
      [0, HEIGHT],
    ];
    const view = quadView(places, whole);
    for (let y = 0; y < VIEW_SIDE; y++) {
      for (let x = 0; x < VIEW_SIDE; x++) {
        const isIn = Math.min(x, y) >= VIEW_MARGIN && Math.max(x, y) < VIEW_SIDE - VIEW_MARGIN;
        if (isIn) expect(pixel(view, x, y)[3]).toBe(1);
        else expect([...pixel(view, x, y)]).toEqual([0, 0, 0, 0]);
      }
    }
  });

  it('turns with the corner that a quad begins at', () => {
    fc.assert(
      fc.property(within, (quad) => {
        const view = quadView(places, quad);
        const turned = quadView(places, [quad[1], quad[2], quad[3], quad[0]]);
        for (const [x, y] of [
          [20, 30],
          [48, 20],
          [70, 60],
        ]) {
          const same = pixel(view, x, y);
          pixel(turned, y, VIEW_SIDE - 1 - x).forEach((value, c) =>
            expect(Math.abs(value - same[c])).toBeLessThan(0.01),
          );
        }
      }),
      { numRuns: 20 },
    );
  });

  it('sees nothing behind the horizon of a leaning quad', () => {
    const leaning: Quad = [
      [110, 100],
      [130, 100],
      [230, 300],
      [10, 300],
    ];
    const view = quadView(places, leaning);
    expect([...view].every(Number.isFinite)).toBe(true);
    expect(pixel(view, 48, 48)[3]).toBe(1);
  });

  it('refuses corners on one line', () => {
    const flat: Quad = [
      [10, 40],
      [10, 10],
      [20, 10],
      [30, 10],
    ];
    expect(() => quadView(places, flat)).toThrow(RangeError);
  });
});
