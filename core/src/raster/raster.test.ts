import fc from 'fast-check';
import { closing } from './closing';
import { createPlane, createRgba, type Rgba } from './image';
import { shrinkByInteger } from './shrinkByInteger';
import { shrinkToFit } from './shrinkToFit';
import { squeeze } from './squeeze';
import { turnQuarter } from './turnQuarter';
import { addTurns, TURNS } from '../geometry/turn';

const rgba = fc
  .tuple(fc.integer({ min: 1, max: 24 }), fc.integer({ min: 1, max: 24 }))
  .chain(([width, height]) =>
    fc
      .uint8Array({ minLength: width * height * 4, maxLength: width * height * 4 })
      .map((bytes): Rgba => ({ width, height, data: new Uint8ClampedArray(bytes) })),
  );

function meanOf({ data }: Rgba, channel: number): number {
  let sum = 0;
  for (let i = channel; i < data.length; i += 4) sum += data[i];
  return sum / (data.length / 4);
}

describe('createRgba', () => {
  it('refuses sizes that are no size', () => {
    expect(() => createRgba(0, 4)).toThrow(RangeError);
    expect(() => createRgba(2.5, 4)).toThrow(RangeError);
  });
});

describe('turnQuarter', () => {
  it('comes back after turns that add up to a full one', () => {
    fc.assert(
      fc.property(rgba, fc.constantFrom(...TURNS), (image, turn) => {
        const back = turnQuarter(turnQuarter(image, turn), addTurns(0, ((360 - turn) % 360) as typeof turn));
        expect(back).toEqual(image);
      }),
    );
  });

  it('takes the top left pixel to the top right at a quarter turn', () => {
    const image = createRgba(3, 2);
    image.data.set([9, 8, 7, 255], 0);
    const turned = turnQuarter(image, 90);
    expect([turned.width, turned.height]).toEqual([2, 3]);
    expect([...turned.data.slice(4, 8)]).toEqual([9, 8, 7, 255]);
  });
});

describe('shrinkByInteger', () => {
  it('keeps the mean when nothing is left over', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 6 }), (factor, cells) => {
        const side = factor * cells;
        const image = createRgba(side, side);
        image.data.forEach((_, i) => (image.data[i] = (i * 37) % 251));
        const small = shrinkByInteger(image, factor);
        expect(small.width).toBe(cells);
        for (let c = 0; c < 3; c++) expect(Math.abs(meanOf(small, c) - meanOf(image, c))).toBeLessThan(1);
      }),
    );
  });
});

describe('shrinkToFit', () => {
  it('never enlarges and keeps the proportion to a pixel', () => {
    fc.assert(
      fc.property(rgba, fc.integer({ min: 1, max: 40 }), (image, longSide) => {
        const small = shrinkToFit(image, longSide);
        expect(Math.max(small.width, small.height)).toBeLessThanOrEqual(
          Math.max(longSide, 0, Math.min(longSide, Math.max(image.width, image.height))),
        );
        if (Math.max(image.width, image.height) <= longSide) expect(small).toBe(image);
      }),
    );
  });

  it('keeps an even colour exactly', () => {
    const image = createRgba(101, 67);
    image.data.fill(200);
    expect(new Set(shrinkToFit(image, 37).data.filter((_, i) => i % 4 !== 3))).toEqual(new Set([200]));
  });
});

describe('closing', () => {
  it('removes a thin dark line and keeps a wide dark block', () => {
    const plane = createPlane(40, 40);
    plane.data.fill(200);
    for (let y = 0; y < 40; y++) plane.data[y * 40 + 10] = 20;
    for (let y = 10; y < 30; y++) plane.data.fill(30, y * 40 + 20, y * 40 + 38);
    const closed = closing(plane, 2);
    expect(closed.data[20 * 40 + 10]).toBe(200);
    expect(closed.data[20 * 40 + 28]).toBe(30);
  });

  it('never darkens', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 64, maxLength: 64 }), (values) => {
        const plane = { width: 8, height: 8, data: Float32Array.from(values) };
        closing(plane, 1).data.forEach((value, i) => expect(value).toBeGreaterThanOrEqual(plane.data[i]));
      }),
    );
  });
});

describe('squeeze', () => {
  it('is the mean of what each new pixel covers, to just the wanted size', () => {
    fc.assert(
      fc.property(rgba, fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }), (image, w, h) => {
        const small = squeeze(image, w, h);
        expect([small.width, small.height]).toEqual([w, h]);
        const values = [...image.data].filter((_, i) => i % 4 === 1);
        for (let i = 1; i < small.data.length; i += 4) {
          expect(small.data[i]).toBeGreaterThanOrEqual(Math.min(...values));
          expect(small.data[i]).toBeLessThanOrEqual(Math.max(...values));
        }
      }),
    );
    const image = createRgba(4, 2);
    for (let i = 0; i < 8; i++) image.data[i * 4] = i * 10;
    // Rows 0 10 20 30 and 40 50 60 70: two columns of 2 x 2.
    expect([...squeeze(image, 2, 1).data].filter((_, i) => i % 4 === 0)).toEqual([25, 45]);
  });
});

describe('shrinkByInteger, coarse', () => {
  it('is the mean of every second row', () => {
    const image = createRgba(4, 4);
    for (let i = 0; i < 16; i++) image.data[i * 4] = i < 4 || (i >= 8 && i < 12) ? 40 : 200;
    expect(shrinkByInteger(image, 4, { coarse: true }).data[0]).toBe(40);
    expect(shrinkByInteger(image, 4).data[0]).toBe(120);
  });
});
