import { partsOf } from '../../testing/parts';
import { writtenPage } from '../../testing/pictures';
import { createPlane } from '../raster/image';
import { classicalMapOf } from './clean';
import { INK, RULE, TONE } from './pageParts';
import { penOfParts } from './penOfParts';
import { AS_FOUND } from './tone';

const [columns, rows] = [40, 30];
/** A page of bare paper, of twice as many pixels each way, on which pixels can be set. */
const blank = classicalMapOf(writtenPage({ width: 2 * columns, height: 2 * rows }));

function planeOf(darkAt: (x: number) => number): Uint8Array {
  return new Uint8Array(4 * columns * rows).map((_, i) => darkAt(i % (2 * columns)));
}

/** Pen over pixels that are so dark, and so dark over the tone under them, each of two by two in a cell of a kind. */
function penOver(
  kindAt: (x: number) => number,
  darkAt: (x: number) => number,
  overTone?: (x: number) => number,
) {
  const smooth = planeOf(darkAt);
  const kinds = new Uint8Array(columns * rows);
  for (let i = 0; i < kinds.length; i++) kinds[i] = kindAt(i % columns);
  const darkest = new Uint8Array(kinds.length).map((_, i) => darkAt(2 * (i % columns)));
  const parts = partsOf(columns, rows, { kinds, darkest });
  const onTone = overTone && planeOf(overTone);
  const none = createPlane(columns, rows);
  const ground = onTone
    ? { on: kinds, colours: { red: none, green: none, blue: none }, darkness: onTone, smooth: onTone }
    : null;
  const page = penOfParts({ ...blank, smooth, ground }, parts, () => 100, AS_FOUND);
  return (x: number) => page.data[(30 * 2 * columns + x) * 4] === 0;
}

describe('Pen of parts', () => {
  it('cuts a stroke at half its depth, so that it stays as wide as it is', () => {
    // A flank that rises by ten levels a pixel, from x = 20 on, up to 100.
    const isBlack = penOver(
      () => INK,
      (x) => Math.min(100, Math.max(0, 10 * (x - 20))),
    );
    const first = Array.from({ length: 60 }, (_, x) => x).find(isBlack);
    expect(first).toBeGreaterThanOrEqual(25);
    expect(first).toBeLessThanOrEqual(26);
    expect(isBlack(40)).toBe(true);
  });

  it('shows nothing of rules and paper, and of tones what is nearly black', () => {
    expect(
      penOver(
        () => RULE,
        () => 200,
      )(30),
    ).toBe(false);
    expect(
      penOver(
        () => 0,
        () => 200,
      )(30),
    ).toBe(false);
    expect(
      penOver(
        () => TONE,
        () => 100,
      )(30),
    ).toBe(false);
    expect(
      penOver(
        () => TONE,
        () => 120,
      )(30),
    ).toBe(true);
  });

  it('cuts a stroke over the highlighter that it lies on, as wide as beside it', () => {
    const flank = (x: number) => Math.min(100, Math.max(0, 10 * (x - 20)));
    const isBlack = penOver(
      () => INK,
      (x) => 60 + flank(x) / 2,
      flank,
    );
    const first = Array.from({ length: 60 }, (_, x) => x).find(isBlack);
    expect(first).toBeGreaterThanOrEqual(25);
    expect(first).toBeLessThanOrEqual(26);
  });
});
