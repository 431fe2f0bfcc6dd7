import fc from 'fast-check';
import { signedDepth } from '../../testing/quads';
import { createRgba, type Rgba } from '../raster/image';
import { turnQuarter } from '../raster/turnQuarter';
import { findOutline } from './findOutline';
import { type Quad } from '../geometry/quad';
import { intersectionOverUnion } from '../geometry/clipPolygon';

/** A bright quad on a darker ground, edges smooth over one pixel, with noise. */
function drawSheet(width: number, height: number, quad: Quad, paper: number, ground: number): Rgba {
  const image = createRgba(width, height);
  let state = 1234567;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const inside = Math.min(1, Math.max(0, signedDepth(quad, [x + 0.5, y + 0.5]) + 0.5));
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      const noise = (state / 4294967296 - 0.5) * 8;
      const value = ground + (paper - ground) * inside + noise;
      const at = (y * width + x) * 4;
      image.data[at] = image.data[at + 1] = image.data[at + 2] = value;
      image.data[at + 3] = 255;
    }
  }
  return image;
}

/** A sheet whose corners lie up to so many pixels off those of an upright one. */
const slanted = (most: number) =>
  fc
    .array(fc.double({ min: -most, max: most, noNaN: true }), { minLength: 8, maxLength: 8 })
    .map((d): Quad => [
      [120 + d[0], 110 + d[1]],
      [480 + d[2], 110 + d[3]],
      [480 + d[4], 660 + d[5]],
      [120 + d[6], 660 + d[7]],
    ]);

describe('findOutline', () => {
  it('puts the corners within half a pixel on a plain scene', () => {
    fc.assert(
      fc.property(slanted(35), (truth) => {
        const { quad } = findOutline(drawSheet(600, 800, truth, 220, 70));
        quad!.forEach(([x, y], i) => {
          expect(Math.hypot(x - truth[i][0], y - truth[i][1])).toBeLessThan(0.5);
        });
      }),
      { numRuns: 8 },
    );
  });

  it('is sure of it where it has the shape of paper', () => {
    fc.assert(
      fc.property(slanted(20), (truth) => {
        expect(findOutline(drawSheet(600, 800, truth, 220, 70)).confidence).toBeGreaterThan(0.85);
      }),
      { numRuns: 8 },
    );
  });

  it('finds a dark sheet on a bright desk too', () => {
    const truth: Quad = [
      [140, 120],
      [460, 140],
      [450, 640],
      [120, 650],
    ];
    const { quad } = findOutline(drawSheet(600, 800, truth, 90, 210));
    expect(intersectionOverUnion(quad!, truth)).toBeGreaterThan(0.99);
  });

  it('proposes nothing where there is nothing', () => {
    const even = createRgba(600, 800);
    even.data.fill(200);
    expect(findOutline(even)).toMatchObject({ quad: null, further: [], spread: null });
    even.data.fill(110);
    expect(findOutline(even)).toMatchObject({ quad: null, isAllSheet: false });
  });

  it('answers something sensible on any picture at all', () => {
    let state = 99;
    const noise = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) >>> 24;
    for (const [width, height] of [
      [1, 1],
      [3, 200],
      [16, 16],
      [2000, 24],
      [40, 3000],
      [300, 200],
    ] as const) {
      const even = createRgba(width, height);
      expect(findOutline(even).quad).toBeNull();
      const noisy = createRgba(width, height);
      for (let i = 0; i < noisy.data.length; i++) noisy.data[i] = i % 4 === 3 ? 255 : noise();
      const { quad, confidence } = findOutline(noisy);
      expect(confidence).toBeGreaterThanOrEqual(0);
      expect(confidence).toBeLessThan(0.9);
      if (quad) expect(quad.flat().every(Number.isFinite)).toBe(true);
    }
  });

  it('turns and mirrors with the photo', () => {
    const truth: Quad = [
      [130, 150],
      [470, 120],
      [500, 650],
      [110, 660],
    ];
    const photo = drawSheet(600, 800, truth, 215, 80);
    const upright = findOutline(photo).quad!;
    const turned = findOutline(turnQuarter(photo, 180)).quad!;
    turned.forEach(([x, y], i) => {
      const [ux, uy] = upright[(i + 2) % 4];
      expect(Math.hypot(600 - x - ux, 800 - y - uy)).toBeLessThan(1);
    });
  });

  it('stays where it is when the light goes up or down', () => {
    const truth: Quad = [
      [130, 150],
      [470, 120],
      [500, 650],
      [110, 660],
    ];
    const bright = findOutline(drawSheet(600, 800, truth, 220, 100)).quad!;
    const dim = findOutline(drawSheet(600, 800, truth, 132, 60)).quad!;
    dim.forEach(([x, y], i) => expect(Math.hypot(x - bright[i][0], y - bright[i][1])).toBeLessThan(1));
  });
});
