import { writtenPage } from '../../testing/pictures';
import { clean, inkMapOf } from './clean';
import { lostStrokes } from './lostStrokes';
import { logitByte } from './inkLikelihood';
import { createPlane, type Rgba } from '../raster/image';
import { INK, PAPER, pageParts, RULE } from './pageParts';

const LINED = writtenPage({ width: 1200, height: 1600, over: (_, y) => (y % 56 < 2 ? 190 : undefined) });

describe('the parts of a page', () => {
  const map = inkMapOf(LINED);
  const parts = map.parts!;
  const share = (kind: number) => parts.kinds.filter((value) => value === kind).length / parts.kinds.length;

  it('are strokes, rules and mostly paper', () => {
    expect(share(INK)).toBeGreaterThan(0.01);
    expect(share(RULE)).toBeGreaterThan(0.01);
    expect(share(PAPER)).toBeGreaterThan(0.7);
  });

  it('have a tone under strokes where they lie on one, though the net sees only the strokes', () => {
    const stroke = parts.kinds.indexOf(INK);
    const on = new Uint8Array(parts.kinds.length);
    on[stroke] = 1;
    const even = createPlane(parts.width, parts.height);
    const { darkness, smooth } = map;
    const ground = { on, colours: { red: even, green: even, blue: even }, darkness, smooth };
    const { toned, kinds } = pageParts({ ...map, ground }, map.seen!);
    expect([parts.toned[stroke], toned[stroke], kinds[stroke]]).toEqual([0, 1, INK]);
  });

  it('of a written page miss nothing that can be seen', () => {
    expect(map.lost!.share).toBeLessThan(0.01);
  });

  it('miss what is taken out of them, and say where', () => {
    for (const [from, to] of [
      [0.1, 0.4],
      [0.4, 0.7],
    ]) {
      const { width, height } = parts;
      const kinds = parts.kinds.slice();
      kinds.fill(PAPER, Math.floor(from * height) * width, Math.floor(to * height) * width);
      const { share: lost, place } = lostStrokes(map, { ...parts, kinds }, map.seen!);
      expect(lost).toBeGreaterThan(0.1);
      expect(place![1]).toBeGreaterThan(from - 0.1);
      expect(place![1] + place![3]).toBeLessThan(to + 0.1);
    }
  });
});

describe('what cannot be told', () => {
  const map = inkMapOf(LINED);
  const parts = map.parts!;
  const { width, height } = parts;
  const [from, to] = [0.1, 0.5].map((share) => Math.floor(share * height) * width);
  /** How much nobody is sure of when the upper strokes are in two minds, and not shown. */
  const unsureOf = (ink: number, unwanted: number): number => {
    const kinds = parts.kinds.slice().fill(PAPER, from, to);
    const strokes = parts.strokes.slice().fill(0, from, to);
    const seen = { ...map.seen!, ink: map.seen!.ink.slice(), unwanted: map.seen!.unwanted.slice() };
    for (let i = from; i < to; i++) {
      if (seen.ink[i] >= logitByte(0.1))
        [seen.ink[i], seen.unwanted[i]] = [logitByte(ink), logitByte(unwanted)];
    }
    return lostStrokes(map, { ...parts, kinds, strokes }, seen).unsure;
  };

  it('may be lost strokes, but not where it is likelier the back', () => {
    expect(unsureOf(0.3, 0.05)).toBeGreaterThan(0.2);
    expect(unsureOf(0.3, 0.4)).toBeLessThan(0.05);
  });
});

describe('printed rules', () => {
  const photo = writtenPage({ width: 1200, height: 1600, over: (_, y) => (y % 56 < 2 ? 190 : undefined) });

  /** How much darker than white, or than the paper of 232, bare rules are on the mean. */
  const ruleDarkness = (page: Rgba, white: number): number => {
    let [sum, count] = [0, 0];
    // Below the writing.
    for (let y = 1176; y < 1590; y++) {
      if (y % 56 >= 2) continue;
      for (let x = 60; x < 1140; x++, count++) sum += 1 - page.data[(y * 1200 + x) * 4] / white;
    }
    return sum / count;
  };

  it.each(['daylight', 'pencil', 'soft-grey'] as const)(
    'are never darker in %s than in the photo',
    (look) => {
      const shot = ruleDarkness(photo, 232);
      const [kept, quiet, gone] = (['kept', 'quiet', 'faded'] as const).map((rules) =>
        ruleDarkness(clean(photo, look, { rules }), 255),
      );
      expect(kept).toBeLessThanOrEqual(shot + 0.01);
      expect(kept).toBeGreaterThan(0.8 * shot);
      expect(quiet).toBeLessThan(kept);
      expect(quiet).toBeGreaterThan(0.5 * kept);
      expect(gone).toBeLessThan(0.05 * kept);
    },
  );
});
