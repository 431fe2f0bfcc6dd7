import fc from 'fast-check';
import { thinPieces } from './thinPieces';

const [WIDTH, HEIGHT] = [80, 40];
const across = { length: WIDTH, places: HEIGHT, along: 1, beside: WIDTH };
const upright = { length: HEIGHT, places: WIDTH, along: WIDTH, beside: 1 };

/** A mask in which every cell of these rectangles is set. */
function maskOf(
  ...rectangles: readonly (readonly [left: number, top: number, right: number, bottom: number])[]
) {
  const mask = new Uint8Array(WIDTH * HEIGHT);
  for (const [left, top, right, bottom] of rectangles)
    for (let y = top; y < bottom; y++) mask.fill(1, y * WIDTH + left, y * WIDTH + right);
  return mask;
}

describe('thinPieces', () => {
  it('follows a line from its first step to its last, and says how thick it is', () => {
    const pieces = thinPieces(maskOf([10, 20, 60, 23]), across);
    expect(pieces).toHaveLength(1);
    const [{ first, middles, thickness }] = pieces;
    expect([first, middles.length, thickness]).toEqual([10, 50, 3]);
    expect(new Set(middles)).toEqual(new Set([21]));
  });

  it('ends where something thicker lies on the line, and begins behind it', () => {
    const pieces = thinPieces(maskOf([10, 20, 60, 22], [30, 10, 34, 30]), across);
    expect(pieces.map(({ first, middles }) => [first, first + middles.length])).toEqual([
      [10, 30],
      [34, 60],
    ]);
  });

  it('goes with a line that slants, and not over to another one', () => {
    const mask = maskOf([0, 5, 80, 7]);
    for (let x = 0; x < WIDTH; x++) mask[(20 + Math.floor(x / 8)) * WIDTH + x] = 1;
    const pieces = thinPieces(mask, across);
    expect(pieces.map(({ middles }) => middles.length)).toEqual([WIDTH, WIDTH]);
  });

  it('sees nothing of what is thick or short', () => {
    expect(thinPieces(maskOf([10, 10, 60, 20], [70, 5, 73, 7]), across)).toEqual([]);
  });

  it('finds the same both ways, of a page and of the page lying on its side', () => {
    const cells = fc.array(fc.nat(WIDTH * HEIGHT - 1), { minLength: 200, maxLength: 2000 });
    fc.assert(
      fc.property(cells, (set) => {
        const mask = new Uint8Array(WIDTH * HEIGHT);
        const turned = new Uint8Array(WIDTH * HEIGHT);
        for (const i of set) {
          mask[i] = 1;
          turned[(i % WIDTH) * HEIGHT + Math.floor(i / WIDTH)] = 1;
        }
        const lying = { length: WIDTH, places: HEIGHT, along: HEIGHT, beside: 1 };
        expect(thinPieces(turned, lying)).toEqual(thinPieces(mask, across));
      }),
      { numRuns: 50 },
    );
  });

  it('says of every step just the cells that are there', () => {
    const mask = maskOf([10, 20, 60, 23], [20, 2, 22, 38]);
    for (const { first, froms, tos } of thinPieces(mask, upright)) {
      froms.forEach((from, k) => {
        const row = (first + k) * WIDTH;
        expect(mask.subarray(row + from, row + tos[k]).every((cell) => cell === 1)).toBe(true);
        expect(mask[row + from - 1] + mask[row + tos[k]]).toBe(0);
      });
    }
  });
});
