import fc from 'fast-check';
import { columnsFor } from './tileSize';

describe('columnsFor', () => {
  it('is two abreast on a phone, three when small, one when large', () => {
    expect((['small', 'medium', 'large'] as const).map((size) => columnsFor(358, size, 16))).toEqual([
      3, 2, 1,
    ]);
  });

  it('fits more where there is more room, and never fewer than two on a wide screen', () => {
    const size = fc.constantFrom('small' as const, 'medium' as const, 'large' as const);
    fc.assert(
      fc.property(fc.integer({ min: 560, max: 3000 }), size, (width, tile) => {
        expect(columnsFor(width, tile, 16)).toBeGreaterThanOrEqual(2);
        expect(columnsFor(width + 400, tile, 16)).toBeGreaterThanOrEqual(columnsFor(width, tile, 16));
      }),
    );
  });
});
