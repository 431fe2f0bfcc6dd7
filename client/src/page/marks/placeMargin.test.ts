import fc from 'fast-check';
import { placeMargin } from './placeMargin';

const items = fc.array(
  fc.record({ wanted: fc.integer({ min: -20, max: 900 }), height: fc.integer({ min: 10, max: 200 }) }),
  { maxLength: 12 },
);
const ROOM = 800;
const GAP = 10;

describe('a margin', () => {
  it('lets each stand where it wants where there is room', () => {
    const three = [
      { wanted: 300, height: 50 },
      { wanted: 10, height: 50 },
      { wanted: 500, height: 50 },
    ];
    expect(placeMargin(three, ROOM, GAP)).toEqual([300, 10, 500]);
  });

  it('pushes apart what would lie over each other, and up what would hang out below', () => {
    const two = [
      { wanted: 100, height: 50 },
      { wanted: 110, height: 50 },
    ];
    expect(placeMargin(two, ROOM, GAP)).toEqual([100, 160]);
    expect(placeMargin([{ wanted: 790, height: 50 }], ROOM, GAP)).toEqual([750]);
  });

  it('lays none over another, none above its top, and keeps their order', () => {
    fc.assert(
      fc.property(items, (all) => {
        const tops = placeMargin(all, ROOM, GAP);
        const placed = all
          .map(({ wanted, height }, i) => ({ wanted, height, top: tops[i] ?? 0 }))
          .sort((a, b) => a.top - b.top);
        for (const [i, { top, wanted }] of placed.entries()) {
          expect(top).toBeGreaterThanOrEqual(0);
          const before = placed[i - 1];
          if (!before) continue;
          expect(top).toBeGreaterThanOrEqual(before.top + before.height + GAP);
          expect(before.wanted).toBeLessThanOrEqual(wanted);
        }
        const needed = all.reduce((sum, { height }) => sum + height + GAP, 0);
        if (needed <= ROOM)
          for (const { top, height } of placed) expect(top + height).toBeLessThanOrEqual(ROOM);
      }),
    );
  });
});
