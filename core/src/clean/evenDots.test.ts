import fc from 'fast-check';
import { seededChance } from '../../testing/pictures';
import { evenDots } from './evenDots';

const [width, height] = [827, 1170];

/** Marks of three by three cells on a page. */
function pageOf(places: readonly (readonly [x: number, y: number, dark?: number])[]) {
  const plane = () => new Uint8Array(width * height);
  const cells = { width, height, darkest: plane(), marks: plane() };
  for (const [x, y, dark = 60] of places) {
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const i = (Math.round(y) + dy) * width + Math.round(x) + dx;
        cells.marks[i] = 1;
        cells.darkest[i] = dark;
      }
    }
  }
  return cells;
}

/** The dots of dotted paper, a little askew, some of them missing. */
function lattice(pitch: number, angle: number, missing: number, seed: number): [number, number][] {
  const chance = seededChance(seed);
  const places: [number, number][] = [];
  for (let v = 60; v < height - 60; v += pitch) {
    for (let u = 60; u < width - 60; u += pitch) {
      if (chance() >= missing) places.push([u - angle * v + chance() - 0.5, v + angle * u + chance() - 0.5]);
    }
  }
  return places.filter(([x, y]) => x > 4 && y > 4 && x < width - 5 && y < height - 5);
}

/** Of some places, the share that is taken for the paper's dots. */
const shareOfDots = (dots: Uint8Array | null, places: readonly (readonly number[])[]) =>
  places.filter(([x, y]) => dots?.[Math.round(y) * width + Math.round(x)] === 1).length / places.length;

const pages = fc.record({
  pitch: fc.double({ min: 12, max: 40, noNaN: true }),
  angle: fc.double({ min: -0.03, max: 0.03, noNaN: true }),
  missing: fc.double({ min: 0, max: 0.3, noNaN: true }),
  seed: fc.nat(),
});

describe('the dots of dotted paper', () => {
  it('are found, whatever their pitch, a little askew, and with some of them under writing', () => {
    fc.assert(
      fc.property(pages, ({ pitch, angle, missing, seed }) => {
        const places = lattice(pitch, angle, missing, seed);
        expect(shareOfDots(evenDots(pageOf(places)), places)).toBeGreaterThan(0.9);
      }),
      { numRuns: 25 },
    );
  });

  it('are told from full stops that are as dark, but larger', () => {
    const dots = lattice(20, 0.004, 0.1, 3);
    const stops = dots.filter((_, k) => k % 40 === 0);
    const around = stops.flatMap(([x, y]) => [[x - 1, y] as const, [x + 1, y + 1] as const]);
    const found = evenDots(pageOf([...dots, ...around]));
    expect(shareOfDots(found, stops)).toBe(0);
    expect(shareOfDots(found, dots)).toBeGreaterThan(0.9);
  });

  it('are told from the dots of letters between them, and from full stops upon them', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const chance = seededChance(seed);
        const dots = lattice(20, 0.004, 0.1, seed);
        const ofLetters = Array.from({ length: 200 }, (): [number, number] => [
          60 + 20 * Math.floor(chance() * 34) + 6 + 8 * chance(),
          60 + 20 * Math.floor(chance() * 50) + 6 + 8 * chance(),
        ]);
        const stops = dots.filter((_, k) => k % 40 === 0).map(([x, y]) => [x, y, 180] as const);
        const found = evenDots(pageOf([...dots, ...ofLetters, ...stops]));
        expect(shareOfDots(found, ofLetters)).toBeLessThan(0.15);
        expect(shareOfDots(found, stops)).toBe(0);
        expect(shareOfDots(found, dots)).toBeGreaterThan(0.8);
      }),
      { numRuns: 10 },
    );
  });

  it('are told from the grain of a part of the page that lies in the dark', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const chance = seededChance(seed);
        const isDark = ([x, y]: readonly number[]) => x > 500 && y > 800;
        const grain = Array.from({ length: 1600 }, (): [number, number] => [
          500 + Math.floor(chance() * 320),
          800 + Math.floor(chance() * 360),
        ]);
        const dots = lattice(20, 0.004, 0.1, seed).filter((place) => !isDark(place));
        const found = evenDots(pageOf([...dots, ...grain]));
        expect(shareOfDots(found, grain.filter(isDark))).toBeLessThan(0.1);
        expect(shareOfDots(found, dots)).toBeGreaterThan(0.85);
      }),
      { numRuns: 10 },
    );
  });

  it('are none where small marks lie anywhere', () => {
    fc.assert(
      fc.property(fc.nat(), fc.integer({ min: 100, max: 2000 }), (seed, count) => {
        const chance = seededChance(seed);
        const places = Array.from({ length: count }, (): [number, number] => [
          8 + Math.floor(chance() * (width - 16)),
          8 + Math.floor(chance() * (height - 16)),
        ]);
        expect(evenDots(pageOf(places))).toBeNull();
      }),
      { numRuns: 25 },
    );
  });

  it('are not a row of them to be filled in', () => {
    const leader = Array.from({ length: 60 }, (_, k): [number, number] => [60 + 12 * k, 300]);
    expect(
      evenDots(pageOf([...leader, ...leader.map(([x, y]): [number, number] => [x, y + 57])])),
    ).toBeNull();
  });
});
