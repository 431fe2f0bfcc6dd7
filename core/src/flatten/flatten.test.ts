import fc from 'fast-check';
import { paint } from '../../testing/pictures';
import { lean, SEEN_PHOTO, seenSheet } from '../../testing/quads';
import { wholeQuad, type Quad } from '../geometry/quad';
import { createRgba } from '../raster/image';
import { flatten, mapPage } from './flatten';
import { flatMap } from './pageMap';
import { warp } from './warp';

describe('warp', () => {
  it('is the identity for a quad that is the photo', () => {
    const photo = createRgba(40, 30);
    photo.data.forEach((_, i) => (photo.data[i] = i % 4 === 3 ? 255 : (i * 7) % 256));
    expect(warp(photo, flatMap(wholeQuad(40, 30)), { width: 40, height: 30 })).toEqual(photo);
  });

  it('does not alias fine stripes when it shrinks', () => {
    const photo = createRgba(600, 600);
    for (let i = 0; i < 600 * 600; i++)
      photo.data.set((i % 600) % 2 ? [255, 255, 255, 255] : [0, 0, 0, 255], i * 4);
    for (const side of [300, 350, 200, 97]) {
      const page = warp(photo, flatMap(wholeQuad(600, 600)), { width: side, height: side });
      let [least, most] = [255, 0];
      for (let i = 4 * side; i < page.data.length - 4 * side; i += 4) {
        const x = (i / 4) % side;
        if (x < 2 || x > side - 3) continue;
        least = Math.min(least, page.data[i]);
        most = Math.max(most, page.data[i]);
      }
      // All grey: one sample a pixel would swing from black to white.
      expect(most - least).toBeLessThan(side === 350 ? 160 : 110);
    }
  });
});

describe('flatten', () => {
  it('gives a sheet its own size in mm and as many pixels as asked for', () => {
    fc.assert(
      fc.property(lean, (angles) => {
        const quad = seenSheet(210, 297, angles, 2888);
        const small = quad.map(([x, y]) => [x / 10, y / 10]) as unknown as Quad;
        const { image, size } = flatten(createRgba(300, 400), small, { dpi: 30 });
        expect(size).toMatchObject({ width: 210, height: 297, paper: 'a4' });
        expect([image.width, image.height]).toEqual([248, 351]);
      }),
      { numRuns: 20 },
    );
  });

  it('makes no picture larger than the longer side that is allowed', () => {
    const { image } = flatten(createRgba(30, 40), null, { dpi: 200, longSide: 100 });
    expect(image.height).toBe(100);
  });

  it('brings every place of the sheet to where it lies on the page', () => {
    const quad = seenSheet(210, 297, [0.3, -0.2, 0.1], 2888);
    const { map } = mapPage(SEEN_PHOTO, quad, {});
    const out = new Float32Array(2);
    const corners = [
      [0, 0],
      [210, 0],
      [210, 297],
      [0, 297],
    ];
    corners.forEach(([x, y], i) => {
      map.row(x, y, 210, 297, out);
      expect(Math.hypot(out[0] - quad[i][0], out[1] - quad[i][1])).toBeLessThan(0.01);
    });
  });

  it('turns what is on the page clockwise by the fine turn, and keeps its size', () => {
    const photo = paint(400, 400, (x, y) => (Math.abs(y - 200) < 6 && x > 100 && x < 300 ? 0 : 255));
    const { image } = flatten(photo, wholeQuad(400, 400), { dpi: 30, level: 10 });
    const rowAt = (x: number) => {
      let sum = 0;
      let total = 0;
      for (let y = 0; y < image.height; y++) {
        const dark = 255 - image.data[(y * image.width + x) * 4];
        sum += dark * y;
        total += dark;
      }
      return sum / total;
    };
    const middle = image.width / 2;
    const slope = (rowAt(middle + 60) - rowAt(middle - 60)) / 120;
    expect((Math.atan(slope) * 180) / Math.PI).toBeCloseTo(10, 0);
  });
});
