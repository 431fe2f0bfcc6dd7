import fc from 'fast-check';
import { seededChance } from '../../testing/pictures';
import { hiddenDots, type DotPlace } from './hiddenDots';

const [width, height] = [400, 300];
const FORM = { across: 20, down: 20, radius: 1.5, level: 90 };

/** Dots of three by three cells, not quite where they should be, and whatever else is drawn. */
function dottedPage(seed: number, draw: (line: (y: number, dark: number) => void) => void = () => undefined) {
  const chance = seededChance(seed);
  const darkest = new Uint8Array(width * height);
  draw((y, dark) => darkest.fill(dark, y * width, (y + 3) * width));
  const places: DotPlace[] = [];
  for (let v = 20; v < height - 15; v += 20) {
    for (let u = 20; u < width - 15; u += 20) {
      const place = { x: u + Math.round(2 * chance() - 1), y: v + Math.round(2 * chance() - 1) };
      places.push(place);
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const i = (place.y + dy) * width + place.x + dx;
          darkest[i] = Math.max(darkest[i], 90);
        }
      }
    }
  }
  return { page: { width, height, darkest }, places };
}

const isNear = (one: DotPlace, other: DotPlace) =>
  Math.abs(one.x - other.x) < 2 && Math.abs(one.y - other.y) < 2;

describe('dots that faint writing runs into', () => {
  it('are all found from a few that lie free', () => {
    fc.assert(
      fc.property(fc.nat(), fc.integer({ min: 5, max: 50 }), (seed, faint) => {
        // Faint strokes through every second row of dots.
        const { page, places } = dottedPage(seed, (line) => {
          for (let y = 39; y < height - 20; y += 40) line(y, faint);
        });
        const found = hiddenDots(page, places.slice(0, 3), FORM);
        const missing = places.slice(3).filter((place) => !found.some((dot) => isNear(dot, place)));
        expect(missing.length).toBeLessThan(0.03 * places.length);
        expect(found.every((dot) => places.some((place) => isNear(dot, place)))).toBe(true);
      }),
      { numRuns: 20 },
    );
  });

  it('are none where a stroke as dark as they are lies over them', () => {
    const { page, places } = dottedPage(1, (line) => line(99, 90));
    const found = hiddenDots(page, [...places.slice(0, 3), ...places.slice(-3)], FORM);
    expect(found.some(({ y }) => Math.abs(y - 100) < 4)).toBe(false);
    expect(found.length).toBeGreaterThan(0.8 * places.length);
  });

  it('are none on a page without any', () => {
    const darkest = new Uint8Array(width * height);
    expect(hiddenDots({ width, height, darkest }, [{ x: 100, y: 100 }], FORM)).toEqual([]);
  });
});
