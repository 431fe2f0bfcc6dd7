import { INK, PAPER, RULE, type PageParts } from '../clean/pageParts';
import { UNSHIFTED } from '../clean/thresholdShift';
import { createRgba, type Rgba } from '../raster/image';
import { codeLadder, codedBytes } from './codeLadder';

const [WIDTH, HEIGHT] = [320, 320];

/** Black strokes across pale rules on white, with its parts. */
function writtenPage(): { page: Rgba; parts: PageParts } {
  const page = createRgba(WIDTH, HEIGHT);
  page.data.fill(255);
  const [width, height] = [WIDTH / 2, HEIGHT / 2];
  const kinds = new Uint8Array(width * height).fill(PAPER);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const isInk = (x * 3 + y) % 41 < 4;
      const isRule = y % 32 < 2;
      if (!isInk && !isRule) continue;
      page.data.fill(isInk ? 20 : 200, (y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 3);
      const cell = (y >> 1) * width + (x >> 1);
      if (kinds[cell] !== INK) kinds[cell] = isInk ? INK : RULE;
    }
  }
  const strokes = kinds.map((kind) => (kind === INK ? 1 : 0));
  const darkest = kinds.map((kind) => (kind === PAPER ? 255 : kind === INK ? 20 : 200));
  const toned = new Uint8Array(width * height);
  const onRules = new Uint8Array(width * height);
  return {
    page,
    parts: { kinds, strokes, onRules, darkest, toned, width, height, step: 2, shift: UNSHIFTED },
  };
}

/** Stands in for a JPEG coder: as long as its picture has pixels, times its quality. */
const encodeJpeg = jest.fn(
  ({ width, height }: Rgba, quality: number) => new Uint8Array(Math.ceil((width * height * quality) / 1000)),
);
beforeEach(() => encodeJpeg.mockClear());

describe('codeLadder', () => {
  it('goes from the best to the smallest, each rung smaller and worse', async () => {
    const { page, parts } = writtenPage();
    for (const ladder of [
      await codeLadder(page, parts, encodeJpeg),
      await codeLadder(page, null, encodeJpeg),
    ]) {
      expect(ladder.length).toBeGreaterThan(1);
      expect(ladder[0].loss).toBe(0);
      ladder.forEach(({ coded, bytes, loss }, i) => {
        expect(bytes).toBe(codedBytes(coded));
        if (i === 0) return;
        expect(bytes).toBeLessThan(ladder[i - 1].bytes);
        expect(loss).toBeGreaterThan(ladder[i - 1].loss);
        expect(loss).toBeLessThanOrEqual(1);
      });
    }
  });

  it('keeps all ink to the end, and lets rules go last', async () => {
    const { page, parts } = writtenPage();
    const ladder = await codeLadder(page, parts, encodeJpeg);
    const stencils = ladder.map(({ coded }) => coded.stencils.length);
    expect(stencils.slice(0, -1).every((count) => count === 2)).toBe(true);
    expect(stencils.at(-1)).toBe(1);
  });

  it('gives a picture fewer pixels only when less quality is not enough', async () => {
    const { page } = writtenPage();
    await codeLadder(page, null, encodeJpeg);
    const widths = encodeJpeg.mock.calls.map(([{ width }]) => width);
    expect([...new Set(widths)]).toEqual([WIDTH, WIDTH / 2]);
    expect(widths).toEqual([...widths].sort((a, b) => b - a));
  });
});
