import { createRgba, type Rgba } from '../raster/image';
import { seededNormal } from '../../testing/pictures';
import { inkMapOf } from './clean';
import { inkNet } from './inkNet';
import { inkOverTones } from './inkOverTones';

const [width, height] = [1240, 800];
const MARKED = [300, 420] as const;

/** Rows of short pencil strokes, the middle ones over yellow highlighter, in poor light. */
function markedPage(): Rgba {
  const page = createRgba(width, height);
  const normal = seededNormal(7);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const isMarked = y >= MARKED[0] && y < MARKED[1] && x > 200 && x < 1000;
    const takes = isStroke(x, y) ? 0.8 : 1;
    const grain = 1.5 * normal();
    [150, 147, 138].forEach((paper, c) => {
      page.data[4 * i + c] = Math.round(paper * (isMarked ? [1, 0.93, 0.35][c] : 1) * takes + grain);
    });
    page.data[4 * i + 3] = 255;
  }
  return page;
}

const isStroke = (x: number, y: number) =>
  x > 120 && x < 1120 && y % 60 > 15 && y % 60 < 45 && (x + (y % 60)) % 24 < 4;

/** How likely ink is on strokes, and between them, in the middle of the highlighter: mean bytes. */
function onTone({ ink, step, width: columns }: { ink: Uint8Array; step: number; width: number }) {
  const sums = [0, 0];
  const counts = [0, 0];
  for (let y = MARKED[0] + 20; y < MARKED[1] - 20; y += step) {
    for (let x = 260; x < 940; x += step) {
      const k = isStroke(x, y) && isStroke(x + 1, y + 1) ? 0 : 1;
      if (k === 1 && [-4, 4].some((d) => isStroke(x + d, y) || isStroke(x, y + d))) continue;
      sums[k] += ink[(y / step) * columns + x / step];
      counts[k]++;
    }
  }
  return { strokes: sums[0] / counts[0], between: sums[1] / counts[1] };
}

describe('ink over tones', () => {
  const page = markedPage();
  const map = inkMapOf(page);

  it('is as likely on strokes as it is beside the tone, and unlikely between them', () => {
    const first = onTone(inkNet(page, map.paper));
    const again = onTone(map.seen!);
    expect(map.ground).not.toBeNull();
    expect(again.strokes - again.between).toBeGreaterThan(first.strokes - first.between);
    expect(again.between).toBeLessThan(128);
    expect(again.strokes).toBeGreaterThan(128);
  });

  it('is as it was seen everywhere else', () => {
    const { ground } = map;
    if (!ground) throw new Error('no ground');
    const seen = inkNet(page, map.paper);
    const nothing = { ...seen, ink: new Uint8Array(seen.ink.length) };
    const { ink } = inkOverTones(map, page, ground, seen, () => nothing);
    const strays = ink.findIndex((value, i) => value !== (ground.on[i] === 1 ? 0 : seen.ink[i]));
    expect(strays).toBe(-1);
  });
});
