import fc from 'fast-check';
import { paint, seededNormal } from '../../testing/pictures';
import { lineThrough } from '../geometry/line';
import type { Quad } from '../geometry/quad';
import type { Rgba } from '../raster/image';
import { cutsWriting } from './cutsWriting';
import { lineEvidence } from './lineEvidence';
import { runStages } from './runStages';
import { seeStages } from './seePicture';

const [WIDTH, HEIGHT] = [384, 512];
const [LEFT, TOP, RIGHT, BOTTOM] = [60, 50, 320, 450];
const SHEET: Quad = [
  [LEFT, TOP],
  [RIGHT, TOP],
  [RIGHT, BOTTOM],
  [LEFT, BOTTOM],
];

interface Writing {
  /** px from row to row */
  readonly pitch: number;
  /** grey levels that it is darker than the paper */
  readonly dark: number;
}

/** A sheet on a speckled desk, with rows of short slanting strokes inside a margin. */
function drawPage({ pitch, dark }: Writing): Rgba {
  const normal = seededNormal(pitch * 100 + dark);
  return paint(WIDTH, HEIGHT, (x, y) => {
    const noise = 2 * normal();
    if (x < LEFT || x >= RIGHT || y < TOP || y >= BOTTOM) return 120 + 6 * noise;
    const [u, v] = [x - LEFT - 22, y - TOP - 26];
    const isIn = u > 0 && u < RIGHT - LEFT - 44 && v > 0 && v < BOTTOM - TOP - 52;
    // Words begin and end elsewhere in every row.
    const isWord = (u + 17 * Math.floor(v / pitch)) % 41 > 6;
    const isInk = isIn && isWord && v % pitch < pitch * 0.4 && (u + (v % pitch)) % 5 < 2;
    return (isInk ? 226 - dark : 226) + noise;
  });
}

function judge(picture: Rgba, quad: Quad, fold: number | null = null): boolean {
  const seen = runStages(seeStages(picture));
  const source = { ...seen, sheet: seen.map.first, netSides: seen.map.sides };
  const sides = quad.map((corner, i) => lineEvidence(source, lineThrough(corner, quad[(i + 1) % 4])));
  return cutsWriting(seen.ink, { odds: null, quad, sides }, fold);
}

/** The sheet with one side slid in by so many pixels. */
const slid = (side: number, by: number): Quad =>
  SHEET.map(([x, y], i) => {
    const isOn = i === side || i === (side + 1) % 4;
    if (!isOn) return [x, y];
    return side % 2 === 0 ? [x, y + (side === 0 ? by : -by)] : [x + (side === 3 ? by : -by), y];
  }) as unknown as Quad;

const writing = fc.record({
  pitch: fc.integer({ min: 12, max: 20 }),
  dark: fc.integer({ min: 90, max: 180 }),
});

describe('an outline', () => {
  it('that is true cuts through nothing', () => {
    fc.assert(
      fc.property(writing, (page) => {
        expect(judge(drawPage(page), SHEET)).toBe(false);
      }),
      { numRuns: 12 },
    );
  });

  it('slid over rows of writing is refused', () => {
    fc.assert(
      fc.property(
        writing,
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 80, max: 130 }),
        (page, side, by) => {
          expect(judge(drawPage(page), slid(side, by))).toBe(true);
        },
      ),
      { numRuns: 24 },
    );
  });

  it('is not refused for the rows that go on over the fold to a book’s other page, only for others', () => {
    const page = drawPage({ pitch: 15, dark: 140 });
    const half = slid(1, 110);
    expect(judge(page, half, 1)).toBe(false);
    expect(judge(page, half, 3)).toBe(true);
  });
});
