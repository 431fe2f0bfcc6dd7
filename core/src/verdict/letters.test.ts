import { paint, writtenPage } from '../../testing/pictures';
import { inkMapOf } from '../clean/clean';
import { turnQuarter } from '../raster/turnQuarter';
import { measureLetters } from './letters';
import { measureCover } from './measureCover';

const [WIDTH, HEIGHT] = [827, 1169];
const lettersOf = (image = writtenPage()) => measureLetters(inkMapOf(image), 40);

describe('measureLetters', () => {
  it('knows how tall letters are, and where they stand', () => {
    const { heights, written, ink } = lettersOf();
    expect(heights).toBeGreaterThanOrEqual(14);
    expect(heights).toBeLessThanOrEqual(20);
    const [left, top, width, height] = written ?? [0, 0, 0, 0];
    expect(Math.abs(left * WIDTH - 83)).toBeLessThan(30);
    expect(Math.abs(top * HEIGHT - 90)).toBeLessThan(60);
    expect((left + width) * WIDTH).toBeLessThan(720);
    expect((top + height) * HEIGHT).toBeLessThan(720);
    expect(ink).toBeGreaterThan(0.03);
    expect(ink).toBeLessThan(0.3);
  });

  it('tells rows of writing from columns', () => {
    expect(lettersOf().inRows).toBeGreaterThan(1.5);
    expect(lettersOf(turnQuarter(writtenPage(), 270)).inRows).toBeLessThan(-1.5);
  });

  it('takes no long rule for a letter, and finds none on a blank sheet', () => {
    const ruled = paint(WIDTH, HEIGHT, (_x, y) => (y % 60 < 3 ? 90 : 232));
    expect(lettersOf(ruled)).toMatchObject({ heights: 0, written: null, inRows: 0 });
    expect(lettersOf(paint(WIDTH, HEIGHT, () => 232)).ink).toBe(0);
  });
});

describe('measureCover', () => {
  const coverOf = (over: (x: number, y: number) => boolean) =>
    measureCover(inkMapOf(writtenPage({ over: (x, y) => (over(x, y) ? 70 : undefined) })));

  it('is nothing on a page on which only writing is', () => {
    expect(coverOf(() => false)).toEqual({ covered: 0, coveredPlace: null });
  });

  it('finds what reaches in from each side', () => {
    const sides = {
      left: (x: number, y: number) => x < 140 && y > 900 && y < 1000,
      right: (x: number, y: number) => x > WIDTH - 140 && y > 900 && y < 1000,
      bottom: (x: number, y: number) => y > HEIGHT - 140 && x > 300 && x < 420,
    };
    for (const over of Object.values(sides)) {
      const { covered, coveredPlace } = coverOf(over);
      expect(covered).toBeGreaterThan(0.006);
      const [left, top, width, height] = coveredPlace ?? [0, 0, 0, 0];
      expect(over((left + width / 2) * WIDTH, (top + height / 2) * HEIGHT)).toBe(true);
    }
  });

  it('leaves a drawing alone that touches no side, and a page that is a picture', () => {
    expect(coverOf((x, y) => Math.hypot(x - 400, y - 900) < 90).covered).toBe(0);
    expect(coverOf((_x, y) => y > 720).covered).toBe(0);
  });
});
