import fc from 'fast-check';
import { convolve, joinChannels, toConvolution, type Features } from './convolve';
import { decodeHalfFloats } from './decodeHalfFloats';

const value = fc.integer({ min: -20, max: 20 }).map((v) => v / 8);

function grid(width: number, height: number, channels: number): fc.Arbitrary<Features> {
  const count = width * height * channels;
  return fc
    .array(value, { minLength: count, maxLength: count })
    .map((data) => ({ width, height, channels, data: Float32Array.from(data) }));
}

describe('convolve', () => {
  it('is the sum of products that the textbook says', () => {
    const shape = { inputs: 2, outputs: 3, side: 3, stride: 2 };
    const kernel = fc.array(value, { minLength: 54, maxLength: 54 });
    fc.assert(
      fc.property(grid(5, 4, 2), kernel, (input, weights) => {
        const layer = toConvolution(Float32Array.from(weights), Float32Array.from([0.5, 0, -1]), shape);
        const { width, height, data } = convolve(layer, input, { rectify: false });
        expect([width, height]).toEqual([3, 2]);
        for (const [x, y, o] of [
          [0, 0, 0],
          [2, 1, 1],
          [1, 0, 2],
        ]) {
          let sum = [0.5, 0, -1][o];
          for (let i = 0; i < 2; i++) {
            for (let ky = 0; ky < 3; ky++) {
              for (let kx = 0; kx < 3; kx++) {
                const [sx, sy] = [2 * x + kx - 1, 2 * y + ky - 1];
                if (sx < 0 || sy < 0 || sx >= 5 || sy >= 4) continue;
                sum += input.data[(sy * 5 + sx) * 2 + i] * weights[((o * 2 + i) * 3 + ky) * 3 + kx];
              }
            }
          }
          expect(data[(y * 3 + x) * 3 + o]).toBeCloseTo(sum, 4);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('cuts off below zero between layers', () => {
    const layer = toConvolution(Float32Array.from([1]), Float32Array.from([0]), {
      inputs: 1,
      outputs: 1,
      side: 1,
      stride: 1,
    });
    const input = { width: 2, height: 1, channels: 1, data: Float32Array.from([-3, 2]) };
    expect([...convolve(layer, input).data]).toEqual([0, 2]);
  });
});

describe('joinChannels', () => {
  it('doubles the coarse grid and puts the fine channels behind', () => {
    const coarse = { width: 1, height: 1, channels: 1, data: Float32Array.from([7]) };
    const fine = { width: 2, height: 2, channels: 1, data: Float32Array.from([1, 2, 3, 4]) };
    expect([...joinChannels(coarse, fine).data]).toEqual([7, 1, 7, 2, 7, 3, 7, 4]);
  });
});

describe('decodeHalfFloats', () => {
  it('reads what the standard says', () => {
    const words = [0x3c00, 0xc000, 0x3555, 0x0001, 0x8000];
    const text = Buffer.from(Uint16Array.from(words).buffer).toString('base64');
    const [one, minusTwo, third, least, zero] = decodeHalfFloats(text);
    expect([one, minusTwo]).toEqual([1, -2]);
    expect(third).toBeCloseTo(1 / 3, 3);
    expect(least).toBeCloseTo(2 ** -24, 12);
    expect(Math.abs(zero)).toBe(0);
  });
});
