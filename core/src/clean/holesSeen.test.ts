import { paintPlane } from '../../testing/pictures';
import { holesSeen } from './holesSeen';
import { logitByte, type InkLikelihood } from './inkLikelihood';

const WIDTH = 600;
const HEIGHT = 850;

/** What a net would see that takes these discs for unwanted: x, y, radius, cells. */
function seenWith(discs: readonly (readonly [number, number, number])[]): InkLikelihood {
  const plane = (likelihood: (x: number, y: number) => number) =>
    Uint8Array.from(paintPlane(WIDTH, HEIGHT, (x, y) => logitByte(likelihood(x, y))).data);
  const unlikely = plane(() => 0.01);
  const isIn = (x: number, y: number) =>
    discs.some(([cx, cy, r]) => Math.hypot(x + 0.5 - cx, y + 0.5 - cy) < r);
  const unwanted = plane((x, y) => (isIn(x, y) ? 0.95 : 0.01));
  return { step: 2, width: WIDTH, height: HEIGHT, ink: unlikely, rules: unlikely, tones: unlikely, unwanted };
}

const at = (cells: Uint8Array, x: number, y: number) => cells[y * WIDTH + x];

describe('holes', () => {
  it('go with their rims where two alike stand in a line along an edge', () => {
    const cells = holesSeen(
      seenWith([
        [40, 300, 10],
        [40, 560, 10],
      ]),
    );
    expect([at(cells, 40, 300), at(cells, 40, 560), at(cells, 51, 300), at(cells, 40, 430)]).toEqual([
      1, 1, 1, 0,
    ]);
  });

  it.each([
    ['one alone', [[40, 300, 10]]],
    [
      'two that are not in a line',
      [
        [40, 300, 10],
        [70, 560, 10],
      ],
    ],
    [
      'two of different size',
      [
        [40, 300, 7],
        [40, 560, 16],
      ],
    ],
    [
      'two far from the edges',
      [
        [300, 300, 10],
        [300, 560, 10],
      ],
    ],
    [
      'what is too large',
      [
        [60, 300, 30],
        [60, 560, 30],
      ],
    ],
  ] as const)('stay: %s', (_, discs) => {
    expect(holesSeen(seenWith(discs)).every((cell) => cell === 0)).toBe(true);
  });
});
