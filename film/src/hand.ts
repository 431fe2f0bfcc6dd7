import { createRgba, type Rgba } from '@ravlo/core/aim';

const WIDTH = 95;
const HEIGHT = 165;
const SKIN = [197, 143, 109] as const;

/** From knuckle to tip, and how thick, in pixels of the image: four fingers and a thumb. */
const FINGERS = [
  [26, 90, 16, 34, 9],
  [42, 84, 36, 14, 9.5],
  [57, 84, 57, 18, 9.5],
  [71, 92, 76, 38, 8.5],
  [24, 112, 4, 82, 10],
] as const;
const PALM = [48, 120, 32] as const;

/** A hand as seen from above, its fingers up, an arm below: a shape with an even colour and soft edges. */
export function drawHand(): Rgba {
  const image = createRgba(WIDTH, HEIGHT);
  for (let y = 0, at = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, at += 4) {
      let depth = PALM[2] - Math.hypot(x - PALM[0], (y - PALM[1]) * 0.9);
      for (const [x0, y0, x1, y1, thick] of FINGERS) {
        depth = Math.max(depth, thick - toSegment(x, y, x0, y0, x1, y1));
      }
      if (y > PALM[1]) depth = Math.max(depth, 23 - Math.abs(x - PALM[0]));
      const shade = 0.8 + 0.2 * Math.min(1, Math.max(0, depth / 10));
      for (let c = 0; c < 3; c++) image.data[at + c] = SKIN[c] * shade;
      image.data[at + 3] = 255 * Math.min(1, Math.max(0, depth + 0.5));
    }
  }
  return image;
}

function toSegment(x: number, y: number, x0: number, y0: number, x1: number, y1: number): number {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const t = Math.min(1, Math.max(0, ((x - x0) * dx + (y - y0) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(x - x0 - t * dx, y - y0 - t * dy);
}
