import { seenOf } from '../../testing/parts';
import { createRgba, type Rgba } from '../raster/image';
import { logitByte } from './inkLikelihood';
import { inkMap } from './inkMap';
import { toneGround } from './toneGround';

const [width, height] = [480, 360];
const [columns, rows] = [width / 2, height / 2];
const YELLOW = [1, 0.95, 0.4] as const;
/** A pencil takes this share of the light, from paper and highlighter alike. */
const PENCIL = 0.3;

type Box = readonly [left: number, top: number, right: number, bottom: number];
const isIn = ([left, top, right, bottom]: Box, x: number, y: number) =>
  x >= left && x < right && y >= top && y < bottom;

const BAND: Box = [60, 100, 420, 150];
/** The first on highlighter, the second half on it, the third beside it. */
const STROKES: readonly Box[] = [
  [100, 120, 200, 126],
  [300, 120, 460, 126],
  [100, 220, 200, 226],
];

/** A page in grey light with a band of yellow on it, and pencil strokes. */
function markedPage(): Rgba {
  const page = createRgba(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const left = STROKES.some((box) => isIn(box, x, y)) ? 1 - PENCIL : 1;
      const colour = isIn(BAND, x, y) ? YELLOW : [1, 1, 1];
      page.data.set([...colour.map((share) => 190 * share * left), 255], (y * width + x) * 4);
    }
  }
  return page;
}

/** What the net sees there: strokes may be ink, highlighter is a tone. */
function seenAt(inkOnTone = 0.02) {
  const seen = seenOf(columns, rows);
  for (let i = 0; i < columns * rows; i++) {
    const [x, y] = [2 * (i % columns), 2 * Math.floor(i / columns)];
    if (isIn(BAND, x, y)) {
      seen.tones[i] = logitByte(0.9);
      seen.ink[i] = logitByte(inkOnTone);
    }
    if (STROKES.some((box) => isIn(box, x, y))) seen.ink[i] = logitByte(0.8);
  }
  return seen;
}

describe('the ground of tones', () => {
  const map = inkMap(markedPage());
  const ground = toneGround(map, seenAt());
  const cellAt = (x: number, y: number) => (y >> 1) * columns + (x >> 1);
  const darkAt = (x: number, y: number) => ground!.smooth[y * width + x];

  it('has the highlighter’s colour, also under strokes', () => {
    const { red, green, blue } = ground!.colours;
    for (const [x, y] of [
      [80, 110],
      [150, 123],
      [250, 130],
    ]) {
      const cell = cellAt(x, y);
      expect(ground!.on[cell]).toBe(1);
      [red, green, blue].forEach((plane, c) => expect(plane.data[cell]).toBeCloseTo(YELLOW[c], 1));
    }
    expect(ground!.on[cellAt(150, 223)]).toBe(0);
  });

  it('makes a stroke on it as dark as one beside it, and itself as bare as paper', () => {
    const beside = darkAt(150, 223);
    expect(Math.abs(beside - 255 * PENCIL)).toBeLessThan(6);
    expect(Math.abs(darkAt(150, 123) - beside)).toBeLessThan(6);
    expect(darkAt(250, 130)).toBeLessThan(4);
    // Over the paper a stroke on yellow is hardly darker than the yellow.
    expect(map.smooth[123 * width + 150] - map.smooth[130 * width + 250]).toBeLessThan(beside / 2);
  });

  it('has no dark edges', () => {
    for (let y = BAND[1] - 6; y < BAND[1] + 6; y++) {
      if (ground!.on[cellAt(250, y)] === 1) expect(darkAt(250, y)).toBeLessThan(8);
    }
  });

  it('is none where the tone is what was drawn, and none where there are no tones', () => {
    expect(toneGround(map, seenAt(0.8))?.on.includes(1) ?? false).toBe(false);
    expect(toneGround(map, seenOf(columns, rows))).toBeNull();
  });
});
