import { findPage, intersectionOverUnion, mapQuad, turnQuarter, type Point, type Quad } from '@ravlo/core';
import { photograph, sceneOf, type Photograph } from '@ravlo/studio';

/** A notebook that is written on by hand, both pages in view and the right way up. */
const SEED = 31;
const SIZE = { width: 900, height: 1200 };

describe('an open book', () => {
  let book: Photograph;
  beforeAll(async () => {
    book = await photograph(sceneOf('open-book', SEED, SIZE));
  });

  it.each([0, 90, 180, 270] as const)(
    'is read from left to right, whichever way the photo lies (%p)',
    (by) => {
      const { image, truth } = book;
      const { outline } = findPage(turnQuarter(image, by));
      const wanted = [truth, ...truth.others].map(({ corners }) => turned(corners, by, image));
      const found = [outline.quad, ...outline.further.map(({ quad }) => quad)];
      expect(found).toHaveLength(2);
      found.forEach((quad, i) => expect(intersectionOverUnion(quad!, wanted[i])).toBeGreaterThan(0.93));
      expect(outline.spread).not.toBeNull();
    },
  );
});

/** Where a photo that is turned clockwise shows what lay at a quad before. */
function turned(quad: Quad, by: number, { width, height }: { width: number; height: number }): Quad {
  return mapQuad(quad, ([x, y]): Point => {
    if (by === 90) return [height - y, x];
    if (by === 180) return [width - x, height - y];
    return by === 270 ? [y, width - x] : [x, y];
  });
}
