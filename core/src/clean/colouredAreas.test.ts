import { seenOf } from '../../testing/parts';
import { createRgba } from '../raster/image';
import { colouredAreas } from './colouredAreas';
import { inkMap } from './inkMap';
import { TONE_FROM } from './inkLikelihood';

const [width, height] = [480, 360];

/** A dim page with a yellow band of 30 pixels, a red line and a red stroke of six, and grey writing upon all. */
function dimPage() {
  const page = createRgba(width, height);
  const paint = (left: number, top: number, across: number, down: number, colour: readonly number[]) => {
    for (let y = top; y < top + down; y++) {
      for (let x = left; x < left + across; x++) page.data.set([...colour, 255], (y * width + x) * 4);
    }
  };
  paint(0, 0, width, height, [120, 118, 112]);
  paint(60, 100, 300, 30, [110, 105, 50]);
  paint(60, 200, 300, 3, [110, 40, 40]);
  paint(60, 240, 300, 6, [110, 40, 40]);
  for (let x = 80; x < 340; x += 20) paint(x, 95, 3, 40, [80, 76, 60]);
  return page;
}

const seen = seenOf(width / 2, height / 2);

describe('wide coloured areas', () => {
  const told = colouredAreas(inkMap(dimPage()), seen);
  const isTone = (x: number, y: number) => told.tones[(y >> 1) * (width / 2) + (x >> 1)] >= TONE_FROM;

  it('are tones, also under grey strokes and up to their edges', () => {
    expect(isTone(150, 115)).toBe(true);
    expect(isTone(62, 102)).toBe(true);
    expect(isTone(150, 80)).toBe(false);
  });

  it('are not what a coloured pen has drawn', () => {
    expect(isTone(150, 201)).toBe(false);
    expect(isTone(150, 243)).toBe(false);
  });

  it('change nothing else, and nothing where there are none', () => {
    expect(told.ink === seen.ink && told.rules === seen.rules).toBe(true);
    const bare = createRgba(width, height);
    bare.data.fill(200);
    expect(colouredAreas(inkMap(bare), seen) === seen).toBe(true);
  });
});
