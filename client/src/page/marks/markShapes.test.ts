import fc from 'fast-check';
import { MARK_WIDTH, pinEnd, pinLine, strokePaths } from './markShapes';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const proportion = fc.double({ min: 0.3, max: 3, noNaN: true });
/** Every number of SVG path data. */
const numbersOf = (path: string) => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

it('the line under what a pin means begins at its place and ends where its lead begins', () => {
  fc.assert(
    fc.property(share, share, share, proportion, (x, y, width, high) => {
      const numbers = numbersOf(pinLine({ id: 'pin-0001', x, y, width }, high));
      const [left = 0, top = 0] = numbers;
      expect(left).toBeCloseTo(x * MARK_WIDTH, 1);
      expect(Math.abs(top - y * MARK_WIDTH * high)).toBeLessThan(1);
      const end = numbers.at(-2) ?? 0;
      if (end <= MARK_WIDTH) expect(end / MARK_WIDTH).toBeCloseTo(pinEnd({ x, width }), 2);
      expect(pinEnd({ x, width })).toBeLessThanOrEqual(1);
    }),
  );
});

it('the same pin has the same line each time, another one another', () => {
  const at = { x: 0.2, y: 0.3, width: 0.4 };
  expect(pinLine({ id: 'pin-0001', ...at }, 1.4)).toBe(pinLine({ id: 'pin-0001', ...at }, 1.4));
  expect(pinLine({ id: 'pin-0002', ...at }, 1.4)).not.toBe(pinLine({ id: 'pin-0001', ...at }, 1.4));
});

it('strokes lie where they were drawn, on a page of any proportion', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(share, share), { minLength: 2, maxLength: 20 }),
      proportion,
      (path, high) => {
        const [shape] = strokePaths([{ id: 'stroke-0001', page: 1, path }], high);
        const numbers = numbersOf(shape?.path ?? '');
        expect(numbers.length).toBeGreaterThan(0);
        const [xs, ys] = [numbers.filter((_, i) => i % 2 === 0), numbers.filter((_, i) => i % 2 === 1)];
        const near = 3;
        expect(Math.min(...xs)).toBeGreaterThan(-near);
        expect(Math.max(...xs)).toBeLessThan(MARK_WIDTH + near);
        expect(Math.min(...ys)).toBeGreaterThan(-near);
        expect(Math.max(...ys)).toBeLessThan(MARK_WIDTH * high + near);
      },
    ),
  );
});
