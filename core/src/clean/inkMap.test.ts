import { paint, sameBytes, seededNormal, writtenPage } from '../../testing/pictures';
import { median } from '../statistics/quantile';
import { inkMap } from './inkMap';
import { paperMap } from './paperMap';

const [WIDTH, HEIGHT] = [1100, 1500];
const big = { width: WIDTH, height: HEIGHT };
/** The light of a lamp at the left: down to half of it at the right. */
const lamp = (x: number) => 1 - (0.5 * x) / WIDTH;

describe('paperMap', () => {
  it('is the light on the paper, under the writing too', () => {
    const page = writtenPage(big);
    for (let i = 0; i < WIDTH * HEIGHT; i++)
      for (let c = 0; c < 3; c++) page.data[i * 4 + c] *= lamp(i % WIDTH);
    const { green, cell } = paperMap(page);
    for (let k = 0; k < green.data.length; k++) {
      const x = Math.min(WIDTH - 1, ((k % green.width) + 0.5) * cell);
      expect(Math.abs(green.data[k] / (232 * lamp(x)) - 1)).toBeLessThan(0.06);
    }
  });

  it('keeps the paper’s own colour', () => {
    const { red, green, blue } = paperMap(paint(400, 600, () => [240, 230, 200]));
    expect([red, green, blue].map(({ data }) => Math.round(median(data)))).toEqual([240, 230, 200]);
  });

  it('carries the paper on over a large dark drawing', () => {
    const drawing = (x: number, y: number) => Math.hypot(x - 550, y - 900) < 45;
    const { green, cell } = paperMap(paint(WIDTH, HEIGHT, (x, y) => (drawing(x, y) ? 40 : 230)));
    const under = green.data[Math.floor(900 / cell) * green.width + Math.floor(550 / cell)];
    expect(under).toBeGreaterThan(215);
  });
});

describe('inkMap', () => {
  it('is nothing on paper and as dark as the stroke on strokes, whatever the light', () => {
    for (const light of [1, 0.55]) {
      const page = writtenPage({ ...big, paper: 230 * light, ink: 60 * light });
      const { smooth } = inkMap(page);
      let [paper, ink, inked] = [0, 0, 0];
      for (let i = 0; i < smooth.length; i++) {
        if (page.data[i * 4] < 100 * light) {
          ink += smooth[i];
          inked++;
        } else if (Math.floor(i / WIDTH) > HEIGHT - 300) paper = Math.max(paper, smooth[i]);
      }
      expect(paper).toBeLessThan(4);
      expect(ink / inked).toBeGreaterThan(120);
    }
  });

  it.each([2, 5])('measures how much the paper deviates: %p levels', (deviation) => {
    const normal = seededNormal(11);
    const { grain, noise } = inkMap(paint(WIDTH, HEIGHT, () => 225 + deviation * normal()));
    // Smoothed by 1-2-1 both ways, noise is 0.375 of what it was.
    const smoothed = (0.375 * deviation * 255) / 225;
    expect(Math.abs(grain / Math.max(1.2, smoothed) - 1)).toBeLessThan(0.35);
    expect(Math.min(...noise.data)).toBeGreaterThan(0);
  });

  it('smooths a noisy page before it is measured, and leaves a quiet one alone', () => {
    const normal = seededNormal(2);
    const quiet = paint(WIDTH, HEIGHT, () => 225);
    const noisy = paint(WIDTH, HEIGHT, () => 225 + 14 * normal());
    expect(inkMap(quiet).page).toBe(quiet);
    expect(inkMap(noisy).page).not.toBe(noisy);
  });

  it('does not change the page', () => {
    const page = writtenPage(big);
    const before = page.data.slice();
    inkMap(page);
    expect(sameBytes(page.data, before)).toBe(true);
  });
});
