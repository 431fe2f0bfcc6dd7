import fc from 'fast-check';
import { bounded, FITTING, mostFactor, viewOf, zoomAt, type Sizes, type Zoom } from './zoom';

const side = fc.integer({ min: 100, max: 4000 });
const sizes: fc.Arbitrary<Sizes> = fc.record({
  stage: fc.record({
    width: fc.integer({ min: 200, max: 1600 }),
    height: fc.integer({ min: 200, max: 1200 }),
  }),
  content: fc.record({ width: side, height: side }),
  margin: fc.constant(20),
});
const place = fc.double({ min: -2000, max: 2000, noNaN: true });
const zooms: fc.Arbitrary<Zoom> = fc.record({
  factor: fc.double({ min: 0.1, max: 60, noNaN: true }),
  x: place,
  y: place,
});

describe('zoom', () => {
  it('fits all of the content on the stage, in the middle', () => {
    fc.assert(
      fc.property(sizes, (s) => {
        const { left, top, scale } = viewOf(s, FITTING);
        expect(left).toBeGreaterThanOrEqual(s.margin - 0.01);
        expect(top).toBeGreaterThanOrEqual(s.margin - 0.01);
        expect(left * 2 + s.content.width * scale).toBeCloseTo(s.stage.width);
      }),
    );
  });

  it('stays within its limits, and limiting twice changes nothing', () => {
    fc.assert(
      fc.property(sizes, zooms, (s, zoom) => {
        const once = bounded(s, zoom);
        expect(once.factor).toBeGreaterThanOrEqual(1);
        expect(once.factor).toBeLessThanOrEqual(mostFactor(s));
        expect(bounded(s, once)).toEqual(once);
      }),
    );
  });

  it('keeps what lies under the finger there, unless a border is in the way', () => {
    const s: Sizes = {
      stage: { width: 400, height: 600 },
      content: { width: 1000, height: 1400 },
      margin: 0,
    };
    const at = { x: 180, y: 320 };
    const before = viewOf(s, FITTING);
    const under = [(at.x - before.left) / before.scale, (at.y - before.top) / before.scale];
    const after = viewOf(s, zoomAt(s, FITTING, 3, at));
    expect((at.x - after.left) / after.scale).toBeCloseTo(under[0]);
    expect((at.y - after.top) / after.scale).toBeCloseTo(under[1]);
  });
});
