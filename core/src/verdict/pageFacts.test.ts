import { inkMapOf } from '../clean/clean';
import { logitByte } from '../clean/inkLikelihood';
import { createRgba, type Rgba } from '../raster/image';
import { turnQuarter } from '../raster/turnQuarter';
import { pageFacts } from './pageFacts';

const WIDTH = 827;
const HEIGHT = 1169;

/** Lines of letters on light paper; and a dark thing, if asked for. */
function page(dark?: (x: number, y: number) => boolean): Rgba {
  const image = createRgba(WIDTH, HEIGHT);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const inLine = (y - 90) % 44;
      // Words do not stand below each other.
      const at = x + 37 * Math.floor((y - 90) / 44);
      const isWritten = x > 80 && x < 700 && y > 90 && y < 700 && inLine < 16 && at % 80 < 60;
      const isInk = isWritten && (at % 14 < 3 || inLine < 3) && at % 14 < 10;
      const level = isInk ? 50 : dark?.(x, y) ? 70 : 232;
      image.data.set([level, level, level, 255], (y * WIDTH + x) * 4);
    }
  }
  return image;
}

const factsOf = (image: Rgba) => pageFacts(inkMapOf(image));

describe('pageFacts', () => {
  it('tells lines of writing that stand from those that lie', () => {
    expect(factsOf(page()).inRows).toBeGreaterThan(1.5);
    expect(factsOf(turnQuarter(page(), 90)).inRows).toBeLessThan(-1.5);
    expect(factsOf(turnQuarter(page(), 180)).inRows).toBeGreaterThan(1.5);
  });

  it('sees a thing that lies over the edge, and where', () => {
    const { covered, coveredPlace } = factsOf(page((x, y) => x < 150 && y > 950 && y < 1050));
    // Only what is covered throughout counts, cell by cell.
    const share = (150 * 100) / (WIDTH * HEIGHT);
    expect(covered / share).toBeGreaterThan(0.5);
    expect(covered / share).toBeLessThanOrEqual(1);
    const [left, top] = coveredPlace!;
    expect(left).toBeLessThan(0.05);
    expect(top).toBeCloseTo(950 / HEIGHT, 1);
  });

  it.each([
    ['a sliver along it', (x: number) => x < 12],
    ['a thing in the middle of the page', (x: number, y: number) => x > 300 && x < 420 && y > 800 && y < 900],
  ])('takes %s for nothing of that kind', (_what, dark) => {
    expect(factsOf(page(dark)).covered).toBe(0);
  });

  it('counts ink that can hardly be told among what may be lost, and says where', () => {
    const map = inkMapOf(page());
    expect(pageFacts(map).lost).toBeLessThan(0.02);
    const ink = map.seen!.ink.slice();
    const middle = Math.floor(ink.length / 2);
    for (let i = 0; i < middle; i++) ink[i] = Math.min(ink[i], logitByte(0.5));
    const { lost, lostPlace } = pageFacts({ ...map, seen: { ...map.seen!, ink } });
    expect(lost).toBeGreaterThan(0.1);
    expect(lostPlace![1] + lostPlace![3]).toBeLessThan(0.65);
  });
});
