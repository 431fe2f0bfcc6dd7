import { paintPlane, seededNormal } from '../../testing/pictures';
import { isEvenToTheBorder } from './isEvenToTheBorder';

const [WIDTH, HEIGHT] = [200, 280];
const isEven = (at: (x: number, y: number) => number) => isEvenToTheBorder(paintPlane(WIDTH, HEIGHT, at));
const depth = (x: number, y: number) => Math.min(x, y, WIDTH - 1 - x, HEIGHT - 1 - y);

describe('a picture that is nothing but page', () => {
  it.each([
    ['a flat scan', () => 240],
    ['a flat scan in uneven light', (x: number) => 225 + x / 12],
    ['one with writing in it', (x: number, y: number) => (depth(x, y) > 30 && y % 20 < 4 ? 80 : 238)],
  ] as const)('%s', (_what, at) => expect(isEven(at)).toBe(true));

  it('also where it is noisy', () => {
    const normal = seededNormal(3);
    expect(isEven(() => 220 + 4 * normal())).toBe(true);
  });

  it.each([
    ['a sheet on a dark desk', (x: number, y: number) => (depth(x, y) > 24 ? 238 : 70)],
    ['a sheet on a desk that is a little darker', (x: number, y: number) => (depth(x, y) > 24 ? 238 : 215)],
    ['something dark', () => 90],
    ['a desk that shows along one side', (x: number) => (x < 20 ? 60 : 238)],
  ] as const)('is not %s', (_what, at) => expect(isEven(at)).toBe(false));

  it('is nothing that is too small to have an inside', () =>
    expect(isEvenToTheBorder(paintPlane(1, 1, () => 240))).toBe(false));
});
