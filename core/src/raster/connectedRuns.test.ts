import fc from 'fast-check';
import { seededChance } from '../../testing/pictures';
import { connectedRuns } from './connectedRuns';

/** For each pixel of a mask the first one that it hangs together with, by flooding; -1 where nothing is. */
function firstOfEach(mask: Uint8Array, width: number, joinsCorners: boolean): number[] {
  const firsts = Array.from(mask, () => -1);
  const height = mask.length / width;
  for (let start = 0; start < mask.length; start++) {
    if (mask[start] === 0 || firsts[start] >= 0) continue;
    const open = [start];
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      firsts[i] = start;
      const [x, y] = [i % width, Math.floor(i / width)];
      for (const [dx, dy] of [-1, 0, 1].flatMap((dy) => [-1, 0, 1].map((dx) => [dx, dy]))) {
        const isInside = x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height;
        if (!isInside || (!joinsCorners && dx !== 0 && dy !== 0)) continue;
        const next = i + dy * width + dx;
        if (mask[next] !== 0 && firsts[next] < 0) open.push(next);
      }
    }
  }
  return firsts;
}

describe('connected runs', () => {
  it('hang together as flooding says', () => {
    const sizes = fc.integer({ min: 1, max: 40 });
    const cover = fc.constantFrom(0.1, 0.4, 0.6, 0.9);
    fc.assert(
      fc.property(sizes, sizes, cover, fc.nat(), fc.boolean(), (width, height, share, seed, joinsCorners) => {
        const chance = seededChance(seed);
        const mask = Uint8Array.from({ length: width * height }, () => (chance() < share ? 9 : 0));
        const { count, starts, ends, roots } = connectedRuns(mask, width, height, { joinsCorners });
        const firsts = Array.from(mask, () => -1);
        for (let run = 0; run < count; run++) firsts.fill(starts[roots[run]], starts[run], ends[run]);
        expect(firsts).toEqual(firstOfEach(mask, width, joinsCorners));
      }),
    );
  });

  it('are as many as there are', () => {
    const [width, height] = [400, 300];
    const mask = Uint8Array.from({ length: width * height }, (_, i) => (i + Math.floor(i / width)) % 2);
    expect(connectedRuns(mask, width, height).count).toBe((width * height) / 2);
    const joined = connectedRuns(mask, width, height, { joinsCorners: true });
    expect(new Set(joined.roots).size).toBe(1);
  });
});
