import fc from 'fast-check';
import { connectedParts } from './connectedParts';

const draw = (...rows: string[]) => {
  const mask = Uint8Array.from(rows.join(''), (letter) => (letter === '#' ? 1 : 0));
  return [mask, rows[0].length, rows.length] as const;
};

describe('connectedParts', () => {
  const picture = draw('##..#', '#..#.', '.....', '..#..');

  it('boxes what hangs together along sides', () => {
    expect(connectedParts(...picture)).toEqual([
      { left: 0, top: 0, right: 1, bottom: 1, pixels: 3 },
      { left: 4, top: 0, right: 4, bottom: 0, pixels: 1 },
      { left: 3, top: 1, right: 3, bottom: 1, pixels: 1 },
      { left: 2, top: 3, right: 2, bottom: 3, pixels: 1 },
    ]);
  });

  it('also over corners, where that is asked for', () => {
    const parts = connectedParts(...picture, { joinsCorners: true });
    expect(parts.map(({ pixels }) => pixels)).toEqual([3, 2, 1]);
  });

  it('counts every pixel once, does not wrap round the borders and leaves the mask alone', () => {
    const cells = fc.array(fc.boolean(), { minLength: 42, maxLength: 42 });
    fc.assert(
      fc.property(cells, fc.boolean(), (list, joinsCorners) => {
        const mask = Uint8Array.from(list, Number);
        const before = mask.slice();
        const parts = connectedParts(mask, 7, 6, { joinsCorners });
        expect(mask).toEqual(before);
        expect(parts.reduce((sum, { pixels }) => sum + pixels, 0)).toBe(list.filter(Boolean).length);
        for (const { left, top, right, bottom, pixels } of parts) {
          expect(pixels).toBeLessThanOrEqual((right - left + 1) * (bottom - top + 1));
          expect(right < 7 && bottom < 6 && left >= 0 && top >= 0).toBe(true);
        }
      }),
    );
  });

  it('never joins the end of a row with the start of the next', () => {
    expect(connectedParts(...draw('..#', '#..'), { joinsCorners: true })).toHaveLength(2);
  });
});
