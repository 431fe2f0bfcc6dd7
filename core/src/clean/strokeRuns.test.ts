import fc from 'fast-check';
import { seededChance } from '../../testing/pictures';
import { connectedParts } from '../raster/connectedParts';
import { strokeRuns } from './strokeRuns';

const LOW = 100;
const HIGH = 200;
const even = (value: number) => (_y: number, out: Uint8ClampedArray) => void out.fill(value);
const planes = fc
  .tuple(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 30 }), fc.nat())
  .map(([width, height, seed]) => {
    const chance = seededChance(seed);
    // Mostly paper: else all hangs together.
    const plane = Uint8Array.from({ length: width * height }, () => (chance() < 0.6 ? 0 : chance() * 255));
    return { plane, width, height };
  });

describe('runs of strokes', () => {
  it('are what a flood fill joins, with as many pixels', () => {
    fc.assert(
      fc.property(planes, ({ plane, width, height }) => {
        const { count, roots, sizes } = strokeRuns(plane, width, height, even(LOW), even(HIGH));
        const ours = new Set<number>();
        for (let run = 0; run < count; run++) ours.add(roots[run]);
        const mask = plane.map((value) => (value >= LOW ? 1 : 0));
        const parts = connectedParts(mask, width, height, { joinsCorners: true });
        const bySize = (a: number, b: number) => a - b;
        expect([...ours].map((root) => sizes[root]).sort(bySize)).toEqual(
          parts.map(({ pixels }) => pixels).sort(bySize),
        );
      }),
    );
  });

  it('cover just the pixels over the low threshold, and know their darkest', () => {
    fc.assert(
      fc.property(planes, ({ plane, width, height }) => {
        const { count, starts, ends, roots, peaks, sure } = strokeRuns(
          plane,
          width,
          height,
          even(LOW),
          even(HIGH),
        );
        const covered = new Uint8Array(plane.length);
        const darkest = new Map<number, number>();
        for (let run = 0; run < count; run++) {
          for (let i = starts[run]; i < ends[run]; i++) {
            covered[i] = 1;
            darkest.set(roots[run], Math.max(darkest.get(roots[run]) ?? 0, plane[i]));
          }
        }
        expect(covered).toEqual(plane.map((value) => (value >= LOW ? 1 : 0)));
        for (const [root, peak] of darkest) {
          expect(peaks[root]).toBe(peak);
          expect(sure[root]).toBe(peak >= HIGH ? 1 : 0);
        }
      }),
    );
  });

  it('go on where more of them come than there was room for', () => {
    // Every second pixel of every second row: nothing hangs together.
    const [width, height] = [700, 200];
    const plane = Uint8Array.from({ length: width * height }, (_, i) => {
      const x = i % width;
      return x % 2 === 0 && ((i - x) / width) % 2 === 0 ? 255 : 0;
    });
    const { count, roots } = strokeRuns(plane, width, height, even(LOW), even(HIGH));
    expect(count).toBe(350 * 100);
    expect(roots[count - 1]).toBe(count - 1);
  });
});
