import { createRgba, type Rgba } from '../raster/image';
import { createLiveFinder } from './liveFinder';
import type { Quad } from '../geometry/quad';

const WIDTH = 640;
const HEIGHT = 480;
const DIAGONAL = Math.hypot(WIDTH, HEIGHT);

/** -6 to 6, another for every frame and place. */
function noiseAt(frame: number, place: number): number {
  let h = Math.imul(place ^ (frame * 0x9e3779b9), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 24) / 21 - 6;
}

/** A white sheet on a dark desk with some grain, its top left corner at (left, top); no sheet without a place. */
function frameWith(place: readonly [number, number] | null, grain: number): Rgba {
  const frame = createRgba(WIDTH, HEIGHT);
  for (let y = 0, at = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, at += 4) {
      const isSheet = place && x >= place[0] && x < place[0] + 260 && y >= place[1] && y < place[1] + 360;
      const value = (isSheet ? 225 : 70) + noiseAt(grain, at);
      frame.data[at] = value;
      frame.data[at + 1] = value;
      frame.data[at + 2] = value - (isSheet ? 8 : 20);
      frame.data[at + 3] = 255;
    }
  }
  return frame;
}

const sheetAt = (left: number, top: number): Quad => [
  [left, top],
  [left + 260, top],
  [left + 260, top + 360],
  [left, top + 360],
];
/** How far two quads lie apart at most, px. @throws where a sheet that should be seen is not */
function apart(a: Quad | null, b: Quad | null): number {
  if (!a || !b) throw new Error('No sheet was found');
  return Math.max(...a.map(([x, y], i) => Math.hypot(x - b[i][0], y - b[i][1])));
}

describe('createLiveFinder', () => {
  it('finds a sheet within a few frames, holds it still through noise, and leaps after it', () => {
    const finder = createLiveFinder();
    let shown: Quad | null = null;
    for (let i = 0; i < 10; i++) shown = finder.next(frameWith([180, 60], i)).quad;
    expect(apart(shown, sheetAt(180, 60))).toBeLessThan(0.005 * DIAGONAL);
    for (let i = 10; i < 24; i++) {
      const next: Quad | null = finder.next(frameWith([180, 60], i)).quad;
      expect(apart(next, shown)).toBeLessThan(0.003 * DIAGONAL);
      shown = next;
    }
    // Four frames are 133 ms at thirty a second.
    for (let i = 24; i < 28; i++) shown = finder.next(frameWith([230, 90], i)).quad;
    expect(apart(shown, sheetAt(230, 90))).toBeLessThan(0.005 * DIAGONAL);
  });

  it('shows nothing while there is no sheet, and no more once it is gone', () => {
    const finder = createLiveFinder();
    for (let i = 0; i < 10; i++) expect(finder.next(frameWith(null, i)).quad).toBeNull();
    for (let i = 0; i < 10; i++) finder.next(frameWith([180, 60], i));
    let last = finder.next(frameWith([180, 60], 20));
    expect(last.quad).not.toBeNull();
    expect(last.confidence).toBeGreaterThan(0.5);
    for (let i = 0; i < 20; i++) last = finder.next(frameWith(null, i));
    expect(last).toMatchObject({ quad: null, confidence: 0, isSeen: false });
  });
});
