import { seenOf } from '../../testing/parts';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import { usualNear } from './usualNear';

const [width, height] = [512, 640];

/** Strokes of 200 cells that the net is sure of, so dark; some of them on highlighter. */
function written(strokes: readonly (readonly [x: number, y: number, dark: number, isOnTone?: boolean])[]) {
  const seen = seenOf(width, height);
  const darkest = new Uint8Array(width * height);
  for (const [x, y, dark, isOnTone] of strokes) {
    for (let row = y; row < y + 4; row++) {
      const [from, to] = [row * width + x, row * width + x + 50];
      seen.ink.fill(logitByte(0.95), from, to);
      darkest.fill(dark, from, to);
      if (isOnTone) seen.tones.fill(logitByte(0.9), from, to);
    }
  }
  return { seen, darkest };
}

const usualAt = ({ seen, darkest }: { seen: InkLikelihood; darkest: Uint8Array }, x: number, y: number) =>
  usualNear(seen, darkest).near(y * width + x);

describe('how dark strokes are near a cell', () => {
  it('is nothing where there are none on the page', () => {
    expect(usualAt(written([]), 100, 100)).toBe(0);
  });

  it('is what they are about there, and far from any what they are on the page', () => {
    const page = written([
      [10, 10, 30],
      [10, 20, 30],
      [440, 600, 120],
    ]);
    expect(usualAt(page, 20, 40)).toBe(30);
    expect(usualAt(page, 450, 590)).toBe(120);
    expect([30, 120]).toContain(usualAt(page, 300, 300));
  });

  it('does not count rules that strokes cross, unless all of them do', () => {
    const page = written([
      [10, 10, 20],
      [70, 10, 90],
    ]);
    for (let y = 10; y < 14; y++) page.seen.rules.fill(logitByte(0.5), y * width + 70, y * width + 120);
    expect(usualAt(page, 40, 30)).toBe(20);
    page.seen.rules.fill(logitByte(0.5));
    expect(usualAt(page, 40, 30)).toBe(90);
  });

  it('is not told by a margin with little written beside it', () => {
    const page = written([
      [80, 10, 20],
      [80, 30, 20],
    ]);
    for (let y = 5; y < height - 5; y++) {
      page.seen.ink.fill(logitByte(0.95), y * width + 40, y * width + 43);
      page.darkest.fill(110, y * width + 40, y * width + 43);
    }
    expect(usualAt(page, 60, 20)).toBe(20);
  });

  it('does not count the highlighter on which some of them lie', () => {
    const pencil = [10, 10, 20] as const;
    expect(usualAt(written([pencil, [70, 10, 90, true]]), 40, 30)).toBe(20);
    expect(usualAt(written([pencil, [70, 10, 90]]), 40, 30)).toBe(90);
  });
});
