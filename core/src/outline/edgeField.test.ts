import fc from 'fast-check';
import { paintPlane } from '../../testing/pictures';
import { edgeFields, strengthQuantile } from './edgeField';

const SIDE = 64;
/** Dark on one side of a line through the middle, light on the other, soft as a lens leaves it; `angle` is its normal's. */
const halves = (angle: number, step: number) =>
  paintPlane(SIDE, SIDE, (x, y) => {
    const off = (x + 0.5 - SIDE / 2) * Math.cos(angle) + (y + 0.5 - SIDE / 2) * Math.sin(angle);
    return 100 + step / (1 + Math.exp(-2 * off));
  });
const MIDDLE = (SIDE / 2) * SIDE + SIDE / 2;

describe('edgeFields', () => {
  it('tell the direction of an edge to half a degree, whichever side is the lighter', () => {
    const angle = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true });
    fc.assert(
      fc.property(angle, fc.constantFrom(-60, 60), (normal, step) => {
        const [{ cos2, sin2, strength }] = edgeFields([], [halves(normal, step)]);
        expect(strength[MIDDLE]).toBeGreaterThan(15);
        const off = Math.atan2(sin2[MIDDLE], cos2[MIDDLE]) - 2 * normal;
        const wrapped = Math.atan2(Math.sin(off), Math.cos(off)) / 2;
        expect(Math.abs((wrapped * 180) / Math.PI)).toBeLessThan(0.5);
      }),
    );
  });

  it('are zero where nothing changes', () => {
    const [{ strength }] = edgeFields([], [paintPlane(20, 20, () => 90)]);
    expect(Math.max(...strength)).toBe(0);
  });

  it('see an edge that only a shared channel shows, in every field', () => {
    const even = paintPlane(SIDE, SIDE, () => 100);
    const fields = edgeFields([halves(0.4, 50)], [even, even]);
    expect(fields.map(({ strength }) => strength[MIDDLE] > 10)).toEqual([true, true]);
  });

  it('grow with the step', () => {
    const at = (step: number) => edgeFields([], [halves(0.7, step)])[0].strength[MIDDLE];
    expect(at(80) / at(40)).toBeCloseTo(2, 1);
  });
});

describe('strengthQuantile', () => {
  it('is nothing on an even picture, and between least and most on others', () => {
    expect(strengthQuantile(edgeFields([], [paintPlane(9, 9, () => 3)])[0], 0.5)).toBe(0);
    const [field] = edgeFields([], [halves(0.3, 90)]);
    const most = Math.max(...field.strength);
    const [low, high] = [strengthQuantile(field, 0.5), strengthQuantile(field, 0.99)];
    expect(low).toBeLessThanOrEqual(high);
    expect(high).toBeLessThanOrEqual(most);
    expect(high).toBeGreaterThan(most / 4);
  });
});
