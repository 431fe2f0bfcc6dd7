import { binomialSmooth, binomialSmoothPlainly } from './clean/binomialSmooth';
import { liftPlainly, liftQuickly } from './clean/daylight';
import { measureDarknessPlainly } from './clean/darkness';
import { inkMap } from './clean/inkMap';
import { sameBytes, writtenPage } from '../testing/pictures';
import { INK_CLASSES } from './clean/inkLikelihood';
import { inkNet, inkNetPlainly } from './clean/inkNet';
import { inkMapOf } from './clean/clean';
import { gainOfCells, showInColour, showPlainly } from './clean/showParts';
import { paperMap } from './clean/paperMap';
import { sumsPlainly, sumsQuickly } from './clean/ruleProfiles';
import { spread, spreadPlainly } from './clean/spread';
import { peaksAround, peaksPlainly } from './clean/peaksAround';
import { widestAround, widestPlainly } from './clean/widestAround';
import { widen, widenPlainly } from './clean/widen';
import { AS_FOUND } from './clean/tone';
import fc from 'fast-check';
import { resample, resamplePlainly, SPAN } from './flatten/resample';
import { convolve, convolvePlainly, toConvolution } from './net/convolve';
import { edgeFields, edgeFieldsPlainly } from './outline/edgeField';
import { ridgesPlainly, ridgesQuickly, votePlainly, voteQuickly } from './outline/lineCandidates';
import { atLeast, atLeastPlainly } from './raster/atLeast';
import { boxMean, boxMeanPlainly } from './raster/boxMean';
import { closePlainly, closing } from './raster/closing';
import { eitherOf, eitherPlainly } from './raster/eitherOf';
import { createRgba, type Plane, type Rgba } from './raster/image';
import { opponentPlanes, opponentPlanesPlainly } from './raster/opponentPlanes';
import { plainSums, quickSums } from './raster/shrinkByInteger';
import { smooth, smoothPlainly } from './raster/smooth';
import { kernels } from './kernels/kernels';

const size = fc.integer({ min: 1, max: 23 });

const rgba = fc
  .tuple(size, size)
  .chain(([width, height]) =>
    fc
      .uint8Array({ minLength: width * height * 4, maxLength: width * height * 4 })
      .map((bytes): Rgba => ({ width, height, data: new Uint8ClampedArray(bytes) })),
  );

/** A plane of whole quarters, as the light of an image is. */
const plane = fc
  .tuple(size, size)
  .chain(([width, height]) =>
    fc
      .array(fc.integer({ min: -508, max: 1020 }), { minLength: width * height, maxLength: width * height })
      .map((values): Plane => ({ width, height, data: Float32Array.from(values, (v) => v / 4) })),
  );

const float = fc.float({ min: -30, max: 30, noNaN: true });
const floats = (count: number) =>
  fc.array(float, { minLength: count, maxLength: count }).map((values) => Float32Array.from(values));

describe('kernels', () => {
  it('run here: the rest of this file compares them with their references', () => {
    expect(kernels()).not.toBeNull();
  });

  it('give room that does not overlap and keeps what is written', () => {
    const kernel = kernels()!;
    const [a, b] = kernel.room(70_000, 300_000);
    kernel.floats(a, 17_500).fill(1);
    kernel.floats(b, 75_000).fill(2);
    expect(kernel.floats(a, 17_500).every((v) => v === 1)).toBe(true);
    expect(a % 16).toBe(0);
    expect(b % 16).toBe(0);
  });
});

describe('every kernel gives the same bits as its reference', () => {
  it('sums of blocks', () => {
    fc.assert(
      fc.property(rgba, fc.integer({ min: 1, max: 23 }), fc.constantFrom(1, 2), (image, factor, step) => {
        const columns = Math.min(factor, image.width);
        const plan = { factor, columns, step, count: Math.max(1, Math.floor(image.width / factor)) };
        const rows = Math.ceil(Math.min(factor, image.height) / step);
        expect(quickSums(kernels()!, image, plan)(0, rows)).toEqual(plainSums(image, plan)(0, rows));
      }),
    );
  });

  it('samples, inside, across the border and outside', () => {
    const place = fc.float({ min: -9, max: 40, noNaN: true });
    const footprint = fc.tuple(fc.double({ min: 0.3, max: 3 }), fc.double({ min: 0.3, max: 3 }));
    const block = fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 }));
    fc.assert(
      fc.property(
        rgba,
        block.chain(([spans, rows]) =>
          fc
            .array(place, { minLength: (spans + 1) * rows * 2, maxLength: (spans + 1) * rows * 2 })
            .map((knots) => ({ spans, rows, knots: Float32Array.from(knots) })),
        ),
        footprint,
        fc.constantFrom(1, 1 / 2, 1 / 3),
        (image, places, reach, scale) => {
          const quick = resample(image, { ...places, scale }, reach);
          expect(quick.length).toBe(places.spans * SPAN * places.rows);
          expect(quick).toEqual(resamplePlainly(image, { ...places, scale }, reach));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('convolutions', () => {
    const shape = fc.record({
      inputs: fc.integer({ min: 1, max: 5 }),
      outputs: fc.constantFrom(4, 8, 12),
      side: fc.constant(3),
      stride: fc.constantFrom(1, 2),
    });
    const task = fc.tuple(shape, size, size).chain(([layer, width, height]) =>
      fc.record({
        layer: fc
          .tuple(floats(layer.inputs * layer.outputs * 9), floats(layer.outputs))
          .map(([kernel, bias]) => toConvolution(kernel, bias, layer)),
        features: floats(width * height * layer.inputs).map((data) => ({
          width,
          height,
          channels: layer.inputs,
          data,
        })),
      }),
    );
    fc.assert(
      fc.property(task, ({ layer, features }) => {
        expect(convolve(layer, features)).toEqual(convolvePlainly(layer, features));
      }),
      { numRuns: 60 },
    );
  });

  it('opponent planes', () => {
    fc.assert(
      fc.property(rgba, (image) => expect(opponentPlanes(image)).toEqual(opponentPlanesPlainly(image))),
    );
  });

  it('smoothing', () => {
    fc.assert(fc.property(plane, (p) => expect(smooth(p)).toEqual(smoothPlainly(p))));
  });

  it('closing', () => {
    fc.assert(
      fc.property(plane, fc.integer({ min: 1, max: 5 }), (p, radius) => {
        expect(closing(p, radius)).toEqual(closePlainly(p, radius));
      }),
    );
  });

  it('edges', () => {
    fc.assert(
      fc.property(plane, (p) => {
        const seen = smooth(p);
        expect(edgeFields([seen], [p, seen])).toEqual(edgeFieldsPlainly([seen], [p, seen]));
      }),
    );
  });

  it('ridges', () => {
    fc.assert(
      fc.property(plane, fc.integer({ min: 0, max: 40 }), (p, threshold) => {
        const [field] = edgeFields([], [p]);
        expect(ridgesQuickly(kernels()!, field, threshold)).toEqual(ridgesPlainly(field, threshold));
      }),
    );
  });

  it('votes', () => {
    const edge = fc.tuple(
      fc.float({ min: 0, max: 40, noNaN: true }),
      fc.float({ min: 0, max: 30, noNaN: true }),
      fc.float({ min: 0, max: 6, noNaN: true }),
      fc.integer({ min: 0, max: 179 }),
    );
    fc.assert(
      fc.property(fc.array(edge, { maxLength: 40 }), (list) => {
        const input = {
          edges: Float32Array.from(list.flat()),
          offsetBins: 71,
          reach: Math.fround(100 / 3),
        };
        expect(voteQuickly(kernels()!, input)).toEqual(votePlainly(input));
      }),
      { numRuns: 15 },
    );
  });
});

describe('the kernels for cleaning', () => {
  const bytes = (length: number, seed: number) => {
    const result = new Uint8Array(length);
    for (let i = 0, state = seed; i < length; i++) {
      state = (state * 16807) % 2147483647;
      result[i] = state % 7 === 0 ? 255 : state & 255;
    }
    return result;
  };
  const sizes: [number, number][] = [
    [1, 1],
    [3, 5],
    [17, 9],
    [64, 33],
    [201, 40],
  ];

  it.each(sizes)('smooth bytes as plain loops do, %d x %d', (width, height) => {
    for (const step of [1, 4]) {
      const source = bytes(width * step * height, 11);
      expect(binomialSmooth(source, step, width * step, height)).toEqual(
        binomialSmoothPlainly(source, step, width * step, height),
      );
    }
  });

  it.each(sizes)('widen masks as plain loops do, %d x %d', (width, height) => {
    const mask = bytes(width * height, 5).map((value) => (value > 240 ? 1 : 0));
    expect(widen(mask, width, height)).toEqual(widenPlainly(mask, width, height));
  });

  it.each(sizes)('find the peaks around as plain loops do, %d x %d', (width, height) => {
    const plane = bytes(width * height, 17).map((value) => (value > 230 ? value : value >> 3));
    expect(peaksAround(plane, width, height)).toEqual(peaksPlainly(plane, width, height));
  });

  it.each([...sizes, [48, 48], [49, 97]])('sum steps as plain loops do, %d x %d', (width, height) => {
    const plane = bytes(width * height, 23);
    expect(sumsQuickly(kernels()!, plane, width, height)).toEqual(sumsPlainly(plane, width, height));
  });

  it('spread cells along a row as plain loops do', () => {
    for (const [cell, length] of [
      [16, 300],
      [24, 5],
      [64, 1654],
    ]) {
      const nodes = Float32Array.from(bytes(Math.ceil(length / cell), 3), (value) => value / 97);
      const [quick, plain] = [new Float32Array(length), new Float32Array(length)];
      spread(nodes, cell, quick);
      spreadPlainly(nodes, cell, plain);
      expect(quick).toEqual(plain);
    }
  });

  it('measure and lift darkness as plain loops do', () => {
    const width = 150;
    const height = 90;
    const page = { width, height, data: new Uint8ClampedArray(bytes(width * height * 4, 9)) };
    const map = inkMap(page);
    const plainly = measureDarknessPlainly(map.page, map.paper);
    expect(map.darkness).toEqual(plainly);
    const mask = bytes(width * height, 21).map((value) => (value > 100 ? 1 : 0));
    expect(liftQuickly(kernels()!, map, mask, AS_FOUND).data).toEqual(liftPlainly(map, mask, AS_FOUND).data);
  });
});

describe('the ink net', () => {
  it('sees the same with kernels and without, on pages of any size', () => {
    for (const [width, height] of [
      [1, 1],
      [70, 33],
      [131, 160],
    ]) {
      const page = writtenPage({ width, height });
      const paper = paperMap(page);
      const [quick, plain] = [inkNet(page, paper), inkNetPlainly(page, paper)];
      expect([quick.width, quick.height, quick.step]).toEqual([width, height, 1]);
      for (const name of INK_CLASSES) expect(sameBytes(quick[name], plain[name])).toBe(true);
    }
  });

  it('shows parts in colour with the same bytes', () => {
    const page = writtenPage({ width: 160, height: 120 });
    const map = inkMapOf(page);
    const parts = map.parts!;
    const gain = gainOfCells(parts, () => 90, { shown: () => 200, rules: 'kept', tuning: AS_FOUND });
    const plain = createRgba(160, 120);
    showPlainly(map, parts, gain, plain);
    expect(sameBytes(showInColour(map, parts, gain).data, plain.data)).toBe(true);
  });
});

describe('widestAround', () => {
  it('gives the same bytes as its reference', () => {
    fc.assert(
      fc.property(
        size,
        size,
        fc.integer({ min: 1, max: 4 }),
        fc.infiniteStream(fc.nat(255)),
        (w, h, reach, bytes) => {
          const plane = Uint8Array.from({ length: w * h }, () => bytes.next().value as number);
          expect([...widestAround(plane, w, h, reach)]).toEqual([...widestPlainly(plane, w, h, reach)]);
        },
      ),
    );
  });

  it('masks of bytes', () => {
    const byte = fc.integer({ min: 0, max: 255 });
    const sparse = fc.uint8Array({ maxLength: 90 }).map((bytes) => bytes.map((v) => (v < 128 ? 0 : v)));
    fc.assert(
      fc.property(sparse, byte, fc.integer({ min: 1, max: 255 }), (one, least, mark) => {
        const other = one.slice().reverse();
        expect(atLeast(one, least, mark)).toEqual(atLeastPlainly(one, least, mark));
        expect(eitherOf(one, other, mark)).toEqual(eitherPlainly(one, other, mark));
      }),
    );
  });

  it('means over a window', () => {
    fc.assert(
      fc.property(plane, fc.integer({ min: 0, max: 9 }), (image, radius) => {
        expect(boxMean(image, radius)).toEqual(boxMeanPlainly(image, radius));
      }),
    );
  });
});
