import { createRgba, type Rgba } from '@ravlo/core';
import { createRandom } from './random';
import { drawFrame } from './drawFrame';
import { cornersOf, FILM_KINDS, makeFilm, type Film } from './film';
import { drawHand } from './hand';
import { practiceFilm } from './practiceFilm';

function evenSheet(light: number): Rgba {
  const image = createRgba(42, 60);
  image.data.fill(light);
  for (let i = 3; i < image.data.length; i += 4) image.data[i] = 255;
  return image;
}
const SHEETS = [evenSheet(255), evenSheet(235), evenSheet(215)];
const filmOf = (kind: Film['kind'], seed = 4) =>
  makeFilm(kind, { sheets: SHEETS, hand: drawHand() }, createRandom(seed));

describe.each(FILM_KINDS)('a film of the kind %s', (kind) => {
  it('shows each sheet lying still and uncovered when it says so', () => {
    for (const seed of [1, 2, 3]) {
      const film = filmOf(kind, seed);
      expect(film.rests.length).toBeGreaterThan(0);
      for (const { sheet, from, to } of film.rests) {
        const places = [from + 0.05, (from + to) / 2, to - 0.05].map((time) => {
          const there = film.actors.filter((actor) => actor.at(time) !== null);
          // What lies on top is the sheet that is meant.
          const top = there[there.length - 1];
          expect(top.image).toBe(SHEETS[sheet]);
          return cornersOf(top, top.at(time)!);
        });
        expect(places[0]).toEqual(places[1]);
        expect(places[1]).toEqual(places[2]);
      }
    }
  });

  it('ends after its last rest', () => {
    const film = filmOf(kind);
    expect(Math.max(...film.rests.map(({ to }) => to))).toBeLessThanOrEqual(film.seconds + 1e-9);
  });
});

describe('drawFrame', () => {
  it('paints the sheet where it lies, and the desk elsewhere', () => {
    const film = filmOf('one-after-the-other');
    const size = { width: 96, height: 128 };
    const [rest] = film.rests;
    const frame = drawFrame(film, (rest.from + rest.to) / 2, size);
    const lightAt = (x: number, y: number) => frame.data[(y * size.width + x) * 4];
    expect(lightAt(48, 64)).toBeGreaterThan(170);
    for (const [x, y] of [
      [1, 1],
      [94, 1],
      [1, 126],
      [94, 126],
    ]) {
      expect(lightAt(x, y)).toBeLessThan(120);
    }
  });

  it('is the same for the same moment', () => {
    const film = filmOf('hand');
    expect(drawFrame(film, 1.3, { width: 40, height: 50 })).toEqual(
      drawFrame(film, 1.3, { width: 40, height: 50 }),
    );
  });
});

describe('practiceFilm', () => {
  it('begins anew after its end', () => {
    const film = practiceFilm(SHEETS, 1);
    const size = { width: 30, height: 40 };
    for (const time of [0.2, 4, 17, 31]) expect(film.frameAt(time + 1e5, size).data).toHaveLength(4800);
    expect(film.frameAt(2, size)).toEqual(film.frameAt(2, size));
  });
});
